import type { Schemas } from "@/api/types";
import { today } from "./format";
import { newId } from "./ids";

/** A formula as it is on the Bench. Lines carry an id and parts a key of their own, so that a row stays itself when it moves and what is said of a line holds wherever it stands by then. */
export interface Draft {
  name: string;
  family: string;
  pieces: number;
  method: string;
  parts: Part[];
  /** What "reduced" compares with; null for nothing. */
  classic: ClassicChoice | null;
  production: ProductionSettings;
}

export type ProductionSettings = Schemas["ProductionSettings"];
export type PartOptions = Schemas["PartOptions"];

/** A formula made as usual: equal pieces, nothing weighed, no tin. */
export const USUAL: ProductionSettings = {
  by: "count",
  piece_g: null,
  scoop: "",
  density_g_per_ml: null,
  small_count: 0,
  small_g: 0,
  made_count: null,
  loss_share: null,
  residue_g: 0,
  trimmings_g: 0,
  dough_g: null,
  baked_g: null,
  tins: [],
  cuts: "",
  oven: null,
  oven_c: null,
  wish: "",
  covered: false,
  seen_min: null,
  signs: "",
};

/** A part that is baked with the rest and used up. */
export const WHOLE: PartOptions = { loss_share: null, used_share: 1, optional: false, bake: "with the rest" };

export type ClassicChoice = Schemas["ClassicChoice"];

export interface Part {
  key: string;
  name: string;
  lines: Line[];
  options: PartOptions;
}

export interface Line {
  id: string;
  text: string;
  chosen: string | null;
}

/** Name of a formula that has none yet. */
export const UNNAMED = "New formula";

/** Longest text that is taken as a paste, as the server has it. */
export const MOST_PASTED = 200_000;

/** Whether two drafts are the same dough, made the same way, whatever they are called. */
export const sameDough = (one: Draft, other: Draft): boolean => one === other || doughText(one) === doughText(other);

const doughText = ({ parts, pieces, family, production }: Draft) =>
  JSON.stringify([partsBody(parts), pieces, family, production]);

/** A draft as it is stored and sent. */
export type WrittenDraft = Pick<Draft, "name" | "family" | "pieces" | "method"> & {
  classic?: ClassicChoice | null;
  production?: Partial<ProductionSettings>;
  parts: readonly Written[];
};

export type Written = {
  name: string;
  options?: PartOptions;
  lines: readonly { text: string; chosen?: string | null; id?: string }[];
};

export const newLine = (text = "", chosen: string | null = null, id = ""): Line => ({
  id: id || newId(),
  text,
  chosen,
});

export const newPart = (name = "", lines: Line[] = [newLine()], how: PartOptions = WHOLE): Part => ({
  key: newId(),
  name,
  lines,
  options: how,
});

export const partsFrom = (parts: readonly Written[]): Part[] =>
  parts.map((part) =>
    newPart(
      part.name,
      part.lines.map((line) => newLine(line.text, line.chosen ?? null, line.id)),
      part.options,
    ),
  );

/** The Bench of a stored formula; there is always a line to type in. */
export function draftFrom({ draft }: { draft: WrittenDraft }): Draft {
  const parts = partsFrom(draft.parts);
  return {
    name: draft.name,
    family: draft.family,
    pieces: draft.pieces,
    method: draft.method,
    classic: draft.classic ?? null,
    production: { ...USUAL, ...draft.production },
    parts: parts.length
      ? parts.map((part) => (part.lines.length ? part : newPart(part.name, undefined, part.options)))
      : [newPart()],
  };
}

/** The formula that a recipe becomes, as its view would bring it. */
export function draftOfRecipe(recipe: Schemas["Pasted"]): Schemas["FormulaView"]["draft"] {
  const tins = recipe.tin_id ? [{ tin_id: recipe.tin_id, count: 1 }] : [];
  return {
    name: recipe.title,
    family: "",
    pieces: recipe.pieces ?? 1,
    method: recipe.method,
    parts: recipe.parts,
    classic: null,
    production: { ...USUAL, oven_c: recipe.oven_c, oven: recipe.oven, tins },
  };
}

export const partsBody = (parts: Part[]): Schemas["PartBody"][] =>
  parts.map(({ name, options, lines }) => ({ name, options, lines }));

/** What is on the Bench, as every question about it sends it. */
export const benchBody = (draft: Draft): Schemas["BenchBody"] => ({ ...draftBody(draft), day: today() });

/** The draft with these parts; a line that stays keeps its id, and so its row. The method goes along where one is given. */
export function withParts(draft: Draft, parts: readonly Written[], method = draft.method): Draft {
  const made = partsFrom(parts);
  return { ...draft, method, parts: made.length ? made : [newPart()] };
}

