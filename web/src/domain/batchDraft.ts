import type { Schemas } from "@/api/types";
import { newId } from "./ids";

/** What a batch is made from. */
export interface PlanOf {
  formula_id?: string;
  /** The kept version of the formula, 0 for as it stands. */
  number?: number;
  /** Another batch: what it was made from. */
  batch_id?: string;
  /** A text alone, read. */
  draft?: Schemas["DraftBody"];
}

/** Pieces of one weight; null where nobody weighed them. */
export interface LotTold {
  key: string;
  piece_count: number | null;
  piece_g: number | null;
}

/** A batch as far as it is told in this window: what `RecordBody` takes, and what is still being typed. */
export interface Told {
  /** The batch to be. Sent again after a lost answer, it is there once. */
  id: string;
  said: Schemas["SaidBody"][];
  lots: LotTold[];
  broken_count: number;
  dough_g: number | null;
  baked_g: number | null;
  dough_share: number;
  dough_id: string | null;
  family: string;
  oven: Schemas["Oven"] | null;
  oven_c: number | null;
  took_min: number | null;
  signs: string;
  words: string[];
  note: string;
  /** When it was made, as a field of date and time has it; empty for now. */
  made_at: string;
  wish_by: Schemas["WishedBy"];
  wish: number | null;
  /** What the first pieces weighed, as typed. */
  weights: string;
  layers: number | null;
}

export const nothingTold = (): Told => ({
  id: newId(),
  said: [],
  lots: [],
  broken_count: 0,
  dough_g: null,
  baked_g: null,
  dough_share: 1,
  dough_id: null,
  family: "",
  oven: null,
  oven_c: null,
  took_min: null,
  signs: "",
  words: [],
  note: "",
  made_at: "",
  wish_by: "count",
  wish: null,
  weights: "",
  layers: null,
});

/** A batch that is there, told anew. */
export const toldOf = (view: Schemas["BatchView"], madeAt: string): Told => ({
  ...nothingTold(),
  id: view.item.id,
  said: [...view.record.said],
  lots: view.record.lots.map((lot) => ({ key: newId(), piece_count: lot.piece_count, piece_g: lot.piece_g ?? null })),
  broken_count: view.record.broken_count,
  dough_g: view.record.dough_g ?? null,
  baked_g: view.record.baked_g ?? null,
  dough_share: view.record.dough_share,
  dough_id: view.item.dough_id,
  family: view.record.family,
  oven: view.record.oven ?? null,
  oven_c: view.record.oven_c ?? null,
  took_min: view.record.took_min ?? null,
  signs: view.record.signs,
  words: [...view.record.words],
  note: view.record.note,
  made_at: madeAt,
});

/** What is sent of it; `typing` is a saying that is not put down yet, so that its price is shown before it counts. */
export function recordBody(told: Told, typing = ""): Schemas["RecordBody"] {
  const said = typing.trim() ? [...told.said, { id: TYPING, text: typing.slice(0, 300), apart: false }] : told.said;
  return {
    said,
    lots: told.lots.flatMap(({ piece_count, piece_g }) => (piece_count ? [{ piece_count, piece_g }] : [])),
    broken_count: told.broken_count,
    dough_g: told.dough_g,
    baked_g: told.baked_g,
    dough_share: told.dough_share,
    family: told.family,
    oven: told.oven,
    oven_c: told.oven_c,
    took_min: told.took_min,
    signs: told.signs,
    words: told.words,
    note: told.note,
  };
}

/** The id of the saying that is being typed. */
export const TYPING = "typing";

/** Weights as one types them: "34, 36 31" or "34;36". What is no number is left out. */
export const weightsIn = (text: string): number[] =>
  text
    .split(/[;\s]+|,(?=\s)|(?<=\d),(?=\d{2,})/)
    .map((each) => Number(each.replace(",", ".").replace(/g$/i, "")))
    .filter((each) => each > 0 && each < 100_000)
    .slice(0, 12);

const KEY = "ample-crumb batch ";

/** What was told of a batch of this plan and not recorded yet; null for nothing, or for what cannot be read. */
export function keptTold(plan: string): Told | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY + plan) ?? "null");
    return kept && typeof kept === "object" ? { ...nothingTold(), ...(kept as Partial<Told>) } : null;
  } catch {
    return null;
  }
}

/** Keeps it in this browser, so that neither a reload nor a phone that sleeps loses it; null forgets it. */
export function keepTold(plan: string, told: Told | null): void {
  try {
    if (told) localStorage.setItem(KEY + plan, JSON.stringify(told));
    else localStorage.removeItem(KEY + plan);
  } catch {
    // A browser that keeps nothing still has it on the page.
  }
}
