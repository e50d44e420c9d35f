import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "@/api/types";
import { count, grams, kcal, plural, tallyWords } from "@/domain/format";
import { Band } from "@/ui/Band";
import { Choice } from "@/ui/Choice";
import { DietAlerts } from "@/ui/DietAlerts";
import { isSingleKey, useKeys, useSingleKeys } from "@/ui/keys";
import { UsualPortion } from "./UsualPortion";
import { addVerb } from "./useDay";

type Day = Schemas["DayView"];
type Fit = Schemas["FitView"];

/** How many pieces are offered: as many as fit, as many as the person mostly has, or so many. */
const HOW_MANY = [
  ["fits", "as fits"],
  ["usual", "as usual"],
  ["1", "1"],
  ["2", "2"],
  ["3", "3"],
] as const;

/** As many of a fit as are chosen; what fits where nobody knows what is usual. */
function wanted(fit: Fit, choice: string): number {
  if (choice === "fits") return fit.piece_count;
  if (choice === "usual") return fit.usual_count ?? fit.piece_count;
  return Number(choice);
}

interface WhatFitsProps {
  view: Day;
  /** `press` says which press it was: by a key, the key; else the formula. */
  onLay: (fit: Fit, pieces: number, press: string) => void;
}

export function WhatFits({ view, onLay }: WhatFitsProps) {
  const [singleKeys] = useSingleKeys();
  const [choice, setChoice] = useState("fits");
  useKeys((event) => {
    if (!isSingleKey(event)) return;
    const fit = view.fits[Number(event.key) - 1];
    // Pressed twice, a key means what it meant the first time, whatever stands there by then.
    if (fit) onLay(fit, wanted(fit, choice), event.key);
    else if (event.key === "p") {
      const at = HOW_MANY.findIndex(([value]) => value === choice);
      setChoice(HOW_MANY[(at + 1) % HOW_MANY.length]?.[0] ?? "fits");
    } else return;
    event.preventDefault();
  });
  if (!view.budget) return null;
  return (
    <section className="card" aria-labelledby="fits-title">
      <div className="flex flex-wrap items-center gap-x-2.5 gap-y-1 border-b border-rim px-3.5 py-2.5">
        <h2 id="fits-title">What fits</h2>
        <span className="text-soft">most protein first</span>
        {view.fits.length > 0 && (
          <Choice label="How many pieces" value={choice} options={HOW_MANY} onChange={setChoice} className="ml-auto" />
        )}
      </div>
      {view.fits.length === 0 && (
        <p className="px-3.5 py-3 text-soft">
          {view.budget.room_after_planned_kcal > 0
            ? "The least piece of every formula is more than the room that is left."
            : view.budget.room_kcal > 0
              ? "What is planned takes the rest of this day."
              : "The energy target of this day is reached."}
        </p>
      )}
      <ol>
        {view.fits.map((fit, place) => (
          <FitRow
            key={fit.formula_id}
            fit={fit}
            pieces={wanted(fit, choice)}
            room_kcal={view.budget?.room_after_planned_kcal ?? 0}
            digit={singleKeys ? place + 1 : null}
            verb={addVerb(view.day)}
            onLay={(fit, pieces) => onLay(fit, pieces, fit.formula_id)}
          />
        ))}
      </ol>
    </section>
  );
}

interface FitRowProps {
  fit: Fit;
  pieces: number;
  room_kcal: number;
  digit: number | null;
  verb: string;
  onLay: (fit: Fit, pieces: number) => void;
}

function FitRow({ fit, pieces, room_kcal, digit, verb, onLay }: FitRowProps) {
  // Figures are of as many as fit; other amounts of the same piece are in proportion, their bands too.
  const share = pieces / fit.piece_count;
  const energy = fit.figures.energy_kcal * share;
  return (
    <li className="grid grid-cols-[30px_1fr_auto] items-center gap-x-3 border-b border-rim px-3.5 py-2.5 last:border-0">
      <span>{digit !== null && <kbd className="key">{digit}</kbd>}</span>
      <div className="min-w-0">
        <Link to={`/formulas/${fit.formula_id}`} className="font-semibold hover:underline">
          {fit.name}
        </Link>
        <div className="text-soft">
          {count(pieces)} {plural(pieces, "piece")} · {grams(fit.figures.mass_g * share)} g · {kcal(energy)}
          <Band sd={(fit.figures.sd.energy_kcal ?? 0) * share} of={energy} /> kcal
          {energy > room_kcal + 0.5 && <span> · {kcal(energy - room_kcal)} kcal above target</span>}
          {fit.tally && share === 1 && ` · ${tallyWords(fit.tally)}`}
          {fit.figures.without_lines > 0 && <span className="text-caution"> · without what could not be read</span>}
          {fit.stale && (fit.stopped ? " · figures of before" : " · being worked out anew")}
          {" · "}
          <UsualPortion formula_id={fit.formula_id} name={fit.name} usual={fit.usual_count} />
        </div>
        <DietAlerts alarms={fit.alerts} />
      </div>
      <div className="flex items-center gap-3">
        <span className="figure text-title text-protein-ink">{grams(fit.figures.protein_g * share)} g</span>
        <button
          type="button"
          className={digit === 1 ? "btn" : "btn btn-quiet"}
          aria-label={`${verb} ${count(pieces)}: ${plural(pieces, "piece")} of ${fit.name}`}
          onClick={() => onLay(fit, pieces)}
        >
          {verb} {count(pieces)}
        </button>
      </div>
    </li>
  );
}
