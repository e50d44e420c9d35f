import { useEffect } from "react";

/** Names the window after what is open in it, so that its tab and a screen reader tell one from another. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = title ? `${title} · Ample Crumb` : "Ample Crumb";
  }, [title]);
}
