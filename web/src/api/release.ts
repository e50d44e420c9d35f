import { useSyncExternalStore } from "react";

/** The release that this window was loaded from, as the first answer told it, and the newer one that answers now. */
let own: string | null = null;
let newer: string | null = null;
const listeners = new Set<() => void>();
const LOADED = "ample-crumb loaded release";

/** Hears what release an answer is of. */
export function noticeRelease(told: string | null): void {
  if (!told || told === newer) return;
  own ??= told;
  newer = told === own ? null : told;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Whether the server is of a newer release than this window. */
export function useRenewed(): boolean {
  return useSyncExternalStore(subscribe, () => newer !== null);
}

/** Loads the page of the newer release where there is one, once for each: what did not help does not help again. What
 * was typed is in the window's storage. */
export function loadNewer(): void {
  if (newer === null || sessionStorage.getItem(LOADED) === newer) return;
  sessionStorage.setItem(LOADED, newer);
  window.location.reload();
}
