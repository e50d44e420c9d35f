import { useQuery } from "@tanstack/react-query";
import { previewOfBatchQuery } from "@/api/queries/questions";

import { nothingTold, recordBody } from "@/domain/batchDraft";
import { change, grams, kcal } from "@/domain/format";
import { scaledBy } from "./batchDraftKey";
import type { Run } from "./useRun";

interface ExcessAdviceProps {
  run: Run;
  formula: number;
  name: string;
  over_g: number;
  target_g: number;
  onKeep: () => void;
  onTakeOut: () => void;
}

/** Poured too much: what that costs, and what one may do. */
export function ExcessAdvice({ run, formula, name, over_g, target_g, onKeep, onTakeOut }: ExcessAdviceProps) {
  const day = run.day as NonNullable<Run["day"]>;
  const formula_id = day.formulas[formula]?.formula_id ?? "";
  const said = `used ${over_g} g ${name}`;
  const preview = useQuery({
    ...previewOfBatchQuery({
      plan: { formula_id, number: 0 },
      record: recordBody({ ...nothingTold(), said: [{ id: "over", text: said, apart: false }] }),
    }),
    retry: false,
  });
  const read = preview.data?.deviations[0];
  const factor = over_g / target_g;
  return (
    <section role="alert" className="border-l-4 border-caution bg-caution-ground p-4 md:col-span-2">
      <p className="text-title">
        {grams(over_g - target_g)} g too much.{" "}
        {read &&
          !read.problem &&
          `Kept, a piece has ${change(read.energy_kcal, kcal)} kcal and ${change(read.protein_g, grams)} g of protein.`}
      </p>
      <div className="mt-3 flex flex-wrap gap-3">
        <button type="button" className="run-control border-rim-strong px-5" onClick={onKeep}>
          Keep it
        </button>
        <button type="button" className="run-control border-rim-strong px-5" onClick={onTakeOut}>
          Take some out
        </button>
        <button
          type="button"
          className="run-control border-rim-strong px-5"
          onClick={() => {
            scaledBy(day.id, formula, factor);
            onKeep();
          }}
        >
          Rescale the rest by {change((factor - 1) * 100, grams)} %
        </button>
      </div>
    </section>
  );
}
