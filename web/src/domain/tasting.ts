import type { Schemas } from "@/api/types";

export type Tasting = Schemas["TastingView"];

/** What is asked next of a taster: a sample on a pole. */
export interface Question {
  letter: string;
  pole: Schemas["PoleView"];
}

/** All that is asked of a taster: pole by pole, each of all samples, so that they are told side by side. */
export function questionsOf(tasting: Tasting): Question[] {
  return tasting.poles.flatMap((pole) => tasting.samples.map(({ letter }) => ({ letter, pole })));
}

/** What a taster said of a sample on a pole; null for nothing yet. */
export function saidOf(tasting: Tasting, taster: string, { letter, pole }: Question): number | null {
  const mark = tasting.marks.find(
    (each) => each.taster === taster && each.letter === letter && each.pole === pole.name,
  );
  return mark?.score ?? null;
}

/** The first question that a taster has not answered, from a place on; the number of questions once there is none. */
export function nextOpen(tasting: Tasting, taster: string, from = 0): number {
  const questions = questionsOf(tasting);
  const place = questions.findIndex((each, at) => at >= from && saidOf(tasting, taster, each) === null);
  return place < 0 ? questions.length : place;
}

/** Who has said something. */
export const tastersOf = (tasting: Tasting) => [...new Set(tasting.marks.map((mark) => mark.taster))];

/** The stops between two words, as they are read out. */
export function stopsOf({ low, high }: Pick<Schemas["PoleView"], "low" | "high">): string[] {
  return [low, `rather ${low}`, "in between", `rather ${high}`, high];
}

/** How what is tasted is called to the taster. */
export const sampleName = (tasting: Tasting, letter: string) =>
  tasting.blind
    ? `Sample ${letter}`
    : (tasting.samples.find((each) => each.letter === letter)?.label ?? `Sample ${letter}`);
