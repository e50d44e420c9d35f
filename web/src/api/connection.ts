import { useSyncExternalStore } from "react";

/** Why nobody answers, as a sentence; null while all is well. */
let away: string | null = null;
const listeners = new Set<() => void>();

export function reportAnswer(sentence: string | null): void {
  if (sentence === away) return;
  away = sentence;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useAway(): string | null {
  return useSyncExternalStore(subscribe, () => away);
}
