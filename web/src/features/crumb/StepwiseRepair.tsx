import type { Schemas } from "@/api/types";
import { change, grams, kcal } from "@/domain/format";

/** A repair by halves in words: how much first, up to how much, and what all of it changes in a piece. */
export function StepwiseRepair({ repair }: { repair: Schemas["StepwiseRepair"] }) {
  return (
    <>
      <b>{repair.first_words}</b> first, up to {repair.words}: {change(repair.energy_kcal, kcal)} kcal,{" "}
      {change(repair.protein_g, grams)} g protein a piece with all of it
    </>
  );
}
