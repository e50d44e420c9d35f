import { type ReactNode, Suspense } from "react";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { Band } from "@/ui/Band";

/** Below a card of the day: what was asked for, loaded when somebody asks. */
export function AskedAnswers({ children }: { children: ReactNode }) {
  return (
    <div className="border-t border-rim" aria-live="polite">
      <Suspense fallback={<p className="px-3.5 py-2.5 text-soft">Looking through what there is …</p>}>
        {children}
      </Suspense>
    </div>
  );
}

/** "150 ± 8 kcal · 12 g protein" of an answer. */
export function AnswerFigures({ figures }: { figures: Schemas["FiguresView"] }) {
  return (
    <>
      {kcal(figures.energy_kcal)}
      <Band sd={figures.sd.energy_kcal} of={figures.energy_kcal} /> kcal ·{" "}
      <span className="text-protein-ink">{grams(figures.protein_g)} g protein</span>
    </>
  );
}
