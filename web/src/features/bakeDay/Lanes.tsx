import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from "react";
import type { Schemas } from "@/api/types";
import { clockOf, type DayTask, heatsOf, LETTERS, laneOf, rowsOf, spanOf } from "@/domain/bakeDay";
import { useWidth } from "@/ui/useWidth";

interface LanesProps {
  day: Schemas["BakeDayView"];
  plan: Schemas["PlanView"];
  /** A task is put where it begins then, or is free again for null. */
  onPin: (task: string, start_min: number | null) => void;
  busy: boolean;
}

const STEP_MIN = 5;
const ROW_PX = 34;
const NAMED_FROM_PX = 74;
const LETTERED_FROM_PX = 15;
const NARROW_PX = 560;
const LETTER_PX = 13;

/** The present, as a minute of the day, told anew twice a minute. */
function useNowMin(day: Schemas["BakeDayView"]): number {
  const minute = () => (Date.now() - new Date(day.zero_at).getTime()) / 60_000;
  const [now, setNow] = useState(minute);
  useEffect(() => {
    const timer = window.setInterval(() => setNow((Date.now() - new Date(day.zero_at).getTime()) / 60_000), 30_000);
    return () => window.clearInterval(timer);
  }, [day.zero_at]);
  return now;
}

/** The clock from left to right over lanes: hands, ovens, the cold, what waits. On a phone one list by the clock. */
export function Lanes({ day, plan, onPin, busy }: LanesProps) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const [chosen, setChosen] = useState<string | null>(null);
  const [moving, setMoving] = useState<{ task: string; by_min: number } | null>(null);
  const now_min = useNowMin(day);
  const tasks = plan.tasks;
  const shown = tasks.find((task) => task.id === chosen) ?? null;
  const from = Math.floor((plan.start_min - 10) / 30) * 30;
  const until = Math.ceil((Math.max(plan.end_min, plan.worst_end_min) + 5) / 30) * 30;
  const left = 108;
  const scale = Math.max(0.1, (width - left - 16) / (until - from));
  const x = (minute: number) => left + (minute - from) * scale;

  function move(by_min: number) {
    if (shown && !busy) onPin(shown.id, shown.start_min + by_min);
  }
  function onKeyDown(event: KeyboardEvent) {
    const place = tasks.findIndex((task) => task.id === chosen);
    const to = (next: number) => setChosen(tasks[Math.min(tasks.length - 1, Math.max(0, next))]?.id ?? null);
    if (event.key === "ArrowDown") to(place + 1);
    else if (event.key === "ArrowUp") to(place - 1);
    else if (event.key === "ArrowRight") move(STEP_MIN);
    else if (event.key === "ArrowLeft") move(-STEP_MIN);
    else if ((event.key === "Delete" || event.key === "Backspace") && shown?.pinned) onPin(shown.id, null);
    else return;
    event.preventDefault();
  }
  function drag(task: DayTask, event: PointerEvent<HTMLDivElement>) {
    setChosen(task.id);
    if (busy) return;
    const began = event.clientX;
    const element = event.currentTarget;
    element.setPointerCapture(event.pointerId);
    let by_min = 0;
    const onMove = (moved: globalThis.PointerEvent) => {
      by_min = Math.round((moved.clientX - began) / scale / STEP_MIN) * STEP_MIN;
      setMoving({ task: task.id, by_min });
    };
    const onUp = () => {
      element.removeEventListener("pointermove", onMove);
      element.removeEventListener("pointerup", onUp);
      setMoving(null);
      if (by_min) onPin(task.id, task.start_min + by_min);
    };
    element.addEventListener("pointermove", onMove);
    element.addEventListener("pointerup", onUp);
  }

  const lanes = lanesOf(tasks);
  let top = 34;
  const placed = lanes.map((lane) => {
    const rows = rowsOf(lane.tasks);
    const height =
      (Math.max(0, ...rows.values()) + 1) * ROW_PX +
      (lane.key.startsWith("waiting") ? 8 : lane.key.startsWith("oven") ? 44 : 22);
    const here = { ...lane, rows, top, height };
    top += height + 8;
    return here;
  });
  const ticks = Array.from({ length: (until - from) / 30 + 1 }, (_, number) => from + number * 30);
  const every = scale * 30 < 52 ? 2 : 1;
  const narrow = width > 0 && width < NARROW_PX;
  return (
    <section className="card no-print p-3" aria-label="The plan by the clock">
      <div ref={box}>
        {narrow && <ByTheClock day={day} plan={plan} />}
        {width > 0 && !narrow && (
          <div
            role="listbox"
            aria-label="Tasks by the clock: up and down choose, left and right move"
            aria-activedescendant={chosen ? `task-${chosen}` : undefined}
            tabIndex={0}
            className="relative select-none"
            style={{ height: top + 10 }}
            onKeyDown={onKeyDown}
            onFocus={() => setChosen((now) => now ?? tasks[0]?.id ?? null)}
          >
            {ticks.map((tick, number) => (
              <div key={tick} aria-hidden className="absolute top-0 bottom-0" style={{ left: x(tick) }}>
                {number % every === 0 && (
                  <span className="absolute -translate-x-1/2 text-small whitespace-nowrap text-soft">
                    {clockOf(tick)}
                  </span>
                )}
                <span className="absolute top-6 bottom-0 border-l border-rim" />
              </div>
            ))}
            {day.formulas.map((formula, place) =>
              formula.ready_by_min === null || formula.ready_by_min === undefined ? null : (
                <div
                  // biome-ignore lint/suspicious/noArrayIndexKey: one formula may be made twice
                  key={`ready ${place}`}
                  aria-hidden
                  className="absolute top-6 bottom-0 border-l-2 border-dotted border-stop"
                  style={{ left: x(formula.ready_by_min) }}
                />
              ),
            )}
            {placed.map((lane) => (
              <div key={lane.key} aria-hidden>
                <div
                  className="absolute left-0 text-note leading-tight"
                  style={{ top: lane.top + 4, width: left - 10 }}
                >
                  <b>{lane.name}</b>
                  <span className="block text-small text-soft">{lane.note}</span>
                </div>
                {lane.key.startsWith("oven") && (
                  <HeatLine tasks={lane.tasks} x={x} top={lane.top} height={lane.height} width={width} />
                )}
              </div>
            ))}
            {placed
              .filter((lane) => lane.key.startsWith("hands"))
              .flatMap((lane) => labelled(groupsOf(lane.tasks), scale).map((group) => ({ ...group, top: lane.top })))
              .map((group) => (
                <span
                  key={`${group.top} ${group.from_min}`}
                  aria-hidden
                  className="absolute -translate-x-1/2 text-small text-soft"
                  style={{ left: x((group.from_min + group.until_min) / 2), top: group.top + 35 }}
                >
                  {LETTERS[group.formula]}
                </span>
              ))}
            {placed.flatMap((lane) =>
              lane.tasks.map((task) => (
                <Bar
                  key={task.id}
                  task={task}
                  chosen={task.id === chosen}
                  left={x(task.start_min + (moving?.task === task.id ? moving.by_min : 0))}
                  width={(task.end_min - task.start_min) * scale}
                  slow={
                    lane.key.startsWith("hands")
                      ? 0
                      : Math.max(0, task.window.most - (task.end_min - task.start_min)) * scale
                  }
                  top={lane.top + (lane.rows.get(task.id) ?? 0) * ROW_PX + (lane.key.startsWith("oven") ? 36 : 4)}
                  done={!!day.state.progress[task.id]?.done_ms}
                  words={wordsOf(task, day)}
                  onPointerDown={(event) => drag(task, event)}
                />
              )),
            )}
            {now_min >= from && now_min <= until && (
              <div
                aria-hidden
                className="absolute top-5 bottom-0 border-l-3 border-enamel"
                style={{ left: x(now_min) }}
              >
                <span className="absolute -bottom-1 -translate-x-1/2 rounded bg-enamel px-1.5 text-small text-on-enamel">
                  {clockOf(now_min)}
                </span>
              </div>
            )}
          </div>
        )}
      </div>
      <p className={`mt-2 min-h-11 border-t border-rim pt-2 text-note ${narrow ? "hidden" : ""}`} role="status">
        {shown ? (
          <>
            <b>
              {clockOf(shown.start_min)}–{clockOf(shown.end_min)} {LETTERS[shown.formula]} {shown.name}
            </b>
            {", "}
            {shown.window.least === shown.window.most
              ? `${shown.window.most} min`
              : `${shown.window.least}–${shown.window.most} min`}
            {shown.uses.length > 0 && `, ${shown.uses.join(" and ")}`}
            {shown.pinned && ", stays where you put it"}. {shown.advice} {shown.hazard && HAZARDS[shown.hazard]}
            {shown.child && shown.uses.includes("hands") && " A child can do it."}
            {shown.pinned && (
              <button type="button" className="btn btn-bare" onClick={() => onPin(shown.id, null)}>
                Let it move again
              </button>
            )}
          </>
        ) : (
          <span className="text-soft">
            Choose a task with the arrow keys or a press; drag it, or ← →, and it stays where you put it.
          </span>
        )}
      </p>
      <ul className="mt-1 flex flex-wrap gap-x-5 gap-y-1 text-note" aria-label="Formulas">
        {day.formulas.map((formula, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: one formula may be made twice
          <li key={`${formula.formula_id} ${place}`} className="flex items-center gap-2">
            <span aria-hidden className={`bar-${place} h-4 w-7 rounded border border-rim-strong`} />
            <b>{LETTERS[place]}</b> {formula.name}
          </li>
        ))}
      </ul>
    </section>
  );
}

