import { Link } from "react-router";
import { LETTERS } from "@/domain/bakeDay";
import { keepOutcome } from "./batchDraftKey";
import type { Run } from "./useRun";

/** All steps are done: each formula is recorded as a batch, with what was different on the way. */
export function RunSummary({ run }: { run: Run }) {
  const day = run.day as NonNullable<Run["day"]>;
  const state = run.state as NonNullable<Run["state"]>;
  const tasks = day.plan?.tasks ?? [];
  const minutesBaked = (formula: number): number | null => {
    const bakes = tasks.filter((task) => task.formula === formula && task.kind === "bake");
    const baked = bakes.map((task) => state.progress[task.id]).find((each) => each?.begun_ms && each.done_ms);
    return baked?.begun_ms && baked.done_ms
      ? Math.max(0.5, Math.round((baked.done_ms - baked.begun_ms) / 30_000) / 2)
      : null;
  };
  return (
    <>
      <h1 className="run-words">All steps are done</h1>
      <ul className="grid max-w-190 gap-3">
        {day.formulas.map((formula, place) => {
          const batch = state.batches[String(place)];
          return (
            <li
              // biome-ignore lint/suspicious/noArrayIndexKey: one formula may be made twice
              key={`${formula.formula_id} ${place}`}
              className="flex flex-wrap items-center gap-3 border-t border-rim pt-3"
            >
              <b>{LETTERS[place]}</b>
              <span className="min-w-0 flex-1 basis-44 text-title">{formula.name}</span>
              {batch ? (
                <Link to={`/batches/${batch}`} className="btn btn-quiet">
                  The batch as made
                </Link>
              ) : (
                <Link
                  to={`/batches/new?formula=${formula.formula_id}&run=${day.id}&place=${place}`}
                  className="run-control border-transparent bg-enamel px-5 text-on-enamel"
                  onClick={() => keepOutcome(formula.formula_id, minutesBaked(place))}
                >
                  Pieces and outcome
                </Link>
              )}
            </li>
          );
        })}
      </ul>
      {!state.ended_ms && (
        <p>
          <button type="button" className="run-control border-rim-strong px-6" onClick={() => run.tell("ended")}>
            End this bake day
          </button>
        </p>
      )}
      <p>
        <Link to="/bake-day" className="underline">
          To the bake days
        </Link>
      </p>
    </>
  );
}
