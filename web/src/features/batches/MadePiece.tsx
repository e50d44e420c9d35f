import type { Schemas } from "@/api/types";
import { change, count, grams, kcal, unreadLines } from "@/domain/format";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import { PieceFigures } from "@/ui/PieceFigures";

/** A piece as it was made beside what was planned, and all that differed. */
export function MadePiece({ view }: { view: Schemas["BatchPreview"] }) {
  const { piece, planned } = view;
  return (
    <section className="card p-4" aria-labelledby="made-title">
      <h2 id="made-title">A piece as made</h2>
      <div className="mt-2">
        <PieceFigures piece={piece}>
          one of {count(view.piece_count)} · {grams(piece.mass_g)}
          <Band sd={piece.sd.mass_g} of={piece.mass_g} unit="g" /> g
        </PieceFigures>
      </div>
      <p className="mt-2 text-note" data-against>
        Planned: {kcal(planned.energy_kcal)} kcal and {grams(planned.protein_g)} g protein, one of{" "}
        {count(view.planned_count)}. <b>{change(piece.energy_kcal - planned.energy_kcal, kcal)} kcal</b>,{" "}
        <b className="text-protein-ink">{change(piece.protein_g - planned.protein_g, grams)} g protein</b>.
      </p>
      {piece.without_lines > 0 && <p className="mt-1 text-note text-caution">{unreadLines(piece.without_lines)}.</p>}
      <DietAlerts alarms={view.alerts} />
      {view.lots.length > 1 && (
        <ul className="mt-2 grid gap-0.5 text-note" aria-label="By size">
          {view.lots.map((lot) => (
            <li key={lot.lot}>
              {lot.piece_count} of {grams(lot.piece_g)} g: {kcal(lot.figures.energy_kcal)} kcal,{" "}
              <span className="text-protein-ink">{grams(lot.figures.protein_g)} g protein</span>
            </li>
          ))}
        </ul>
      )}
      {view.difference.length > 0 && (
        <ul className="mt-2 grid gap-0.5 border-t border-rim pt-2 text-note" aria-label="All that differs">
          {view.difference.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {view.problems.map((problem) => (
        <p key={problem} role="alert" className="mt-2 text-note text-stop">
          {problem}
        </p>
      ))}
    </section>
  );
}
