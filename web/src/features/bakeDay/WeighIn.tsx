import { useEffect, useRef, useState } from "react";
import type { DayTask } from "@/domain/bakeDay";
import { grams } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { nextFood, tolerance } from "@/domain/runSteps";
import { Bowl } from "./Bowl";
import { keepWeighed, scaledBy } from "./batchDraftKey";
import { ExcessAdvice } from "./ExcessAdvice";
import { ScalePanel } from "./ScalePanel";
import type { Run } from "./useRun";
import { useScale } from "./useScale";

const MOVES_ON_MS = 1200;

/** One line at a time: how much, and the bowl that fills towards it. A weight is typed, or comes from a scale. */
export function WeighIn({ run, step }: { run: Run; step: DayTask }) {
  const state = run.state as NonNullable<Run["state"]>;
  const day = run.day as NonNullable<Run["day"]>;
  const food = nextFood(step, state);
  const scale = useScale();
  const [typed, setTyped] = useState("");
  const [over, setOver] = useState<number | null>(null);
  // What was on the scale when this line began is not this line's.
  const zero = useRef<{ line: string; mass_g: number } | null>(null);
  const formula_id = day.formulas[step.formula]?.formula_id ?? "";
  const target = (food?.mass_g ?? 0) * scaledBy(day.id, step.formula);
  const off = tolerance(target);
  const reading = scale.reading;
  if (reading && food && zero.current?.line !== food.line_id) {
    zero.current = { line: food.line_id, mass_g: reading.mass_g };
  }
  const poured = reading && !reading.overload ? Math.max(0, reading.mass_g - (zero.current?.mass_g ?? 0)) : null;
  const number = typed.trim() === "" ? null : parseNumber(typed);
  const wrong = number !== null && !(number >= 0 && number < 100_000);
  const left = step.foods.filter((each) => state.weighed_g[step.id]?.[each.line_id] === undefined);
  const rest = left.slice(1);
  const before = step.foods.filter((each) => !left.includes(each));

  function weighed(mass_g: number, keep = false) {
    if (!food) return;
    if (!keep && mass_g > target + off) {
      setOver(mass_g);
      return;
    }
    keepWeighed(formula_id, food, Math.abs(mass_g - target) <= off ? null : mass_g);
    run.tell("weighed", { task: step.id, line_id: food.line_id, mass_g, formula: step.formula });
    // With its last line the step is done.
    if (rest.length === 0) run.tell("done", { task: step.id });
    setTyped("");
    setOver(null);
  }

  const near = poured !== null && Math.abs(poured - target) <= off && !!reading?.stable;
  const tooMuch = poured !== null && poured > target + off && !!reading?.stable;
  const latest = useRef(weighed);
  latest.current = weighed;
  const shown = useRef(0);
  shown.current = poured ?? 0;
  useEffect(() => {
    if (!near && !tooMuch) return;
    const timer = window.setTimeout(() => latest.current(Math.round(shown.current * 10) / 10), MOVES_ON_MS);
    return () => window.clearTimeout(timer);
  }, [near, tooMuch]);

  if (!food) return null;
  return (
    <div className="grid items-center gap-6 md:grid-cols-2">
      {over !== null && (
        <ExcessAdvice
          run={run}
          formula={step.formula}
          name={food.name}
          over_g={over}
          target_g={target}
          onKeep={() => weighed(over, true)}
          onTakeOut={() => {
            setOver(null);
            setTyped("");
          }}
        />
      )}
      <div className="grid gap-3">
        <p className="text-title text-soft">{food.text}</p>
        <p className="run-figure" data-target>
          {grams(target)} <span className="text-title text-soft">g</span>
        </p>
        {step.noted.map((note) => (
          <p key={note} className="border-l-4 border-window pl-3 text-title">
            {note}
          </p>
        ))}
        <form
          className="flex flex-wrap items-center gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (!wrong) weighed(number ?? (poured && poured > 0 ? Math.round(poured * 10) / 10 : target));
          }}
        >
          <input
            className="field !min-h-14 !w-40 text-right !text-figure"
            aria-label={`What it weighs, g; ${grams(target)} g are wanted`}
            aria-invalid={wrong}
            inputMode="decimal"
            placeholder={grams(target)}
            maxLength={10}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <button type="submit" className="run-control border-transparent bg-enamel px-6 text-on-enamel" data-weighed>
            {number === null ? "It is in" : "That is it"}
          </button>
        </form>
        {wrong && (
          <p role="alert" className="text-stop">
            A weight is a number of grams.
          </p>
        )}
        {rest.length > 0 && (
          <p className="text-lead text-soft">
            then{" "}
            {rest
              .slice(0, 4)
              .map((each) => `${grams(each.mass_g * scaledBy(day.id, step.formula))} g ${each.name}`)
              .join(", ")}
            {rest.length > 4 && ` and ${rest.length - 4} more`}
          </p>
        )}
        {before.length > 0 && (
          <p className="text-lead text-soft line-through">{before.map((each) => each.text).join(" · ")}</p>
        )}
      </div>
      <div className="justify-self-center">
        {poured !== null && (
          <p className="run-figure text-center" data-scale>
            {grams(poured)} <span className="text-title text-soft">g</span>
          </p>
        )}
        <Bowl filled_g={over ?? (wrong ? 0 : (number ?? poured ?? 0))} target_g={target} tolerance_g={off} />
        <div className="mt-2 text-note" role="status">
          {scale.lost && <p className="text-caution">{scale.lost} Type the weight; it works the same.</p>}
          {reading?.overload && (
            <p className="text-caution">More is on the scale than it can weigh. Take something off.</p>
          )}
          {reading && reading.battery_share !== null && reading.battery_share < 0.15 && (
            <p className="text-caution">The scale's battery runs low.</p>
          )}
          {near && <p>Within {Math.round(off)} g: it moves on by itself.</p>}
        </div>
        <label className="mt-1 flex items-center gap-2 text-note">
          <input
            type="checkbox"
            className="size-6 accent-enamel"
            checked={scale.connected}
            onChange={(event) => scale.connect(event.target.checked)}
          />
          Read the scale
        </label>
        {scale.connected && <ScalePanel scale={scale} target_g={target + (zero.current?.mass_g ?? 0)} />}
      </div>
    </div>
  );
}
