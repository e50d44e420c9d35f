import type { Schemas } from "@/api/types";
import type { ProductDraft } from "./productDraft";

/** Something that an ingredients text declares and the draft does not say yet. */
export interface Offer {
  words: string;
  to: Partial<ProductDraft>;
}

type Declared = Schemas["Declared"];

/** What to offer of a declaration; `notes` are what only the baker can do about it. */
export function offersOf(draft: ProductDraft, found: Schemas["Declaration"]): { offers: Offer[]; notes: string[] } {
  const offers: Offer[] = [];
  const notes: string[] = [];
  const allergens = lacking(found.allergens, draft.allergens);
  if (allergens.length) {
    offers.push({ words: `Contains ${inWords(allergens)}.`, to: { allergens: joined(draft.allergens, allergens) } });
  }
  const traces = lacking(found.traces, draft.traces);
  if (traces.length) {
    offers.push({ words: `May contain ${inWords(traces)}.`, to: { traces: joined(draft.traces, traces) } });
  }
  const other = found.polyols.find((each) => each.name !== "erythritol");
  if (other && draft.polyol_kind !== other.name) {
    offers.push({ words: `The sugar alcohol is ${inWords([other])}.`, to: { polyol_kind: other.name } });
  }
  if (found.added_sugar.length && draft.added_sugar === "") {
    offers.push({ words: `Sugar is added (${found.added_sugar.join(", ")}).`, to: { added_sugar: "yes" } });
  }
  if (found.not_vegetarian.length && draft.vegetarian === "") {
    const words = `Not vegetarian (${found.not_vegetarian.join(", ")}).`;
    offers.push({ words, to: { vegetarian: "no", vegan: "no" } });
  } else if (found.not_vegan.length && draft.vegan === "") {
    offers.push({ words: `Not vegan (${found.not_vegan.join(", ")}).`, to: { vegan: "no" } });
  }
  if (found.polyols.length && !draft.figures.polyols_g) notes.push("It has sugar alcohols: type their grams above.");
  if (found.allulose.length && !draft.figures.allulose_g) notes.push("It has allulose: type its grams above.");
  return { offers, notes };
}

const lacking = (found: readonly Declared[], said: string[] | null) =>
  found.filter((each) => !said?.includes(each.name));

const joined = (said: string[] | null, found: readonly Declared[]) => [
  ...(said ?? []),
  ...found.map((each) => each.name),
];

const inWords = (found: readonly Declared[]) =>
  found
    .map(({ name, words }) => (words.length === 1 && words[0] === name ? name : `${name} (${words.join(", ")})`))
    .join(", ");
