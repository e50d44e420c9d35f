import type { AskChange, Food, ReformulationAsk } from "@/domain/reformulation";
import { Select } from "@/ui/Select";
import { AllowFood } from "./AllowFood";

interface FoodChoicesProps {
  ask: ReformulationAsk;
  change: (change: AskChange) => void;
  /** The foods that may come in where nobody said anything about them. */
  usual: readonly Food[];
  allergens: readonly string[];
}

/** Which foods may come in, and what must not be in it. */
export function FoodChoices({ ask, change, usual, allergens }: FoodChoicesProps) {
  const candidates = [...usual, ...ask.added];
  return (
    <details className="card px-4 py-2">
      <summary className="cursor-pointer font-semibold">What may come in</summary>
      <ul className="mt-1 grid grid-cols-2 gap-x-3">
        {candidates.map(({ slug, name }) => (
          <li key={slug}>
            <label className="flex items-baseline gap-2 py-0.5 text-note">
              <input
                type="checkbox"
                className="accent-enamel"
                checked={!ask.refused.has(slug)}
                onChange={(event) => change({ kind: "food", slug, allowed: event.target.checked })}
              />
              {name}
            </label>
          </li>
        ))}
      </ul>
      <AllowFood taken={candidates.map((food) => food.slug)} onAllow={(food) => change({ kind: "food added", food })} />
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Select
          label="Must not contain"
          value=""
          options={[
            ["", "must not contain …"],
            ...allergens.filter((name) => !ask.bans.includes(name)).map((name) => [name, name] as const),
          ]}
          onChange={(allergen) => allergen && change({ kind: "ban", allergen, banned: true })}
        />
        {ask.bans.map((allergen) => (
          <button
            key={allergen}
            type="button"
            className="btn btn-quiet"
            aria-label={`May contain ${allergen} again`}
            onClick={() => change({ kind: "ban", allergen, banned: false })}
          >
            no {allergen} ×
          </button>
        ))}
      </div>
    </details>
  );
}