export const HAZARDS: Record<string, string> = {
  raw: "Raw egg or flour: hands and spoon are not licked.",
  hot: "Hot: for grown hands.",
  blade: "A blade: for grown hands.",
};

const wordsOf = (task: DayTask, day: Schemas["BakeDayView"]) =>
  `${LETTERS[task.formula]} ${task.name}, ${clockOf(task.start_min)} to ${clockOf(task.end_min)}, ${day.formulas[task.formula]?.name ?? ""}${task.pinned ? ", put there" : ""}`;

/** Tasks of one formula that follow each other without a gap. */
function groupsOf(tasks: DayTask[]): { formula: number; from_min: number; until_min: number }[] {
  const groups: { formula: number; from_min: number; until_min: number }[] = [];
  for (const task of [...tasks].sort((one, other) => one.start_min - other.start_min)) {
    const last = groups[groups.length - 1];
    if (last && last.formula === task.formula && task.start_min - last.until_min <= 1) last.until_min = task.end_min;
    else groups.push({ formula: task.formula, from_min: task.start_min, until_min: task.end_min });
  }
  return groups;
}

/** Those of which the letters do not lie on each other. */
function labelled(groups: ReturnType<typeof groupsOf>, scale: number) {
  let last = Number.NEGATIVE_INFINITY;
  return groups.filter((group) => {
    const middle = ((group.from_min + group.until_min) / 2) * scale;
    if (middle - last < LETTER_PX) return false;
    last = middle;
    return true;
  });
}

