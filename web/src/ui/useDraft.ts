import { useSyncExternalStore } from "react";
import type { DraftState, DraftStore } from "@/domain/draftStore";

/** What a component shows of a Bench; it is drawn anew when that is another and not otherwise. `select` gives the same
 * value, and not an equal one, while nothing of it changes. */
export function useDraft<T>(store: DraftStore, select: (state: DraftState) => T): T {
  return useSyncExternalStore(store.subscribe, () => select(store.snapshot()));
}
