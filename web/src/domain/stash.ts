import { differenceInCalendarDays, format, parseISO } from "date-fns";
import type { Schemas } from "@/api/types";
import { count, dayName } from "./format";

export type Stash = Schemas["StashView"];
export type Stashed = Schemas["StashedView"];
export type StockPosition = Schemas["StockPositionView"];
export type Shelf = Schemas["ShelfView"];

/** Pieces of a lot of a batch on a shelf: what a press chooses. */
export interface Lying {
  batch: Stashed;
  position: StockPosition;
  shelf: Shelf;
}

export const keyOf = ({ batch, position }: Pick<Lying, "batch" | "position">) =>
  `${batch.id}.${position.lot}.${position.shelf_id}`;

const NUMBERS = ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten"];

/** A count at the beginning of a sentence: "Four", "27", "2½". */
export const numberWord = (value: number) => NUMBERS[value] ?? count(value);

/** Until when something is good, as a word: "today", "tomorrow", "Sunday", "29 Nov", "February". */
export function dueWord(until: string, now: string): string {
  const day = parseISO(until);
  const away = differenceInCalendarDays(day, parseISO(now));
  if (away === 0) return "today";
  if (away === 1) return "tomorrow";
  if (away === -1) return "yesterday";
  if (away > 1 && away < 7) return format(day, "EEEE");
  return away > 45 ? format(day, "MMMM") : format(day, "d MMM");
}

/** When it was made, within a sentence: "yesterday", "Wednesday". */
export function madeWord(moment: string): string {
  const name = dayName(moment);
  return name === "Today" || name === "Yesterday" ? name.toLowerCase() : name;
}

/** Whether it is for today or tomorrow, and not past. */
export function isDue(position: StockPosition, now: string): boolean {
  return (
    !position.past && !position.for_taste && differenceInCalendarDays(parseISO(position.eat_by), parseISO(now)) <= 1
  );
}

/** What lies on a shelf: what is past at the left end, then what must be eaten first. */
export function lyingOn(stash: Stash, shelf: Shelf): Lying[] {
  const found = stash.batches.flatMap((batch) =>
    batch.positions
      .filter((position) => position.shelf_id === shelf.id)
      .map((position) => ({ batch, position, shelf })),
  );
  return found.sort((one, other) => Date.parse(one.position.eat_by) - Date.parse(other.position.eat_by));
}

/** All that lies anywhere, what must be eaten first at the front. */
export function allLying(stash: Stash): Lying[] {
  return stash.shelves
    .flatMap((shelf) => lyingOn(stash, shelf))
    .sort((one, other) => Date.parse(one.position.eat_by) - Date.parse(other.position.eat_by));
}

const sum = (lying: Lying[]) => lying.reduce((total, each) => total + each.position.piece_count, 0);
const are = (pieces: number) => (pieces === 1 ? "is" : "are");

/** What must be eaten, and what the freezer would save. */
export function stashSentence(stash: Stash): { first: string; more: string } {
  const all = allLying(stash);
  if (!all.length) return { first: "Nothing is kept.", more: "A batch that is recorded comes to lie here." };
  const due = all.filter(({ position }) => isDue(position, stash.now));
  const past = sum(all.filter(({ position }) => position.past));
  const pieces = sum(all);
  const first = due.length
    ? `${numberWord(sum(due))} of ${count(pieces)} ${pieces === 1 ? "piece" : "pieces"} ${are(sum(due))} for today or tomorrow.`
    : `${numberWord(pieces)} ${pieces === 1 ? "piece" : "pieces"}, none of ${pieces === 1 ? "it" : "them"} for today or tomorrow.`;
  const frozen = sum(due.filter(({ position }) => position.frozen_until !== null));
  const more = [
    past ? `${numberWord(past)} ${are(past)} past ${past === 1 ? "its" : "their"} careful date.` : "",
    frozen ? `${frozen === sum(due) ? "All" : numberWord(frozen)} of those would keep in the freezer.` : "",
  ];
  return { first, more: more.filter(Boolean).join(" ") };
}

/** The reasons that are offered for throwing away. */
export const THROWN_FOR = ["past its date", "mould or smell", "dry or stale", "did not turn out", "too many"] as const;

const DONE: Record<string, string> = {
  made: "made",
  moved: "moved",
  eaten: "eaten",
  given: "given away",
  thrown: "thrown away",
  corrected: "counted again",
};

/** A move in words: "6 moved to Freezer", "2 thrown away: dry". */
export function moveWords(move: Schemas["MoveView"], shelves: Shelf[]): string {
  const to = shelves.find((shelf) => shelf.id === move.to_shelf_id)?.name;
  const where = move.kind === "moved" || move.kind === "made" ? ` to ${to ?? "a shelf that is gone"}` : "";
  const sign = move.kind === "corrected" ? (move.to_shelf_id ? "+" : "−") : "";
  return `${sign}${count(move.piece_count)} ${DONE[move.kind] ?? move.kind}${where}${move.reason && `: ${move.reason}`}`;
}
