import type { Schemas } from "@/api/types";
import { grams } from "@/domain/format";
import { AnswerCard } from "./AnswerCard";

interface AnswersProps {
  reached: Schemas["ReformulationView"];
  now: Schemas["EvaluatedView"];
  onPut: (answer: Schemas["AnswerView"], version: boolean) => void;
}

const WAYS = ["The nearest", "A second", "A third"];

/** What the search came to: answers as cards, or what clashes and how far each wish goes. */
export function Answers({ reached, now, onPut }: AnswersProps) {
  const met = reached.status === "met";
  return (
    <>
      {!met && (
        <div className="border-l-4 border-caution bg-caution-ground px-3 py-2" role="status" data-clash>
          <b>{reached.sentence}</b>
          {reached.answers.length > 0 && " The nearest that can be had stands below."}
          {reached.far.map((far) => (
            <p key={far.wish} className="text-note">
              “{far.wish}” goes as far as {grams(far.wish.startsWith("at least") ? far.high : far.low)} by itself, and
              is still this dessert.
            </p>
          ))}
          {reached.lifting.length > 0 && (
            <p className="text-note">It could be if {reached.lifting.join("; or if ")}.</p>
          )}
        </div>
      )}
      {reached.stopped && <p className="text-caution">The time was up; there may be a nearer one.</p>}
      {reached.answers.map((answer, place) => (
        <AnswerCard
          key={answer.words.join()}
          title={met ? `${WAYS[place] ?? "Another"} way` : "The nearest"}
          answer={answer}
          now={now}
          onPut={onPut}
        />
      ))}
      {reached.remarks.map((remark) => (
        <p key={remark} className="text-note text-soft">
          {remark}
        </p>
      ))}
    </>
  );
}
