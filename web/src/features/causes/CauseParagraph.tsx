import type { Schemas } from "@/api/types";
import { grams, kcal, money, change as signed } from "@/domain/format";

interface CauseParagraphProps {
  cause: Schemas["CauseView"];
  currency: string;
  chosen: string[];
  onChoose: (id: string, on: boolean) => void;
}

/** A cause in a few sentences: how likely, what speaks for and against it, and what to change, with its price. */
export function CauseParagraph({ cause, currency, chosen, onChoose }: CauseParagraphProps) {
  return (
    <li>
      <p>
        <b className={cause.likelihood === "likely" ? "text-protein-ink" : ""}>{LIKELY[cause.likelihood]}:</b>{" "}
        {cause.words}
      </p>
      <div className="pl-4 text-note">
        {cause.speaks_for.length > 0 && (
          <p>
            <span className="text-soft">For it: </span>
            {cause.speaks_for.join(" ")}
          </p>
        )}
        {cause.speaks_against.length > 0 && (
          <p>
            <span className="text-soft">Against it: </span>
            {cause.speaks_against.join(" ")}
          </p>
        )}
        <p>
          <span className="text-soft">To tell: </span>
          {cause.apart}
        </p>
        {cause.changes.map((change) => (
          <label key={change.id} className="mt-1 flex items-start gap-2">
            <input
              type="checkbox"
              className="mt-1"
              checked={chosen.includes(change.id)}
              onChange={(event) => onChoose(change.id, event.target.checked)}
            />
            <span>
              <b>{change.words}</b> <span className="text-soft">{priceOf(change, currency)}</span>
              {change.character && <> {change.character}.</>}
              {change.mends.length > 0 && <> {change.mends.join(", ")} comes into its window.</>}
              {change.worse.length > 0 && (
                <span className="text-caution"> Pushes {change.worse.join(", ").toLowerCase()} out of its window.</span>
              )}
            </span>
          </label>
        ))}
      </div>
    </li>
  );
}

const LIKELY: Record<Schemas["Likelihood"], string> = {
  likely: "Likely",
  possible: "Possible",
  "less likely": "Less likely",
};

/** What a change costs a piece; nothing for a step. */
function priceOf(change: Schemas["ChangeView"], currency: string): string {
  if (Math.abs(change.energy_kcal) < 0.05 && Math.abs(change.protein_g) < 0.005 && !change.cost) return "";
  const cost =
    change.cost === null || Math.abs(change.cost) < 0.005
      ? ""
      : `, ${signed(change.cost, (value) => money(value, currency))}`;
  return `${signed(change.energy_kcal, kcal)} kcal, ${signed(change.protein_g, grams)} g protein${cost} a piece.`;
}