export const draftBody = (draft: Draft): Omit<Schemas["SavedFormula"], "version"> => ({
  name: draft.name.slice(0, 120),
  family: draft.family,
  pieces: draft.pieces,
  method: draft.method,
  parts: partsBody(draft.parts),
  classic: draft.classic,
  production: draft.production,
});

const texts = new WeakMap<Draft, string>();

/** A draft as it is sent and kept, written out once however often it is asked for. */
export function draftText(draft: Draft): string {
  const known = texts.get(draft);
  if (known !== undefined) return known;
  const text = JSON.stringify(draftBody(draft));
  texts.set(draft, text);
  return text;
}

/** The same with more said beside it. */
export const textWith = (draft: Draft, more: object) =>
  `${draftText(draft).slice(0, -1)},${JSON.stringify(more).slice(1)}`;

/** Whether two drafts would be stored as the same. */
export const same = (one: Draft, other: Draft) => draftText(one) === draftText(other);

export const isBlank = (draft: Draft) => draft.parts.every((part) => part.lines.every((line) => !line.text.trim()));

export const countLines = (draft: Draft) =>
  draft.parts.reduce((sum, part) => sum + part.lines.filter((line) => line.text.trim()).length, 0);

export const findLine = (draft: Draft, id: string): Line | undefined =>
  draft.parts.flatMap((part) => part.lines).find((line) => line.id === id);

/** Puts a line at the end of a part. */
export function addLine(draft: Draft, place: number, line: Line): Draft {
  return {
    ...draft,
    parts: draft.parts.map((part, at) => {
      if (at !== place) return part;
      // An empty line at the end waits for typing; the new one goes before it.
      const blank = part.lines.at(-1)?.text.trim() === "";
      const lines = blank ? [...part.lines.slice(0, -1), line, ...part.lines.slice(-1)] : [...part.lines, line];
      return { ...part, lines };
    }),
  };
}

export function changeLine(draft: Draft, id: string, to: Partial<Line>): Draft {
  return mapParts(draft, (part) => ({
    ...part,
    lines: part.lines.map((line) => (line.id === id ? { ...line, ...to } : line)),
  }));
}

/** Has these lines mean a food, null for what their words say. */
export function chooseFood(draft: Draft, ids: readonly string[], chosen: string | null): Draft {
  return mapParts(draft, (part) => ({
    ...part,
    lines: part.lines.map((line) => (ids.includes(line.id) ? { ...line, chosen } : line)),
  }));
}

/** Puts lines behind the line `id`. */
export function insertAfter(draft: Draft, id: string, lines: Line[]): Draft {
  return mapParts(draft, (part) => {
    const at = part.lines.findIndex((line) => line.id === id);
    return at < 0 ? part : { ...part, lines: [...part.lines.slice(0, at + 1), ...lines, ...part.lines.slice(at + 1)] };
  });
}

/** Takes a line out; a part keeps one line to type in. */
export function removeLine(draft: Draft, id: string): Draft {
  return mapParts(draft, (part) => {
    if (!part.lines.some((line) => line.id === id)) return part;
    const lines = part.lines.filter((line) => line.id !== id);
    return { ...part, lines: lines.length ? lines : [newLine()] };
  });
}

/** Moves a line one place up or down, over the edge of its part into the next. */
export function moveLine(draft: Draft, id: string, by: 1 | -1): Draft {
  const p = draft.parts.findIndex((part) => part.lines.some((line) => line.id === id));
  const part = draft.parts[p];
  if (!part) return draft;
  const at = part.lines.findIndex((line) => line.id === id);
  const line = part.lines[at] as Line;
  const rest = part.lines.filter((each) => each.id !== id);
  const to = at + by;
  if (to >= 0 && to < part.lines.length) {
    const lines = [...rest.slice(0, to), line, ...rest.slice(to)];
    return { ...draft, parts: draft.parts.map((each, place) => (place === p ? { ...each, lines } : each)) };
  }
  const neighbour = draft.parts[p + by];
  if (!neighbour) return draft;
  const moved = by > 0 ? [line, ...neighbour.lines] : [...neighbour.lines, line];
  return {
    ...draft,
    parts: draft.parts.map((each, place) =>
      place === p
        ? { ...each, lines: rest.length ? rest : [newLine()] }
        : place === p + by
          ? { ...each, lines: moved }
          : each,
    ),
  };
}

const mapParts = (draft: Draft, change: (part: Part) => Part): Draft => ({ ...draft, parts: draft.parts.map(change) });
