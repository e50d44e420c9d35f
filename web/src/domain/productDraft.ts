import type { Schemas } from "@/api/types";
import { parseLabelAmount } from "./numbers";

type Item = Schemas["CupboardItem"];

/** A product as it is being typed: every field a text, so that half a number is kept as it stands. */
export interface ProductDraft {
  name: string;
  synonyms: string;
  role: string;
  style: "european" | "us";
  basis: "100 g" | "100 ml" | "serving";
  energy_unit: "kcal" | "kj";
  energy: string;
  polyol_kind: string;
  figures: Record<Figure | Measure | "serving_g" | "density_g_per_ml", string>;
  /** Null while nobody said; an empty list means none. */
  allergens: string[] | null;
  traces: string[] | null;
  vegan: Said;
  vegetarian: Said;
  added_sugar: Said;
  gtin: string;
  ingredients_text: string;
}

export type Said = "" | "yes" | "no";

export const FIGURES = [
  "fat_g",
  "saturates_g",
  "carbohydrate_g",
  "sugars_g",
  "fibre_g",
  "protein_g",
  "salt_g",
  "sodium_mg",
  "polyols_g",
  "erythritol_g",
  "allulose_g",
  "alcohol_g",
] as const;
export const MEASURES = ["scoop_g", "piece_g", "pack_g", "drained_g", "cup_g"] as const;

export type Figure = (typeof FIGURES)[number];
export type Measure = (typeof MEASURES)[number];

const NONE = Object.fromEntries(
  [...FIGURES, ...MEASURES, "serving_g", "density_g_per_ml"].map((name) => [name, ""]),
) as ProductDraft["figures"];

export const EMPTY: ProductDraft = {
  name: "",
  synonyms: "",
  role: "",
  style: "european",
  basis: "100 g",
  energy_unit: "kcal",
  energy: "",
  polyol_kind: "",
  figures: NONE,
  allergens: null,
  traces: null,
  vegan: "",
  vegetarian: "",
  added_sugar: "",
  gtin: "",
  ingredients_text: "",
};

const text = (value: number | null | undefined) => (value == null ? "" : String(Number(value.toPrecision(6))));
const said = (value: boolean | null | undefined): Said => (value == null ? "" : value ? "yes" : "no");

/** A stored product, or one that the register tells, as it is typed. */
export function draftOf(draft: Schemas["ProductDraft"]): ProductDraft {
  const { label, measures, contains } = draft;
  const figures = { ...NONE };
  for (const name of FIGURES) figures[name] = text(label[name]);
  for (const name of MEASURES) figures[name] = text(measures[name]);
  figures.serving_g = text(label.serving_g);
  figures.density_g_per_ml = text(label.density_g_per_ml);
  const inKj = label.energy_kcal == null && label.energy_kj != null;
  return {
    name: draft.name,
    synonyms: draft.synonyms.join(", "),
    role: draft.role,
    style: label.style,
    basis: label.basis,
    energy_unit: inKj ? "kj" : "kcal",
    energy: text(inKj ? label.energy_kj : label.energy_kcal),
    polyol_kind: label.polyol_kind,
    figures,
    allergens: contains.allergens ? [...contains.allergens] : null,
    traces: contains.traces ? [...contains.traces] : null,
    vegan: said(contains.vegan),
    vegetarian: said(contains.vegetarian),
    added_sugar: said(contains.added_sugar),
    gtin: draft.gtin,
    ingredients_text: draft.ingredients_text,
  };
}

/** A generic food as the beginning of an own product. */
export function copyOf(item: Item): ProductDraft {
  const figures = { ...NONE };
  const of: Partial<Record<string, number | null>> = { ...item.per_100g };
  for (const name of FIGURES) figures[name] = text(of[name]);
  return {
    ...EMPTY,
    name: `${item.name}, mine`,
    role: item.role,
    energy: text(item.per_100g.energy_kcal),
    figures,
    allergens: item.allergens ? [...item.allergens] : null,
    vegan: said(item.vegan),
    vegetarian: said(item.vegetarian),
    added_sugar: said(item.added_sugar),
  };
}

/** What measures tell, laid over a draft: only what they name. */
export function withMeasures(draft: ProductDraft, told: Schemas["ReadPackMeasures"]): Partial<ProductDraft> {
  const figures = { ...draft.figures };
  for (const name of MEASURES) if (told.measures[name] != null) figures[name] = text(told.measures[name]);
  if (told.density_g_per_ml != null) figures.density_g_per_ml = text(told.density_g_per_ml);
  return { figures };
}

const number = (typed: string) => {
  const value = parseLabelAmount(typed);
  return typed.trim() === "" || Number.isNaN(value) ? null : value;
};

/** Fields that hold something which is no number. */
export const noNumbers = (draft: ProductDraft): string[] =>
  [...Object.entries(draft.figures), ["energy", draft.energy] as const]
    .filter(([, typed]) => typed.trim() !== "" && Number.isNaN(parseLabelAmount(typed)))
    .map(([name]) => name);

export function labelBody(draft: ProductDraft): Schemas["LabelBody"] {
  const figures = Object.fromEntries(FIGURES.map((name) => [name, number(draft.figures[name])]));
  const energy = number(draft.energy);
  return {
    ...figures,
    style: draft.style,
    basis: draft.basis,
    serving_g: draft.basis === "serving" ? number(draft.figures.serving_g) : null,
    density_g_per_ml: draft.basis === "100 ml" ? number(draft.figures.density_g_per_ml) : null,
    energy_kcal: draft.energy_unit === "kcal" ? energy : null,
    energy_kj: draft.energy_unit === "kj" ? energy : null,
    polyol_kind: draft.polyol_kind,
  };
}

const asSaid = (value: Said) => (value === "" ? null : value === "yes");

export const productBody = (draft: ProductDraft, finished: boolean): Omit<Schemas["NewProduct"], "id"> => ({
  finished,
  gtin: draft.gtin,
  ingredients_text: draft.ingredients_text,

  name: draft.name,
  synonyms: draft.synonyms
    .split(",")
    .map((word) => word.trim())
    .filter(Boolean),
  role: draft.role,
  label: labelBody(draft),
  measures: Object.fromEntries(MEASURES.map((name) => [name, number(draft.figures[name])])),
  allergens: draft.allergens,
  traces: draft.traces,
  vegan: asSaid(draft.vegan),
  vegetarian: asSaid(draft.vegetarian),
  added_sugar: asSaid(draft.added_sugar),
});
