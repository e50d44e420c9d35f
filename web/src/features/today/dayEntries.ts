import type { Schemas } from "@/api/types";
import { count, dayName } from "@/domain/format";
import type { Thing } from "./useDay";

type Taken = Schemas["TakenThing"];

/** A thing that is at hand as it is laid into a day. */
export function thingOf(taken: Taken): Thing {
  if (taken.batch_id)
    return {
      batch_id: taken.batch_id,
      lot: taken.lot ?? 1,
      shelf_id: taken.shelf_id,
      piece_count: taken.piece_count,
      sides: "",
    };
  if (taken.meal_id) return { meal_id: taken.meal_id, times: taken.piece_count };
  if (taken.formula_id) return { formula_id: taken.formula_id, piece_count: taken.piece_count };
  return { text: taken.text, times: taken.piece_count };
}

const inSentence = (day: string) => (/^(Today|Tomorrow|Yesterday)$/.test(day) ? day.toLowerCase() : day);

/** "2 × Ricotta bars, fridge, eat by Thursday". */
export function takenWords(taken: Taken): string {
  const where = taken.shelf ? `, ${taken.shelf.toLowerCase()}` : "";
  const due = taken.eat_by ? `, eat by ${inSentence(dayName(taken.eat_by.slice(0, 10)))}` : "";
  const usual = taken.usual_count == null ? "" : `, usually ${count(taken.usual_count)}`;
  return `${count(taken.piece_count)} × ${taken.name}${where}${due}${usual}`;
}
