import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { fillQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { count, dayName, grams, kcal, plural } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import type { Thing, useDayWrites } from "./useDay";

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

interface FillDayProps {
  day: string;
  writes: ReturnType<typeof useDayWrites>;
}

/** What closes the day: up to three ways, from what there is. Asked for when opened. */
export function FillDay({ day, writes }: FillDayProps) {
  const [open, setOpen] = useState(false);
  const [sure, setSure] = useState(false);
  const found = useQuery({ ...fillQuery(day, sure), enabled: open });
  return (
    <section className="card mt-4" aria-labelledby="fill-title">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3.5 py-2.5">
        <h2 id="fill-title">Close the day</h2>
        <span className="text-soft">the fewest pieces that find the protein, what expires first before the rest</span>
        <span className="ml-auto flex items-center gap-3">
          {open && (
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-[var(--enamel-ink)]"
                checked={sure}
                onChange={(event) => setSure(event.target.checked)}
              />
              sure to stay under
            </label>
          )}
          <button type="button" className="btn btn-quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Close" : "Show how"}
          </button>
        </span>
      </div>
      {open && (
        <div className="border-t border-rim" aria-live="polite">
          <div className="px-3.5">
            <Pending query={found} words="Looking through what there is …" />
          </div>
          {found.data && (
            <>
              {(found.data.sentence || !found.data.met) && <p className="px-3.5 py-2.5">{found.data.sentence}</p>}
              <ol>
                {found.data.answers.map((answer) => (
                  <Answer key={answer.things.map(takenWords).join()} answer={answer} writes={writes} />
                ))}
              </ol>
            </>
          )}
        </div>
      )}
    </section>
  );
}

function Answer({ answer, writes }: { answer: Schemas["FillAnswerView"]; writes: ReturnType<typeof useDayWrites> }) {
  const pieces = answer.things.reduce((sum, thing) => sum + thing.piece_count, 0);
  const words = answer.things.map(takenWords);
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-3 border-t border-rim px-3.5 py-2.5 first:border-0">
      <div className="min-w-0">
        <div className="font-semibold">{words.join("; ")}</div>
        <div className="text-soft">
          {kcal(answer.figures.energy_kcal)}
          <Band sd={answer.figures.sd.energy_kcal} of={answer.figures.energy_kcal} /> kcal ·{" "}
          <span className="text-protein-ink">{grams(answer.figures.protein_g)} g protein</span> · stays under{" "}
          {Math.min(99, Math.round(answer.sure_share * 100))} times of 100
        </div>
        <DietAlerts alarms={answer.things.flatMap((thing) => thing.alerts)} />
      </div>
      <button
        type="button"
        className="btn"
        aria-label={`Add ${words.join("; ")}`}
        onClick={() => writes.laySeveral(`${count(pieces)} ${plural(pieces, "thing")}`, answer.things.map(thingOf))}
      >
        Add {answer.things.length > 1 ? "all" : "it"}
      </button>
    </li>
  );
}
