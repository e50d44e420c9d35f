import { useEffect, useRef, useSyncExternalStore } from "react";

/** A key with what it does; `keys` is how it is written in the list of keys. */
export interface Key {
  keys: string;
  does: string;
}

/** Whether somebody is typing, so that bare letters are text. */
function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  return !!target?.closest("input, textarea, select, [contenteditable], [role=dialog], [role=menu], [role=listbox]");
}

const SINGLE_KEYS = "ample-crumb single keys";
const OFF = "off";
const listeners = new Set<() => void>();

function singleKeysOn(): boolean {
  return localStorage.getItem(SINGLE_KEYS) !== OFF;
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener("storage", listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", listener);
  };
}

/** Whether keys without Ctrl or Alt act, and what switches them. Who dictates, or rests a hand on the keys, does without
 * (WCAG 2.1, 2.1.4). It belongs to the browser: another device has another keyboard. */
export function useSingleKeys(): [on: boolean, set: (on: boolean) => void] {
  const on = useSyncExternalStore(subscribe, singleKeysOn);
  const set = (to: boolean) => {
    if (to) localStorage.removeItem(SINGLE_KEYS);
    else localStorage.setItem(SINGLE_KEYS, OFF);
    for (const listener of listeners) listener();
  };
  return [on, set];
}

/** Whether a key press stands for itself: nobody types, nothing is held, and single keys are not switched off. A letter or
 * digit that is held down is one press. */
export function isSingleKey(event: KeyboardEvent): boolean {
  if (event.repeat && event.key.length === 1) return false;
  return !isTyping(event) && !event.ctrlKey && !event.metaKey && !event.altKey && singleKeysOn();
}

/** Calls the latest `handle` for every key press in the window. */
export function useKeys(handle: (event: KeyboardEvent) => void): void {
  const latest = useRef(handle);
  latest.current = handle;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => latest.current(event);
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}

export const ANYWHERE: Key[] = [
  { keys: "Alt 1", does: "Today" },
  { keys: "Alt 2", does: "Formulas" },
  { keys: "Alt 3", does: "Bake day" },
  { keys: "Alt 4", does: "Stash" },
  { keys: "Alt 5", does: "Cupboard" },
  { keys: "Alt 6", does: "Ledger" },
  { keys: "Alt 7", does: "Settings" },
  { keys: "/", does: "Find anything" },
  { keys: "?", does: "This list" },
];

export const ON_TODAY: Key[] = [
  { keys: "1 … 9", does: "Add what fits" },
  { keys: "P", does: "As many pieces as fit, as usual, one, two, three" },
  { keys: "Shift 1 … 9", does: "Add a kept meal or plate" },
  { keys: "← →", does: "The day before, the day after" },
  { keys: "T", does: "Back to today" },
  { keys: "A", does: "Add something else" },
];

export const ON_FORMULAS: Key[] = [{ keys: "N", does: "New formula" }];

export const ON_CUPBOARD: Key[] = [
  { keys: "S", does: "Search" },
  { keys: "N", does: "New product" },
];

export const ON_BENCH: Key[] = [
  { keys: "Enter", does: "New line below" },
  { keys: "↑ ↓", does: "Line above, line below" },
  { keys: "Alt ↑ ↓", does: "Move the line" },
  { keys: "Alt Shift ↑ ↓", does: "5 % more, 5 % less of the line" },
  { keys: "Backspace in an empty line", does: "Remove it" },
  { keys: "P", does: "One, two, three pieces to add" },
  { keys: "Q", does: "To what the lines ask" },
  { keys: "1 … 4 in a question", does: "Answer it, and on to the next" },
  { keys: "← → on a tab, then Enter", does: "The other tabs" },
  { keys: "Ctrl Z", does: "Undo" },
  { keys: "Ctrl Shift Z or Ctrl Y", does: "Redo" },
];

export const ON_BAKE_DAY: Key[] = [
  { keys: "N", does: "Plan a bake day" },
  { keys: "↑ ↓ on the plan", does: "Task before, task after" },
  { keys: "← → on the plan", does: "5 minutes earlier, later; it stays there" },
  { keys: "Delete on the plan", does: "Let the task move again" },
  { keys: "Space at the counter", does: "Next" },
];

export const ON_STASH: Key[] = [
  { keys: "← →", does: "What must be eaten before, after" },
  { keys: "E", does: "Eat one of what is chosen" },
  { keys: "F", does: "All of what is chosen to the freezer" },
];

/** The places in the order of the work. */
export const PLACES = [
  { path: "/today", name: "Today", digit: "1" },
  { path: "/formulas", name: "Formulas", digit: "2" },
  { path: "/bake-day", name: "Bake day", digit: "3" },
  { path: "/stash", name: "Stash", digit: "4" },
  { path: "/cupboard", name: "Cupboard", digit: "5" },
  { path: "/ledger", name: "Ledger", digit: "6" },
  { path: "/settings", name: "Settings", digit: "7" },
] as const;

/** The keys of the place one is in. */
export function keysOf(path: string): { place: string; keys: Key[] } {
  if (path.startsWith("/today")) return { place: "On Today", keys: ON_TODAY };
  if (/^\/formulas\/./.test(path)) return { place: "On the Bench", keys: ON_BENCH };
  if (path.startsWith("/formulas")) return { place: "In Formulas", keys: ON_FORMULAS };
  if (path.startsWith("/bake-day")) return { place: "On Bake day", keys: ON_BAKE_DAY };
  if (path.startsWith("/stash")) return { place: "In the Stash", keys: ON_STASH };
  if (path.startsWith("/cupboard")) return { place: "In the Cupboard", keys: ON_CUPBOARD };
  return { place: "Here", keys: [] };
}
