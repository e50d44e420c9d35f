import { useQuery } from "@tanstack/react-query";
import { foodAliasEffectQuery } from "@/api/queries/questions";
import { change, grams, kcal } from "@/domain/format";
import { Sheet } from "@/ui/Sheet";

/** A name that shall mean something everywhere; null for what its words say. */
export interface Meaning {
  name: string;
  slug: string | null;
  food: string;
}

interface FoodMeaningDialogProps {
  meaning: Meaning;
  /** The formula that the choice was made in, which has it already. */
  formula_id: string;
  /** Told what the name meant before. */
  onAgree: (was: string | null) => void;
  onClose: () => void;
}

/** What becomes of other formulas before a name means something else in all of them. */
export default function FoodMeaningDialog({ meaning, formula_id, onAgree, onClose }: FoodMeaningDialogProps) {
  const { name, slug, food } = meaning;
  const query = useQuery(foodAliasEffectQuery(name, slug, formula_id));
  const effect = query.data;
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={slug ? `“${name}” means ${food} everywhere?` : `“${name}” is read by its words again?`}
      description="It holds for all formulas, and for what you type from now on. Undo takes it back."
    >
      {query.isError && (
        <p role="alert" className="text-stop">
          {query.error.message}
        </p>
      )}
      {query.isPending && (
        <p role="status" className="text-soft">
          Looking which formulas change …
        </p>
      )}
      {effect && (
        <>
          <p>
            {effect.changed.length === 0 && effect.unseen === 0
              ? "No other formula changes."
              : "A piece of these changes:"}
          </p>
          <ul className="my-2 grid gap-1" aria-label="Formulas that change">
            {effect.changed.map((each) => (
              <li key={each.formula_id} className="flex flex-wrap justify-between gap-x-4 border-b border-rim py-1">
                <b>{each.name}</b>
                <span>
                  {change(each.energy_kcal, kcal)} kcal, {change(each.protein_g, grams)} g protein
                </span>
              </li>
            ))}
          </ul>
          {effect.unseen > 0 && (
            <p className="text-soft">And {effect.unseen} more with a line of that name may change.</p>
          )}
        </>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          In this formula only
        </button>
        <button type="button" className="btn" disabled={!effect} onClick={() => effect && onAgree(effect.was)}>
          Everywhere, and from now on
        </button>
      </div>
    </Sheet>
  );
}
