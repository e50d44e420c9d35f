import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { count, grams, kcal } from "@/domain/format";
import { Band } from "@/ui/Band";
import { useDraft } from "@/ui/useDraft";

interface PrintedFormulaProps {
  store: DraftStore;
  worked: Schemas["EvaluatedView"];
  cautions: readonly Schemas["Hazard"][];
}

/** A line that is written in grams does not say them twice. */
const withoutGrams = (text: string, said: string) => (text.startsWith(said) ? text.slice(said.length) : text);

/** The formula as it is printed: amounts, method, what a piece brings and contains; on screen it is not there. */
export function PrintedFormula({ store, worked, cautions }: PrintedFormulaProps) {
  const draft = useDraft(store, (state) => state.draft);
  const { piece, production, allergens } = worked;
  const window = production.bake_window;
  const steps = draft.method.split("\n").filter((row) => row.trim());
  const names = (causes: readonly { name: string }[]) => causes.map((each) => each.name).join(", ");
  return (
    <article className="hidden print:block" data-on-paper>
      <h1>{draft.name}</h1>
      <p>
        Makes {count(worked.piece_count)}
        {window &&
          `; look from ${count(Math.round(window.from_min))} min, done by ${count(Math.round(window.until_min))}`}
      </p>
      {worked.parts.map((part, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two parts may be called the same
        <section key={place} className="mt-3 break-inside-avoid">
          {part.name && <h2>{part.name}</h2>}
          <table>
            <tbody>
              {part.lines
                .filter((line) => line.text.trim())
                .map((line) => (
                  <tr key={line.id}>
                    <td className="pr-3 text-right align-top font-semibold tabular-nums">
                      {line.mass_g === null ? "" : `${grams(line.mass_g)} g`}
                    </td>
                    <td>{line.mass_g === null ? line.text : withoutGrams(line.text, `${grams(line.mass_g)} g `)}</td>
                  </tr>
                ))}
            </tbody>
          </table>
        </section>
      ))}
      {steps.length > 0 && (
        <section className="mt-4">
          <h2>Method</h2>
          <ol className="list-decimal pl-6">
            {steps.map((step, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a step is told by its place
              <li key={place} className="mt-1 break-inside-avoid">
                {step.replace(/^\d{1,2}[.)]\s+/, "")}
              </li>
            ))}
          </ol>
        </section>
      )}
      <section className="mt-4 break-inside-avoid border-t border-rim-strong pt-2">
        <p>
          <b>One piece, {grams(piece.mass_g)} g:</b> {kcal(piece.energy_kcal)} kcal
          <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} />, {grams(piece.protein_g)} g protein
          <Band sd={piece.sd.protein_g} of={piece.protein_g} unit="g" />, {grams(piece.carbohydrate_g)} g carbohydrate,{" "}
          {grams(piece.fat_g)} g fat
        </p>
        {allergens.contains.length > 0 && <p>Contains {names(allergens.contains)}.</p>}
        {allergens.may_contain.length > 0 && <p>May contain {names(allergens.may_contain)}.</p>}
        {cautions.map((each) => (
          <p key={each.name}>{each.sentence}</p>
        ))}
      </section>
    </article>
  );
}