interface Lane {
  key: string;
  name: string;
  note: string;
  tasks: DayTask[];
}

function lanesOf(tasks: DayTask[]): Lane[] {
  const by = new Map<string, DayTask[]>();
  for (const task of tasks) by.set(laneOf(task), [...(by.get(laneOf(task)) ?? []), task]);
  const rank = (key: string) => ["hands", "oven", "cold", "waiting"].indexOf(key.split(" ")[0] ?? "");
  const keys = [...by.keys()].sort((one, other) => rank(one) - rank(other) || one.localeCompare(other));
  const several = (kind: string) => keys.filter((key) => key.startsWith(kind)).length > 1;
  return keys.map((key) => {
    const here = by.get(key) ?? [];
    const [kind, number] = key.split(" ");
    const which = number && several(kind as string) ? ` ${Number(number) + 1}` : "";
    const busy = here.reduce((sum, task) => sum + task.end_min - task.start_min, 0);
    if (kind === "hands") return { key, name: `Hands${which}`, note: `${spanOf(busy)} busy`, tasks: here };
    if (kind === "oven") return { key, name: `Oven${which}`, note: "height is heat", tasks: here };
    if (kind === "cold") return { key, name: "Cold", note: "fridge, freezer", tasks: here };
    return { key, name: "Waiting", note: "needs nobody", tasks: here };
  });
}

