import type { Schemas } from "@/api/types";
import { keepTold, keptTold, nothingTold, type Told } from "@/domain/batchDraft";
import { grams } from "@/domain/format";

/** What is told of the batch of a formula as it stands, where recording it finds it. */
export const toldKey = (formula_id: string) => `${formula_id} 0`;

const WEIGHED = "weighed-";
const SCALED = "ample-crumb scaled ";

export const toldOfRun = (formula_id: string): Told => keptTold(toldKey(formula_id)) ?? nothingTold();

/** What was weighed otherwise than written is told of the batch; null takes it back. */
export function keepWeighed(formula_id: string, food: Schemas["WeighedFood"], mass_g: number | null): void {
  const told = toldOfRun(formula_id);
  const id = `${WEIGHED}${food.line_id}`.slice(0, 40);
  const others = told.said.filter((each) => each.id !== id);
  const said =
    mass_g === null ? others : [...others, { id, text: `used ${grams(mass_g)} g ${food.name}`, apart: false }];
  keepTold(toldKey(formula_id), { ...told, said });
}

/** How many times as much the rest of a formula is made as planned, since somebody poured too much and said so. */
export function scaledBy(run: string, formula: number, to?: number): number {
  const key = `${SCALED}${run} ${formula}`;
  const before = Number(localStorage.getItem(key) ?? 1) || 1;
  if (to === undefined) return before;
  localStorage.setItem(key, String(before * to));
  return before * to;
}

/** What a run knows of the batch that was made: when, and how long it was in the oven. */
export function keepOutcome(formula_id: string, took_min: number | null): void {
  const told = toldOfRun(formula_id);
  keepTold(toldKey(formula_id), { ...told, took_min: told.took_min ?? took_min });
}
