import { Printer } from "lucide-react";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { grams, kcal } from "@/domain/format";
import { useFigureTitle } from "@/features/common/useFigureTitle";
import { useDraft } from "@/ui/useDraft";
import { usePersistedText } from "@/ui/usePersistedText";

const FIGURES = ["fat_g", "saturates_g", "carbohydrate_g", "sugars_g", "fibre_g", "protein_g", "salt_g"] as const;

interface PrintedLabelProps {
  worked: Schemas["EvaluatedView"];
  analysis: Schemas["AnalysisView"];
  store: DraftStore;
}

/** The label of a piece as it prints: name, ingredients with their allergens, figures, and a line of one's own. */
export function PrintedLabel({ worked, analysis, store }: PrintedLabelProps) {
  const title = useFigureTitle();
  const name = useDraft(store, (state) => state.draft.name);
  const [keep, setKeep] = usePersistedText(`keeping ${store.id}`);
  const { piece, allergens, unread } = worked;
  const complete = unread.length === 0 && allergens.unknown_lines.length === 0;
  return (
    <section className="card p-4" aria-labelledby="label-title">
      <div className="flex items-center justify-between gap-3 print:hidden">
        <h2 id="label-title">A label to print</h2>
        <button type="button" className="btn btn-quiet" onClick={() => window.print()}>
          <Printer size={16} aria-hidden />
          Print it
        </button>
      </div>
      {!complete && (
        <p className="my-2 border-l-4 border-caution bg-caution-ground px-3 py-2 text-note print:hidden">
          Something in it is not read or not known, so this is no full label yet.
        </p>
      )}
      <div className="printed mt-2 grid gap-2 border border-rim-strong p-4">
        <h3 className="font-display text-lead font-[640]">{name}</h3>
        <p className="text-note">
          {analysis.ingredients.map((each, place) => (
            <span key={each.name}>
              {place > 0 && ", "}
              {each.allergens.length ? (
                <b>
                  {each.name} ({each.allergens.join(", ")})
                </b>
              ) : (
                each.name
              )}
            </span>
          ))}
          {analysis.ingredients.length > 0 && "."}
        </p>
        {allergens.contains.length > 0 && (
          <p className="text-note">
            <b>Contains {allergens.contains.map((each) => each.name).join(", ")}.</b>
            {allergens.may_contain.length > 0 &&
              ` May contain ${allergens.may_contain.map((each) => each.name).join(", ")}.`}
          </p>
        )}
        <table className="w-full text-note">
          <thead>
            <tr className="text-soft">
              <td />
              <th scope="col" className="text-right font-normal">
                a piece, {grams(piece.mass_g)} g
              </th>
              <th scope="col" className="text-right font-normal">
                100 g
              </th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row" className="text-left font-normal">
                {title("energy_kcal")}
              </th>
              <td className="text-right">{kcal(piece.energy_kcal)} kcal</td>
              <td className="text-right">{kcal(analysis.per_100g.energy_kcal)} kcal</td>
            </tr>
            {FIGURES.map((figure) => (
              <tr key={figure}>
                <th
                  scope="row"
                  className={`text-left font-normal ${title(figure, true) === title(figure) ? "" : "pl-3"}`}
                >
                  {title(figure, true)}
                </th>
                <td className="text-right">{grams(piece[figure])} g</td>
                <td className="text-right">{grams(analysis.per_100g[figure])} g</td>
              </tr>
            ))}
          </tbody>
        </table>
        {keep.trim() && <p className="text-note">{keep}</p>}
      </div>
      <label className="mt-3 block text-note print:hidden">
        Eat by, and how to keep it
        <input
          className="field mt-1"
          maxLength={200}
          placeholder="in the fridge, by Wednesday"
          value={keep}
          onChange={(event) => setKeep(event.target.value)}
        />
      </label>
      <p className="mt-2 text-small text-soft print:hidden">
        Figures are averages and worked out, not measured. What a label for sale has to say is for local law.
      </p>
    </section>
  );
}
