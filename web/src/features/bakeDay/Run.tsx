import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { useAway } from "@/api/connection";
import { historyQuery } from "@/api/queries";
import { keepShell } from "@/api/serviceWorker";
import { countdown, type DayTask, isHands, LETTERS } from "@/domain/bakeDay";
import { followers, isBegun, isDone, lastTaken, nextFood, nextStep, overWith, waitedFor } from "@/domain/runSteps";
import { AtTheBowl } from "@/features/batches/AtTheBowl";
import { Photo } from "@/features/batches/Photo";
import { useRecording } from "@/features/batches/useRecording";
import { useKeys } from "@/ui/keys";
import { useTitle } from "@/ui/useTitle";
import { toldKey } from "./batchDraftKey";
import { DeviationDialog } from "./DeviationDialog";
import { HAZARDS } from "./Lanes";
import { RunSummary } from "./RunSummary";
import { useRing } from "./useRing";
import { type Run, useRun } from "./useRun";
import { useWakeLock } from "./useWakeLock";
import { WeighIn } from "./WeighIn";

/** A bake day run from the counter: one step, in type that is read from a metre away. */
export default function RunDay() {
  const { id = "" } = useParams();
  const run = useRun(id);
  useTitle(run.day ? `${run.day.name}: the step` : "Bake day");
  useEffect(() => {
    document.documentElement.dataset.ready = "true";
    keepShell();
  }, []);
  const { day, state } = run;
  if (!day || !state) {
    return (
      <main className="flex min-h-dvh flex-col items-center justify-center gap-3 p-6 text-center">
        <h1>Bake day</h1>
        <p role="status">{run.query.error?.message ?? "Opening the bake day …"}</p>
        <Link to="/bake-day" className="btn">
          To the bake days
        </Link>
      </main>
    );
  }
  if (!day.plan) {
    return (
      <main className="flex min-h-dvh flex-col items-center justify-center gap-3 p-6 text-center">
        <h1>{day.name}</h1>
        <p>It has no plan yet.</p>
        <Link to={`/bake-day/${id}`} className="btn">
          Plan it
        </Link>
      </main>
    );
  }
  return <Steps run={run} />;
}

