import { useQuery } from "@tanstack/react-query";
import { lessonsQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { HeatField } from "@/features/production/HeatField";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import type { Recording } from "./useRecording";

const OVENS: readonly (readonly [string, string])[] = [
  ["", "as planned"],
  ["top and bottom heat", "top and bottom heat"],
  ["fan", "fan"],
  ["air fryer", "air fryer"],
  ["toaster oven", "toaster oven"],
  ["microwave", "microwave"],
];
const OF_DOUGH = "dough ";

/** Heat, minutes, weights and words: what the dials and the oven learn from. */
export function BatchOutcome({ recording }: { recording: Recording }) {
  const { told, tell, view } = recording;
  const learned = useQuery(lessonsQuery);
  const options = learned.data?.options.filter((words) => !words.startsWith(OF_DOUGH)) ?? [];
  const window = view?.bake_window;
  const toggle = (words: string) => {
    const others = told.words.filter((each) => each !== words && each !== "just right");
    if (told.words.includes(words)) tell({ words: told.words.filter((each) => each !== words) });
    else tell({ words: words === "just right" ? [words] : [...others, words].slice(-6) });
  };
  return (
    <section className="card p-4" aria-labelledby="outcome-title">
      <h2 id="outcome-title">How it turned out</h2>
      {view?.bake_window && (
        <div className="mt-2 grid gap-x-6 gap-y-1.5 sm:grid-cols-2">
          <NumberField
            label="Done after"
            unit="min"
            placeholder={window ? `${Math.round(window.from_min)}–${Math.round(window.until_min)}` : ""}
            value={told.took_min}
            least={0.1}
            most={1000}
            onChange={(took_min) => tell({ took_min })}
          />
          <NumberField
            label="Weighs baked, without what comes on it later"
            unit="g"
            placeholder={view ? String(Math.round(view.baked_g)) : ""}
            value={told.baked_g}
            onChange={(baked_g) => tell({ baked_g })}
          />
          <span className="flex items-center justify-between gap-2">
            <span>Oven</span>
            <Select
              label="Oven"
              value={told.oven ?? ""}
              options={OVENS}
              onChange={(oven) => tell({ oven: (oven || null) as Schemas["Oven"] | null })}
            />
          </span>
          <HeatField celsius={told.oven_c} onChange={(oven_c) => tell({ oven_c })} />
          <label className="grid gap-1 sm:col-span-2">
            <span>What was seen when it was done</span>
            <input
              className="field"
              maxLength={300}
              placeholder="edges leave the tin, the middle springs back"
              value={told.signs}
              onChange={(event) => tell({ signs: event.target.value })}
            />
          </label>
        </div>
      )}
      <fieldset className="mt-3">
        <legend className="mb-1">It was</legend>
        <div className="flex flex-wrap gap-1.5">
          {options.map((words) => (
            <button
              key={words}
              type="button"
              aria-pressed={told.words.includes(words)}
              className="min-h-8 rounded border border-rim-strong px-2.5 text-note aria-pressed:border-transparent aria-pressed:bg-enamel aria-pressed:text-on-enamel"
              onClick={() => toggle(words)}
            >
              {words}
            </button>
          ))}
        </div>
      </fieldset>
      <label className="mt-3 grid gap-1">
        <span>A note on this batch</span>
        <textarea
          className="field"
          rows={2}
          maxLength={2000}
          value={told.note}
          onChange={(event) => tell({ note: event.target.value })}
        />
      </label>
    </section>
  );
}
