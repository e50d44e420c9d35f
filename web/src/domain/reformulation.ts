import type { Schemas } from "@/api/types";
import { benchBody, type Draft } from "./draft";

export type Wish = Schemas["WishBody"];
type Figures = Schemas["FiguresView"];

/** What a line may become: locked, within grams, or gone. */
export interface Hold {
  locked: boolean;
  low_g: number | null;
  high_g: number | null;
  may_go: boolean;
}

/** A food of the cupboard by what lines point at. */
export interface Food {
  slug: string;
  name: string;
}

export type SearchOption = "whole_eggs" | "keep_mass" | "at_home" | "sure" | "beyond_tolerance";

/** What is asked of the search: what a piece shall be, and what may change on the way there. */
export interface ReformulationAsk {
  wishes: readonly Wish[];
  /** By id of the line. */
  holds: ReadonlyMap<string, Hold>;
  /** Slugs of the usual foods that must not come in. */
  refused: ReadonlySet<string>;
  /** Foods that may come in beside the usual ones. */
  added: readonly Food[];
  /** Allergens that no line may contain. */
  bans: readonly string[];
  /** Limits of a dessert that may give way. */
  lifted: readonly Schemas["Limit"][];
  options: Readonly<Record<SearchOption, boolean>>;
}

export type AskChange =
  | { kind: "wish added"; wish: Wish }
  | { kind: "wish changed"; place: number; to: Partial<Wish> }
  | { kind: "wish removed"; place: number }
  | { kind: "holds"; holds: ReadonlyMap<string, Hold> }
  | { kind: "food added"; food: Food }
  | { kind: "food"; slug: string; allowed: boolean }
  | { kind: "ban"; allergen: string; banned: boolean }
  | { kind: "limit"; limit: Schemas["Limit"]; lifted: boolean }
  | { kind: "option"; option: SearchOption; on: boolean };

/** The ask to begin with: a little less energy and a little more protein than a piece has now. */
export function beginningAsk(piece: Figures): ReformulationAsk {
  return {
    wishes: [
      wish("energy_kcal", Math.max(10, Math.round((piece.energy_kcal * 0.85) / 5) * 5)),
      wish("protein_g", Math.max(1, Math.round(piece.protein_g * 1.2)), true),
    ],
    holds: new Map(),
    refused: new Set(),
    added: [],
    bans: [],
    lifted: [],
    options: { whole_eggs: true, keep_mass: true, at_home: false, sure: false, beyond_tolerance: false },
  };
}

export function changedAsk(ask: ReformulationAsk, change: AskChange): ReformulationAsk {
  switch (change.kind) {
    case "wish added":
      return { ...ask, wishes: [...ask.wishes, change.wish] };
    case "wish changed":
      return {
        ...ask,
        wishes: ask.wishes.map((wish, place) => (place === change.place ? { ...wish, ...change.to } : wish)),
      };
    case "wish removed":
      return { ...ask, wishes: ask.wishes.filter((_, place) => place !== change.place) };
    case "holds":
      return { ...ask, holds: change.holds };
    case "food added":
      return { ...ask, added: [...ask.added, change.food] };
    case "food": {
      const refused = new Set(ask.refused);
      if (change.allowed) refused.delete(change.slug);
      else refused.add(change.slug);
      return { ...ask, refused };
    }
    case "ban":
      return { ...ask, bans: within(ask.bans, change.allergen, change.banned) };
    case "limit":
      return { ...ask, lifted: within(ask.lifted, change.limit, change.lifted) };
    case "option":
      return { ...ask, options: { ...ask.options, [change.option]: change.on } };
  }
}

function within<T>(list: readonly T[], item: T, present: boolean): T[] {
  const others = list.filter((other) => other !== item);
  return present ? [...others, item] : others;
}

/** The request. `usual` are the foods that may come in where nobody said anything about them. */
export function reformulateBody(
  ask: ReformulationAsk,
  draft: Draft,
  usual: readonly Food[],
): Schemas["ReformulateBody"] {
  const lines = draft.parts.flatMap((part) => part.lines);
  const foods = [...usual, ...ask.added].map((food) => food.slug);
  return {
    ...benchBody(draft),
    ...ask.options,
    wishes: [...ask.wishes],
    bans: [...ask.bans],
    lifted: [...ask.lifted],
    holds: lines.flatMap((line) => {
      const hold = ask.holds.get(line.id);
      return hold ? [{ line_id: line.id, ...hold }] : [];
    }),
    allowed: ask.refused.size || ask.added.length ? foods.filter((slug) => !ask.refused.has(slug)) : null,
  };
}

/** A wish chosen from the list: the name of a figure, "bite:NAME:WAY", or "RULES:CLAIM". A figure begins where a piece
 * is now. */
export function newWish(chosen: string, figure: Schemas["WishFigure"] | undefined, piece: Figures): Wish {
  const [rules, claim, way] = chosen.split(":");
  if (rules === "bite" && claim && way) return { ...wish(claim, 0), way };
  if (rules && claim) return { ...wish(claim, 0), claim_of: rules };
  const now = piece[chosen as keyof Figures];
  const unknown = figure?.unit === "%" ? 20 : 1;
  const value = chosen === "sugar_kept_percent" ? 50 : typeof now === "number" ? Math.round(now) : unknown;
  return wish(chosen, value, figure?.at_least);
}

function wish(name: string, value: number, at_least = false): Wish {
  return { name, value, at_least, per_100g: false, claim_of: "", way: "" };
}