interface BarProps {
  task: DayTask;
  chosen: boolean;
  left: number;
  width: number;
  slow: number;
  top: number;
  done: boolean;
  words: string;
  onPointerDown: (event: PointerEvent<HTMLDivElement>) => void;
}

/** A task: solid for as long as it likely takes, hatched for what it may take more. */
function Bar({ task, chosen, left, width, slow, top, done, words, onPointerDown }: BarProps) {
  return (
    <>
      <span aria-hidden className="bar-slow absolute h-6.5" style={{ left: left + width, width: slow, top: top + 2 }} />
      <div
        id={`task-${task.id}`}
        role="option"
        aria-selected={chosen}
        aria-label={words}
        tabIndex={-1}
        title={words}
        className={`bar-${task.formula} absolute h-7.5 cursor-grab touch-none overflow-hidden rounded border px-1 text-small leading-7 whitespace-nowrap ${
          chosen ? "z-10 border-2 border-ink" : "border-rim-strong"
        } ${done ? "opacity-50" : ""} ${task.pinned ? "border-b-4 border-b-ink" : ""}`}
        style={{ left, width: Math.max(3, width - 1), top }}
        onPointerDown={onPointerDown}
      >
        {width >= LETTERED_FROM_PX && <b className="bar-words">{LETTERS[task.formula]}</b>}
        {width >= NAMED_FROM_PX && <span className="bar-words"> {task.name}</span>}
      </div>
    </>
  );
}

interface HeatLineProps {
  tasks: DayTask[];
  x: (minute: number) => number;
  top: number;
  height: number;
  width: number;
}

/** What the oven is at, as a line that steps up and down. */
function HeatLine({ tasks, x, top, height, width }: HeatLineProps) {
  const steps = heatsOf(tasks);
  const hottest = Math.max(...steps.map((step) => step.celsius), 1);
  const y = (celsius: number) => height - 6 - (celsius / hottest) * (height - 30);
  let path = "";
  steps.forEach((step, number) => {
    const before = steps[number - 1]?.celsius ?? 0;
    const rise = step.warming || step.celsius < before ? 10 : 2;
    const at = x(step.at_min);
    path += `${path ? "L" : "M"}${at} ${y(before)} L${Math.min(at + rise * 2, x(steps[number + 1]?.at_min ?? step.at_min + rise))} ${y(step.celsius)} `;
  });
  return (
    <svg className="absolute left-0" style={{ top }} width={width} height={height} aria-hidden="true">
      <path d={path} className="fill-caution-ground stroke-caution" strokeWidth={2} strokeLinejoin="round" />
      {steps
        .filter((step) => step.celsius)
        .map((step) => (
          <text
            key={step.at_min}
            x={x(step.at_min) + 22}
            y={y(step.celsius) - 5}
            className="fill-caution text-small font-semibold"
          >
            {step.celsius} °C
          </text>
        ))}
    </svg>
  );
}

/** All lanes in one list: a phone is too narrow for a clock. */
function ByTheClock({ day, plan }: { day: Schemas["BakeDayView"]; plan: Schemas["PlanView"] }) {
  return (
    <ol aria-label="Tasks by the clock">
      {plan.tasks.map((task) => {
        const lane = laneOf(task).split(" ")[0];
        return (
          <li
            key={task.id}
            className="grid grid-cols-[52px_58px_1fr_auto] gap-2 border-t border-rim py-1.5 first:border-t-0"
          >
            <b className="figure">{clockOf(task.start_min)}</b>
            <span className="text-small text-soft">{lane}</span>
            <span className={day.state.progress[task.id]?.done_ms ? "text-soft line-through" : ""}>
              <b>{LETTERS[task.formula]}</b> {task.name}
            </span>
            <span className="text-small text-soft">{spanOf(task.end_min - task.start_min)}</span>
          </li>
        );
      })}
    </ol>
  );
}
