import { useEffect, useState } from "react";
import { flushSync } from "react-dom";

/** Whether the page is being printed, so that what is for paper alone is not there otherwise. */
export function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const media = window.matchMedia("print");
    // Before the page is laid out on paper.
    const begin = () => flushSync(() => setPrinting(true));
    const end = () => setPrinting(false);
    const change = (event: MediaQueryListEvent) => (event.matches ? begin() : end());
    window.addEventListener("beforeprint", begin);
    window.addEventListener("afterprint", end);
    media.addEventListener("change", change);
    return () => {
      window.removeEventListener("beforeprint", begin);
      window.removeEventListener("afterprint", end);
      media.removeEventListener("change", change);
    };
  }, []);
  return printing;
}
