import { useState } from "react";
import type { Schemas } from "@/api/types";
import { longDate } from "@/domain/format";
import { Problem } from "@/domain/problem";
import { TargetFields, type TypedTargets, targetsOf, typedTargets } from "./TargetFields";
import type { usePlan } from "./usePlan";

interface TypedByHandProps {
  day: string;
  view: Schemas["DayView"];
  plan: ReturnType<typeof usePlan>;
  /** What was worked out, to be looked through. */
  proposed: { targets: Schemas["Targets"]; physique: Schemas["PhysiqueBody"] } | null;
  onDone: () => void;
}

/** Targets by type of day, from a day on; or of this one day. */
export function TypedByHand({ day, view, plan, proposed, onDone }: TypedByHandProps) {
  const types = view.day_types;
  const [values, setValues] = useState<Record<string, TypedTargets>>(() =>
    Object.fromEntries(
      types.map(({ slug }) => [slug, typedTargets(proposed ? proposed.targets : view.all_targets[slug])]),
    ),
  );
  const [name, setName] = useState(view.diet_phase);
  const [from, setFrom] = useState(day);
  const [own, setOwn] = useState(typedTargets(view.own_targets));
  const problems = problemsOf(plan.setTargets.error);
  const ownProblems = problemsOf(plan.setOwn.error);

  function save() {
    const by_type = Object.fromEntries(
      types.flatMap(({ slug }) => {
        const targets = targetsOf(values[slug]);
        return targets ? [[slug, targets]] : [];
      }),
    );
    plan.setTargets.mutate(
      { from_day: from, body: { by_type, name, physique: proposed?.physique ?? null } },
      { onSuccess: onDone },
    );
  }

  return (
    <>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        {proposed && (
          <p role="status" className="mb-3 border-l-4 border-enamel-ink bg-sunk px-3 py-2">
            As worked out, for every type of day. Change what you like, and save.
          </p>
        )}
        <div className="grid gap-4 sm:grid-cols-2">
          {types.map(({ slug, name: type }) => (
            <TargetFields
              key={slug}
              title={`${type} day`}
              typed={values[slug] ?? {}}
              problems={within(problems, `/by_type/${slug}/`)}
              onChange={(typed) => {
                setValues({ ...values, [slug]: typed });
                plan.setTargets.reset();
              }}
            />
          ))}
        </div>
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <label className="grid gap-1">
            From
            <input
              type="date"
              className="field"
              value={from}
              required
              onChange={(event) => setFrom(event.target.value)}
            />
          </label>
          <label className="grid flex-1 gap-1">
            <span>
              Called <span className="text-soft">if you like</span>
            </span>
            <input
              className="field"
              maxLength={60}
              placeholder="such as before the race"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
        </div>
        <p className="mt-3 text-small text-soft">
          Below 1,200 kcal (women) or 1,500 kcal (men) a day, or when pregnant, under 18, with kidney disease, diabetes
          or a history of disordered eating, please ask a doctor or registered dietitian first.
        </p>
        {plan.setTargets.error && problems.size === 0 && (
          <p role="alert" className="mt-2 text-stop">
            {plan.setTargets.error.message}
          </p>
        )}
        <div className="mt-3 flex justify-end">
          <button type="submit" className="btn" disabled={plan.setTargets.isPending || !from}>
            {plan.setTargets.isPending ? "Saving …" : "Save targets"}
          </button>
        </div>
      </form>
      <details className="mt-3 border-t border-rim pt-3" open={view.own_targets !== null && proposed === null}>
        <summary className="cursor-pointer font-semibold">{longDate(day)} alone</summary>
        <form
          className="mt-2 grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            plan.setOwn.mutate(targetsOf(own), { onSuccess: onDone });
          }}
        >
          <TargetFields
            title="This one day"
            typed={own}
            problems={within(ownProblems, "/targets/")}
            onChange={(typed) => {
              setOwn(typed);
              plan.setOwn.reset();
            }}
          />
          <div className="flex flex-wrap justify-end gap-2">
            {view.own_targets && (
              <button
                type="button"
                className="btn btn-quiet"
                onClick={() => plan.setOwn.mutate(null, { onSuccess: onDone })}
              >
                As its type has it again
              </button>
            )}
            <button type="submit" className="btn" disabled={plan.setOwn.isPending || !targetsOf(own)}>
              For this day alone
            </button>
          </div>
        </form>
      </details>
    </>
  );
}

function problemsOf(error: Error | null): Map<string, string> {
  return new Map(error instanceof Problem ? error.errors.map((each) => [each.pointer, each.detail] as const) : []);
}

/** The sentences whose pointer begins so, by what follows. */
function within(problems: Map<string, string>, start: string): Map<string, string> {
  return new Map(
    [...problems].flatMap(([pointer, detail]) =>
      pointer.startsWith(start) ? [[pointer.slice(start.length), detail] as const] : [],
    ),
  );
}
