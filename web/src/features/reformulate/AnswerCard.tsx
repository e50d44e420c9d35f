import type { Schemas } from "@/api/types";
import { change, grams, kcal } from "@/domain/format";
import { MethodSteps } from "@/features/common/MethodSteps";
import { MouthLine } from "@/features/common/MouthLine";
import { Band } from "@/ui/Band";
import { DialTrack, dialValue } from "@/ui/DialTrack";
import { Slab } from "@/ui/Slab";

interface AnswerCardProps {
  title: string;
  answer: Schemas["AnswerView"];
  now: Schemas["EvaluatedView"];
  onPut: (answer: Schemas["AnswerView"], version: boolean) => void;
}

/** An answer as a card of difference: the piece then, how it differs in the mouth, what changed, the steps and
 *  dials that move, and two ways to take it. */
export function AnswerCard({ title, answer, now, onPut }: AnswerCardProps) {
  const { piece } = answer;
  const moved = answer.check.dials.filter((dial, place) => {
    const was = now.check.dials[place];
    if (!was || dial.value === null || was.value === null) return false;
    return (
      was.verdict !== dial.verdict || Math.abs(dial.value - was.value) > 0.08 * Math.max(Math.abs(was.value), 1e-6)
    );
  });
  return (
    <article className="card grid gap-3 p-4" aria-label={title}>
      <div className="flex items-end gap-4">
        <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} size={72} />
        <div>
          <h2>{title}</h2>
          <p>
            <b className="figure text-figure">
              {kcal(piece.energy_kcal)}
              <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} /> kcal
            </b>{" "}
            ·{" "}
            <b className="figure text-figure text-protein-ink">
              {grams(piece.protein_g)}
              <Band sd={piece.sd.protein_g} of={piece.protein_g} unit="g" /> g protein
            </b>
          </p>
          <p className="text-note text-soft">
            {change(piece.energy_kcal - now.piece.energy_kcal, kcal)} kcal,{" "}
            {change(piece.protein_g - now.piece.protein_g, grams)} g protein; sugars {grams(piece.sugars_g)} g, fat{" "}
            {grams(piece.fat_g)} g, {grams(piece.mass_g)} g a piece
          </p>
        </div>
      </div>
      <MouthLine mouth={answer.mouth} />
      {answer.missed.length > 0 && <p className="text-caution">It misses: {answer.missed.join("; ")}.</p>}
      {answer.hazards.map((hazard) => (
        <p key={hazard.name} className="border-l-4 border-caution bg-caution-ground px-3 py-1 text-note" data-hazard>
          <b>{hazard.sentence}</b> {hazard.reason}
        </p>
      ))}
      <ul className="text-note" aria-label="What changes">
        {answer.words.map((words) => (
          <li key={words}>{words}</li>
        ))}
        {!answer.words.length && <li>Nothing: it is so already.</li>}
      </ul>
      <MethodSteps steps={answer.method.steps} />
      {moved.length > 0 && (
        <ul className="grid gap-1 sm:grid-cols-2 sm:gap-x-6" aria-label="Dials that move">
          {moved.map((dial) => (
            <li key={dial.name} className="grid grid-cols-[104px_1fr_50px] items-center gap-2 text-small">
              <span>{dial.title}</span>
              <DialTrack dial={dial} />
              <b className={`text-right ${dial.verdict === "fits" ? "" : "text-caution"}`}>{dialValue(dial)}</b>
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn" disabled={!answer.words.length} onClick={() => onPut(answer, true)}>
          Make it a version
        </button>
        <button
          type="button"
          className="btn btn-quiet"
          disabled={!answer.words.length}
          onClick={() => onPut(answer, false)}
        >
          Put it on the Bench
        </button>
      </div>
    </article>
  );
}
