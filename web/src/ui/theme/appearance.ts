import { useEffect, useSyncExternalStore } from "react";

const DARK = window.matchMedia("(prefers-color-scheme: dark)");

function subscribe(listener: () => void): () => void {
  DARK.addEventListener("change", listener);
  return () => DARK.removeEventListener("change", listener);
}

/** Puts the chosen look on the page; "system" follows the device. */
export function useAppearance(appearance = "system"): void {
  const deviceDark = useSyncExternalStore(subscribe, () => DARK.matches);
  const dark = appearance === "dark" || (appearance === "system" && deviceDark);
  useEffect(() => {
    document.documentElement.dataset.look = dark ? "dark" : "light";
  }, [dark]);
}
