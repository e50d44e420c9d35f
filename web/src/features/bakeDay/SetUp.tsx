import type { Schemas } from "@/api/types";
import { clockOf, LETTERS } from "@/domain/bakeDay";

interface SetUpProps {
  day: Schemas["BakeDayView"];
  plan: Schemas["PlanView"];
}

/** What to have ready, by the clock; printed too. */
export function SetUp({ day, plan }: SetUpProps) {
  return (
    <section className="card p-4" aria-labelledby="set-up-title">
      <p className="hidden text-title print:block">{day.name}</p>
      <h2 id="set-up-title">To have ready</h2>
      <ol className="mt-1">
        {plan.set_up.map((item) => (
          <li
            key={`${item.at_min} ${item.formula} ${item.words}`}
            className="grid grid-cols-[52px_18px_1fr] border-t border-rim py-1.5 first:border-t-0"
          >
            <b className="figure">{clockOf(item.at_min)}</b>
            <span className="text-soft">{LETTERS[item.formula]}</span>
            <span>{item.words}</span>
          </li>
        ))}
      </ol>
      {day.formulas.some((formula) => formula.last_time) && (
        <div className="mt-2 border-t border-rim pt-2">
          <h3 className="font-semibold">Last time</h3>
          <ul className="grid gap-1 text-note">
            {day.formulas.map(
              (formula, place) =>
                formula.last_time && (
                  // biome-ignore lint/suspicious/noArrayIndexKey: one formula may be made twice
                  <li key={`${formula.formula_id} ${place}`}>
                    {LETTERS[place]} {formula.last_time}
                  </li>
                ),
            )}
          </ul>
        </div>
      )}
      <ul className="mt-2 hidden text-note print:block">
        {day.formulas.map((formula, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: one formula may be made twice
          <li key={`${formula.formula_id} ${place}`}>
            {LETTERS[place]} {formula.name}
          </li>
        ))}
      </ul>
    </section>
  );
}
