import type { Schemas } from "@/api/types";

export type Day = Schemas["BakeDayView"];
export type DayTask = Schemas["DayTaskView"];

/** The formulas of a day, in their order, as its lanes call them. */
export const LETTERS = "ABCDEF";

const DAY_MIN = 24 * 60;
const two = (value: number) => String(value).padStart(2, "0");

/** A minute of the day on the clock: "16:05". Minutes before midnight are of the day before. */
export function clockOf(minute: number): string {
  const within = ((Math.round(minute) % DAY_MIN) + DAY_MIN) % DAY_MIN;
  return `${two(Math.floor(within / 60))}:${two(within % 60)}`;
}

/** A span in words: "1 h 35 min". */
export function spanOf(minutes: number): string {
  const whole = Math.max(0, Math.round(minutes));
  const hours = Math.floor(whole / 60);
  if (!hours) return `${whole} min`;
  return whole % 60 ? `${hours} h ${whole % 60} min` : `${hours} h`;
}

/** What is left of a timer: "6:12", "1:04:09"; "0:00" once it rings. */
export function countdown(ms: number): string {
  const seconds = Math.max(0, Math.ceil(ms / 1000));
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor((seconds % 3600) / 60);
  const rest = two(seconds % 60);
  return hours ? `${hours}:${two(minutes)}:${rest}` : `${minutes}:${rest}`;
}

/** A time as typed, "16:00", "16.30" or "4", as a minute of the day; null for what is none. */
export function minuteOf(text: string): number | null {
  const found = /^\s*(\d{1,2})(?:[:.](\d{2}))?\s*$/.exec(text);
  if (!found) return null;
  const [hours, minutes] = [Number(found[1]), Number(found[2] ?? 0)];
  return hours < 24 && minutes < 60 ? hours * 60 + minutes : null;
}

export const isHands = (task: DayTask) => task.uses.includes("hands");

/** The lane that a task lies in: "hands 0", "oven 1", "cold", "waiting". */
export function laneOf(task: DayTask): string {
  if (task.hand !== null && task.hand !== undefined) return `hands ${task.hand}`;
  if (task.oven !== null && task.oven !== undefined) return `oven ${task.oven}`;
  return task.uses.includes("fridge") || task.uses.includes("freezer") ? "cold" : "waiting";
}

/** Rows of one lane, so that no two bars of one row overlap: each task with its row, from 0. */
export function rowsOf(tasks: DayTask[]): Map<string, number> {
  const free: number[] = [];
  const rows = new Map<string, number>();
  for (const task of [...tasks].sort((one, other) => one.start_min - other.start_min)) {
    let row = free.findIndex((until) => until <= task.start_min);
    if (row < 0) row = free.length;
    free[row] = task.end_min;
    rows.set(task.id, row);
  }
  return rows;
}

/** The steps of an oven's heat: from which minute it is at which heat, 0 for off. */
export function heatsOf(tasks: DayTask[]): { at_min: number; celsius: number; warming: boolean }[] {
  const sorted = [...tasks].sort((one, other) => one.start_min - other.start_min);
  const steps: { at_min: number; celsius: number; warming: boolean }[] = [];
  for (const task of sorted) {
    const celsius = task.oven_c ?? 0;
    const last = steps[steps.length - 1];
    if (!last || last.celsius !== celsius) {
      steps.push({ at_min: task.start_min, celsius, warming: task.kind === "preheat" });
    }
  }
  const end = Math.max(...sorted.map((task) => task.end_min));
  if (steps.length) steps.push({ at_min: end, celsius: 0, warming: false });
  return steps;
}
