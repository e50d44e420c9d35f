import { type DayTask, isHands } from "./bakeDay";
import type { RunState } from "./runQueue";

/** What begins by itself when what it waits for is done: nobody has to lift a hand for it. */
const BEGINS_ITSELF = ["bake", "cool in the tin", "cool", "rest"];
/** What is done some time after something was put in: at half time, not at once. */
const IN_BETWEEN = ["turn", "uncover"];

export const isDone = (state: RunState, id: string) => {
  const here = state.progress[id];
  return !!here && (here.skipped || (here.done_ms !== null && here.done_ms !== undefined));
};
export const isBegun = (state: RunState, id: string) => {
  const here = state.progress[id];
  return !!here && here.begun_ms !== null && here.begun_ms !== undefined && !isDone(state, id);
};

export const beginsItself = (task: DayTask) => BEGINS_ITSELF.includes(task.kind);

/** The oven that a task is about: its own, or of a load the one that it goes into. */
function ovenOf(task: DayTask, tasks: Map<string, DayTask>): number | null {
  if (task.oven !== null && task.oven !== undefined) return task.oven;
  if (task.kind !== "load") return null;
  for (const other of tasks.values())
    if (other.kind === "bake" && other.after.includes(task.id)) return other.oven ?? null;
  return null;
}

/** Whether an oven is free for a task: what was planned to be out of it by then is out. */
function ovenIsFree(task: DayTask, tasks: Map<string, DayTask>, state: RunState): boolean {
  const oven = ovenOf(task, tasks);
  if (oven === null) return true;
  for (const other of tasks.values()) {
    if (other.oven === oven && other.end_min <= task.start_min && other.id !== task.id && !isDone(state, other.id)) {
      if (!task.after.includes(other.id)) return false;
    }
  }
  return true;
}

/** Whether what a task waits for is done; `tasks` by id. */
function isFree(task: DayTask, tasks: Map<string, DayTask>, state: RunState, now_ms: number): boolean {
  const ready = task.after.every((id) => {
    if (isDone(state, id)) return true;
    const timer = state.timers.find((each) => each.task === id);
    return isBegun(state, id) && !!timer && timer.ends_ms <= now_ms;
  });
  if (!ready || !ovenIsFree(task, tasks, state)) return false;
  if (!IN_BETWEEN.includes(task.kind)) return true;
  // As long after it was put in as was planned.
  const before = tasks.get(task.after[0] ?? "");
  const done = state.progress[task.after[0] ?? ""]?.done_ms;
  if (!before || !done) return true;
  return now_ms >= done + (task.start_min - before.end_min) * 60_000;
}

/** The step that is next: the first by the clock that waits for nothing. Null where all that is left waits. */
export function nextStep(tasks: DayTask[], state: RunState, now_ms: number): DayTask | null {
  const known = new Map(tasks.map((task) => [task.id, task]));
  const open = tasks.filter((task) => !isDone(state, task.id) && !isBegun(state, task.id));
  const free = open.filter((task) => isFree(task, known, state, now_ms));
  // What begins by itself is a step where it did not, as after going back.
  return free.find((task) => !beginsItself(task)) ?? free[0] ?? null;
}

/** What begins by itself once this task is done. */
export function followers(task: DayTask, tasks: DayTask[], state: RunState): DayTask[] {
  return tasks.filter(
    (other) =>
      beginsItself(other) &&
      other.after.includes(task.id) &&
      other.after.every((id) => id === task.id || isDone(state, id)) &&
      !isDone(state, other.id) &&
      !isBegun(state, other.id),
  );
}

/** What was waited for, and is over when this task is done: the bake when it was taken out. */
export const waitedFor = (task: DayTask, tasks: DayTask[], state: RunState): DayTask[] =>
  tasks.filter((other) => task.after.includes(other.id) && !isHands(other) && isBegun(state, other.id));

/** What has no sense any more once something is out of the oven: turning it round. */
export const overWith = (bake: DayTask, tasks: DayTask[], state: RunState): DayTask[] =>
  tasks.filter(
    (task) =>
      IN_BETWEEN.includes(task.kind) && !isDone(state, task.id) && task.after.some((id) => bake.after.includes(id)),
  );

/** The step that was taken last, done or begun: what "back" takes back. */
export function lastTaken(tasks: DayTask[], state: RunState): DayTask | null {
  const taken_ms = (task: DayTask) => state.progress[task.id]?.done_ms ?? state.progress[task.id]?.begun_ms ?? 0;
  const taken = tasks.filter(
    (task) => !beginsItself(task) && taken_ms(task) > 0 && (isHands(task) || isBegun(state, task.id)),
  );
  return taken.sort((one, other) => taken_ms(one) - taken_ms(other)).pop() ?? null;
}

/** The next line to weigh in at a task, null where all are. */
export const nextFood = (task: DayTask, state: RunState) =>
  task.foods.find((food) => state.weighed_g[task.id]?.[food.line_id] === undefined) ?? null;

/** How near a weight is near enough, g: a fiftieth, from one to five. */
export const tolerance = (mass_g: number) => Math.max(1, Math.min(5, mass_g * 0.02));
