import type { Schemas } from "@/api/types";
import { newId } from "./ids";

export type RunState = Schemas["RunState"];
export type EventKind = Schemas["EventKind"];

/** Something that happened here and may not have reached the server yet. */
export interface LocalEvent {
  device_seq: number;
  kind: EventKind;
  task?: string;
  line_id?: string;
  formula?: number;
  mass_g?: number;
  timer_min?: number;
  name?: string;
  batch_id?: string;
  /** When, by this window's clock; and, within one page, by what no clock change moves. */
  at_wall: number;
  at_steady: number;
  page: string;
}

const PAGE = newId();
const DEVICE = "ample-crumb device";
const KEY = "ample-crumb run ";
const SEQ = "ample-crumb run seq ";

/** What this browser calls itself, so that what it tells twice counts once. */
export function deviceId(): string {
  let id = localStorage.getItem(DEVICE);
  if (!id) {
    id = newId();
    localStorage.setItem(DEVICE, id);
  }
  return id;
}

/** What waits to be told of a run, in its order. */
export function pendingOf(run: string): LocalEvent[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY + run) ?? "[]");
    return Array.isArray(kept) ? (kept as LocalEvent[]) : [];
  } catch {
    return [];
  }
}

/** Puts something down to be told. Another tab of this browser counts on with the same numbers. */
export function putDown(
  run: string,
  event: Omit<LocalEvent, "device_seq" | "at_wall" | "at_steady" | "page">,
): LocalEvent {
  const device_seq = Number(localStorage.getItem(SEQ + run) ?? 0) + 1;
  localStorage.setItem(SEQ + run, String(device_seq));
  const made = { ...event, device_seq, at_wall: Date.now(), at_steady: performance.now(), page: PAGE };
  localStorage.setItem(KEY + run, JSON.stringify([...pendingOf(run), made]));
  return made;
}

/** What was told up to this number is told. */
export function told(run: string, upTo: number): void {
  localStorage.setItem(KEY + run, JSON.stringify(pendingOf(run).filter((event) => event.device_seq > upTo)));
}

/** How long ago it happened: within one page by the steady clock, else by the wall's, and never before it did. */
export function elapsedOf(event: LocalEvent): number {
  const ago = event.page === PAGE ? performance.now() - event.at_steady : Date.now() - event.at_wall;
  return Math.round(Math.min(Math.max(0, ago), 29 * 86_400_000));
}

/** As the server takes them. */
export const eventBody = (event: LocalEvent): Schemas["EventBody"] => ({
  device_seq: event.device_seq,
  kind: event.kind,
  elapsed_ms: elapsedOf(event),
  task: event.task ?? "",
  line_id: event.line_id ?? "",
  formula: event.formula ?? null,
  mass_g: event.mass_g ?? null,
  timer_min: event.timer_min ?? null,
  name: event.name ?? "",
  batch_id: event.batch_id ?? "",
});

/** A run as it stands here: what the server has of it, and what still waits to be told. */
export function withPending(state: RunState, pending: LocalEvent[], now_ms: number): RunState {
  let here = state;
  for (const event of pending) here = withOne(here, event, now_ms - elapsedOf(event));
  return here;
}

function withOne(state: RunState, event: LocalEvent, at_ms: number): RunState {
  const task = event.task ?? "";
  const progress = { ...state.progress };
  const begun_ms = state.begun_ms ?? at_ms;
  const without = state.timers.filter((timer) => timer.task !== task);
  switch (event.kind) {
    case "begun":
      progress[task] = { begun_ms: at_ms, done_ms: null, skipped: false };
      return { ...state, begun_ms, progress };
    case "done":
      progress[task] = { begun_ms: progress[task]?.begun_ms ?? at_ms, done_ms: at_ms, skipped: false };
      return { ...state, begun_ms, progress, timers: without };
    case "skipped":
      progress[task] = { begun_ms: null, done_ms: null, skipped: true };
      return { ...state, begun_ms, progress, timers: without };
    case "back":
      progress[task] = { begun_ms: null, done_ms: null, skipped: false };
      return { ...state, begun_ms, progress };
    case "weighed": {
      const lines = { ...state.weighed_g[task], [event.line_id ?? ""]: event.mass_g ?? 0 };
      return { ...state, begun_ms, weighed_g: { ...state.weighed_g, [task]: lines } };
    }
    case "timer": {
      const timer = { task, name: event.name ?? "", ends_ms: at_ms + (event.timer_min ?? 0) * 60_000 };
      const timers = [...without, timer].sort((one, other) => one.ends_ms - other.ends_ms);
      return { ...state, begun_ms, timers };
    }
    case "timer stopped":
      return { ...state, timers: without };
    case "recorded":
      return { ...state, batches: { ...state.batches, [String(event.formula ?? 0)]: event.batch_id ?? "" } };
    case "ended":
      return { ...state, ended_ms: at_ms, timers: [] };
  }
}