function Steps({ run }: { run: Run }) {
  const day = run.day as NonNullable<Run["day"]>;
  const state = run.state as NonNullable<Run["state"]>;
  const tasks = (day.plan?.tasks ?? []) as DayTask[];
  const [different, setDifferent] = useState(false);
  const [said, setSaid] = useState("");
  const heading = useRef<HTMLHeadingElement>(null);
  const away = useAway();
  const awake = useWakeLock();
  const step = nextStep(tasks, state, run.now_ms);
  const left = tasks.filter((task) => !isDone(state, task.id));
  const number = tasks.length - left.length + 1;
  useRing(state.timers, run.now_ms);

  // What is new is read out, and focus is never lost with the step that went.
  const shown = useRef(step?.id);
  useEffect(() => {
    if (shown.current !== step?.id) {
      shown.current = step?.id;
      heading.current?.focus({ preventScroll: true });
    }
  }, [step?.id]);

  function done(task: DayTask) {
    for (const each of waitedFor(task, tasks, state)) isOver(run, each);
    if (isHands(task)) {
      run.tell("done", { task: task.id });
      for (const each of followers(task, tasks, state)) begin(each);
    } else begin(task);
    setSaid("");
  }
  function begin(task: DayTask) {
    run.tell("begun", { task: task.id });
    run.tell("timer", { task: task.id, timer_min: task.window.likely, name: task.name.slice(0, 120) });
  }
  function back() {
    const last = lastTaken(tasks, state);
    if (!last) return;
    for (const each of tasks.filter((task) => task.after.includes(last.id) && isBegun(state, task.id))) {
      run.tell("timer stopped", { task: each.id });
      run.tell("back", { task: each.id });
    }
    run.tell("timer stopped", { task: last.id });
    run.tell("back", { task: last.id });
    setSaid(`Back to: ${last.name}`);
  }
  function next() {
    if (step && !(step.kind === "weigh" && nextFood(step, state))) done(step);
  }

  const food = step?.kind === "weigh" ? nextFood(step, state) : null;
  useKeys((event) => {
    const target = event.target as HTMLElement | null;
    if (event.key !== " " || target?.closest("input, button, a, [role=dialog]")) return;
    event.preventDefault();
    // A wait whose timer rang is over with the space bar too; one that runs is not, by a slip.
    if (!step) document.querySelector<HTMLButtonElement>("[data-rang]")?.click();
    else if (food) document.querySelector<HTMLButtonElement>("[data-weighed]")?.click();
    else next();
  });

  return (
    <main className="flex min-h-dvh flex-col gap-4 bg-paper p-4 md:p-8" data-run>
      <header className="flex flex-wrap items-baseline gap-x-6 gap-y-2 border-b border-rim pb-3">
        <p className="text-lead text-soft">
          {step ? (
            <>
              <b>{LETTERS[step.formula]}</b> {day.formulas[step.formula]?.name} · step {Math.min(number, tasks.length)}{" "}
              of {tasks.length}
            </>
          ) : (
            day.name
          )}
        </p>
        <Timers run={run} tasks={tasks} />
        <Link to={`/bake-day/${day.id}`} className="ml-auto text-note underline">
          Plan
        </Link>
      </header>
      {(away || run.waiting > 0) && (
        <p role="status" className="border-l-4 border-caution bg-caution-ground px-3 py-1.5">
          {away
            ? `The server cannot be reached. Go on: ${run.waiting === 1 ? "one thing waits" : `${run.waiting} things wait`} here and will be told.`
            : "Telling the kitchen …"}
        </p>
      )}
      <section className="flex flex-1 flex-col justify-center gap-4" aria-live="polite">
        {left.length === 0 || state.ended_ms ? (
          <RunSummary run={run} />
        ) : step ? (
          <>
            <h1 ref={heading} tabIndex={-1} className="run-words outline-none">
              {food ? `Weigh in: ${food.name}` : step.name}
            </h1>
            <LastTime day={day} tasks={tasks} state={state} step={step} />
            {food && <WeighIn key={`${step.id} ${food.line_id}`} run={run} step={step} />}
            {!food && <About task={step} formula_id={day.formulas[step.formula]?.formula_id ?? ""} />}
          </>
        ) : (
          <Waiting run={run} tasks={tasks} heading={heading} />
        )}
      </section>
      {said && (
        <p role="status" className="text-soft">
          {said}
        </p>
      )}
      {!awake && (
        <p className="text-note text-soft">
          This page is served over plain HTTP or by an older browser: the screen may go dark, and a reload needs the
          server. docs/deploy.md shows how to serve it over TLS in the house.
        </p>
      )}
      {left.length > 0 && !state.ended_ms && (
        <footer className="sticky bottom-0 -mx-4 grid grid-cols-[1fr_1.25fr_1fr] gap-3 bg-paper px-4 pt-2 pb-3 md:-mx-8 md:px-8">
          <button type="button" className="run-control border-rim-strong" onClick={back}>
            Back
          </button>
          <button type="button" className="run-control border-rim-strong" onClick={() => setDifferent(true)}>
            Something is different
          </button>
          <button
            type="button"
            className="run-control border-transparent bg-enamel text-on-enamel"
            disabled={!step || !!food}
            onClick={next}
          >
            {step && !isHands(step) ? "It is in, start" : "Next"}
            <span aria-hidden className="hidden text-small font-normal md:inline">
              space
            </span>
          </button>
        </footer>
      )}
      {different && (
        <DeviationDialog
          run={run}
          step={step}
          onClose={() => setDifferent(false)}
          onSkip={(task) => run.tell("skipped", { task: task.id })}
        />
      )}
    </main>
  );
}

interface LastTimeProps {
  day: NonNullable<Run["day"]>;
  tasks: DayTask[];
  state: NonNullable<Run["state"]>;
  step: DayTask;
}

/** What was noted last time, while nothing of this formula is done yet. */
function LastTime({ day, tasks, state, step }: LastTimeProps) {
  const last = day.formulas[step.formula]?.last_time;
  const begun = tasks.some((task) => task.formula === step.formula && isDone(state, task.id));
  if (!last || begun) return null;
  return (
    <p className="max-w-[60ch] border-l-4 border-window pl-3 text-title">
      <b>Last time:</b> {last}
    </p>
  );
}

/** A wait is over: it is done, and what was to be done meanwhile is too late. */
function isOver(run: Run, task: DayTask) {
  const tasks = (run.day?.plan?.tasks ?? []) as DayTask[];
  run.tell("done", { task: task.id });
  if (run.state) for (const late of overWith(task, tasks, run.state)) run.tell("skipped", { task: late.id });
}

