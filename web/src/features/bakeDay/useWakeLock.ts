import { useEffect } from "react";

/** Keeps the screen awake while the page is seen. Gives whether that can be: not where a page is served over plain HTTP. */
export function useWakeLock(): boolean {
  const can = "wakeLock" in navigator && window.isSecureContext;
  useEffect(() => {
    if (!can) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const hold = async () => {
      if (over || document.visibilityState !== "visible") return;
      // A battery that runs low refuses; the screen then sleeps as it would.
      lock = await navigator.wakeLock.request("screen").catch(() => null);
    };
    void hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, [can]);
  return can;
}
