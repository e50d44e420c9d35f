import type { Schemas } from "@/api/types";
import { today } from "./format";

/** A formula as it is on the Bench. Lines and parts carry a key of their own, so that a row stays itself when it moves. */
export interface Draft {
  name: string;
  family: string;
  pieces: number;
  method: string;
  parts: Part[];
  /** What "reduced" compares with; null for nothing. */
  twin: TwinChoice | null;
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
};

/** A part that is baked with the rest and used up. */
export const WHOLE: PartOptions = { loss_share: null, used_share: 1, optional: false, bake: "with the rest" };

export type TwinChoice = Schemas["TwinChoice"];

export interface Part {
  key: string;
  name: string;
  lines: Line[];
  options: PartOptions;
}

export interface Line {
  key: string;
  text: string;
  chosen: string | null;
}

/** Name of a formula that has none yet. */
export const UNNAMED = "New formula";

/** Longest text that is taken as a paste, as the server has it. */
export const MOST_PASTED = 200_000;

type Written = { name: string; options?: PartOptions; lines: readonly { text: string; chosen?: string | null }[] };

export const newLine = (text = "", chosen: string | null = null): Line => ({ key: crypto.randomUUID(), text, chosen });

export const newPart = (name = "", lines: Line[] = [newLine()], how: PartOptions = WHOLE): Part => ({
  key: crypto.randomUUID(),
  name,
  lines,
  options: how,
});

export const partsFrom = (parts: readonly Written[]): Part[] =>
  parts.map((part) =>
    newPart(
      part.name,
      part.lines.map((line) => newLine(line.text, line.chosen ?? null)),
      part.options,
    ),
  );

/** A draft that was kept by an older version of this page, with what it did not know yet. */
export const completed = (draft: Draft): Draft => ({
  ...draft,
  twin: draft.twin ?? null,
  production: { ...USUAL, ...draft.production },
  parts: draft.parts.map((part) => ({ ...part, options: part.options ?? WHOLE })),
});

/** The Bench of a stored formula; there is always a line to type in. */
export function draftFrom({ draft }: Schemas["FormulaView"]): Draft {
  const parts = partsFrom(draft.parts);
  return {
    ...draft,
    twin: draft.twin ?? null,
    production: { ...USUAL, ...draft.production },
    parts: parts.length
      ? parts.map((part) => (part.lines.length ? part : newPart(part.name, undefined, part.options)))
      : [newPart()],
  };
}

export const partsBody = (parts: Part[]): Schemas["PartBody"][] =>
  parts.map((part) => ({
    name: part.name,
    options: part.options,
    lines: part.lines.map(({ text, chosen }) => ({ text, chosen })),
  }));

/** What is on the Bench, as every question about it sends it. */
export const benchBody = (draft: Draft): Schemas["BenchBody"] => ({
  parts: partsBody(draft.parts),
  pieces: draft.pieces,
  family: draft.family,
  twin: draft.twin,
  production: draft.production,
  name: draft.name.slice(0, 120),
  method: draft.method,
  day: today(),
});

/** The draft with these parts; a line that stays as it is stays the same row. */
export function withParts(draft: Draft, parts: readonly Written[]): Draft {
  const rows = draft.parts.flatMap((part) => part.lines);
  const made = partsFrom(parts).map((part) => ({
    ...part,
    lines: part.lines.map((line) => {
      const at = rows.findIndex((row) => row.text === line.text && row.chosen === line.chosen);
      return at < 0 ? line : (rows.splice(at, 1)[0] as Line);
    }),
  }));
  return { ...draft, parts: made.length ? made : [newPart()] };
}

export const draftBody = (draft: Draft): Omit<Schemas["SavedFormula"], "version"> => ({
  ...draft,
  parts: partsBody(draft.parts),
});

/** Whether two drafts would be stored as the same. */
export const same = (one: Draft, other: Draft) => JSON.stringify(draftBody(one)) === JSON.stringify(draftBody(other));

export const isBlank = (draft: Draft) => draft.parts.every((part) => part.lines.every((line) => !line.text.trim()));

export const countLines = (draft: Draft) =>
  draft.parts.reduce((sum, part) => sum + part.lines.filter((line) => line.text.trim()).length, 0);

export function changeLine(draft: Draft, key: string, to: Partial<Line>): Draft {
  return mapParts(draft, (part) => ({
    ...part,
    lines: part.lines.map((line) => (line.key === key ? { ...line, ...to } : line)),
  }));
}

/** Puts lines behind the line `key`. */
export function insertAfter(draft: Draft, key: string, lines: Line[]): Draft {
  return mapParts(draft, (part) => {
    const at = part.lines.findIndex((line) => line.key === key);
    return at < 0 ? part : { ...part, lines: [...part.lines.slice(0, at + 1), ...lines, ...part.lines.slice(at + 1)] };
  });
}

/** Takes a line out; a part keeps one line to type in. */
export function removeLine(draft: Draft, key: string): Draft {
  return mapParts(draft, (part) => {
    if (!part.lines.some((line) => line.key === key)) return part;
    const lines = part.lines.filter((line) => line.key !== key);
    return { ...part, lines: lines.length ? lines : [newLine()] };
  });
}

/** Moves a line one place up or down, over the edge of its part into the next. */
export function moveLine(draft: Draft, key: string, by: 1 | -1): Draft {
  const p = draft.parts.findIndex((part) => part.lines.some((line) => line.key === key));
  const part = draft.parts[p];
  if (!part) return draft;
  const at = part.lines.findIndex((line) => line.key === key);
  const line = part.lines[at] as Line;
  const rest = part.lines.filter((each) => each.key !== key);
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