/** What is to know of a step: as it is written, what to look for, last time's note, who may do it. */
function About({ task, formula_id }: { task: DayTask; formula_id: string }) {
  const history = useQuery({ ...historyQuery(formula_id), enabled: !!formula_id && !!task.step, retry: false });
  const photos = (history.data?.photos ?? []).filter((photo) => photo.step === task.step).slice(0, 2);
  const bakes = task.kind === "bake" || task.kind === "take out";
  return (
    <div className="grid max-w-[60ch] gap-2 text-title">
      {task.step && task.step !== task.name && <p className="text-soft">{task.step}</p>}
      {bakes && (
        <p>
          Look from {task.window.least}, likely {task.window.likely}, at most {task.window.most} min.
        </p>
      )}
      {task.sign && <p>Done when: {task.sign}.</p>}
      {task.expected && <p>{task.expected}</p>}
      {task.advice && <p>{task.advice}</p>}
      {task.noted.map((note) => (
        <p key={note} className="border-l-4 border-window pl-3">
          {note}
        </p>
      ))}
      {task.hazard && <p className="text-caution">{HAZARDS[task.hazard]}</p>}
      {task.child && isHands(task) && <p className="text-soft">A child can do this one.</p>}
      {photos.length > 0 && (
        <div className="flex flex-wrap gap-3">
          {photos.map((photo) => (
            <Photo key={photo.id} photo={photo} />
          ))}
        </div>
      )}
      {(task.kind === "portion" || task.kind === "roll") && formula_id && <AtTheBowlHere formula_id={formula_id} />}
    </div>
  );
}

/** How many pieces, of which weight: as recording a batch has it, and kept for it. */
function AtTheBowlHere({ formula_id }: { formula_id: string }) {
  const recording = useRecording({ formula_id, number: 0 }, toldKey(formula_id));
  return (
    <details className="text-base">
      <summary className="cursor-pointer text-title">How many pieces, of which weight</summary>
      <AtTheBowl recording={recording} />
    </details>
  );
}

/** All that is left waits: for what, and how long. */
function Waiting({ run, tasks, heading }: { run: Run; tasks: DayTask[]; heading: React.Ref<HTMLHeadingElement> }) {
  const state = run.state as NonNullable<Run["state"]>;
  const first = state.timers[0];
  const task = tasks.find((each) => each.id === first?.task);
  const begun = task ?? tasks.find((each) => isBegun(state, each.id));
  const rang = !!first && first.ends_ms <= run.now_ms;
  return (
    <>
      <h1 ref={heading} tabIndex={-1} className="run-words outline-none">
        {begun ? `Wait for: ${begun.name}` : "Nothing to do right now"}
      </h1>
      {first && <p className="run-figure">{countdown(first.ends_ms - run.now_ms)}</p>}
      {begun?.sign && <p className="text-title">Done when: {begun.sign}.</p>}
      {begun && (
        <p>
          <button
            type="button"
            className="run-control border-rim-strong px-6"
            data-rang={rang || undefined}
            onClick={() => isOver(run, begun)}
          >
            It is ready now
          </button>
        </p>
      )}
    </>
  );
}

/** The running timers, the one that rings first at the left. */
function Timers({ run, tasks }: { run: Run; tasks: DayTask[] }) {
  const timers = run.state?.timers ?? [];
  if (!timers.length) return null;
  return (
    <ul className="flex flex-wrap gap-x-6 gap-y-2" aria-label="Timers">
      {timers.map((timer) => {
        const left_ms = timer.ends_ms - run.now_ms;
        const task = tasks.find((each) => each.id === timer.task);
        const rings = left_ms <= 0;
        return (
          <li key={timer.task} className="flex items-baseline gap-2" data-timer={timer.task}>
            <b className={`figure text-figure ${rings ? "text-caution" : ""}`}>{rings ? "now" : countdown(left_ms)}</b>
            <span className="text-note">
              {task ? LETTERS[task.formula] : ""} {timer.name}
            </span>
            {rings && (
              <button
                type="button"
                className="btn"
                onClick={() =>
                  task && !isHands(task) ? isOver(run, task) : run.tell("timer stopped", { task: timer.task })
                }
              >
                Done
              </button>
            )}
            {rings && (
              <button
                type="button"
                className="btn btn-quiet"
                onClick={() => run.tell("timer", { task: timer.task, timer_min: 2, name: timer.name })}
              >
                2 min more
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}
