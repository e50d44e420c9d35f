import { useQuery } from "@tanstack/react-query";
import { fillQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { count, plural } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { DietAlerts } from "@/ui/DietAlerts";
import { AnswerFigures } from "./AskedAnswers";
import { takenWords, thingOf } from "./dayEntries";
import { addVerb, type useDayWrites } from "./useDay";

interface FillAnswersProps {
  day: string;
  sure: boolean;
  writes: ReturnType<typeof useDayWrites>;
}

/** Up to three ways to close a day, from what there is. */
export default function FillAnswers({ day, sure, writes }: FillAnswersProps) {
  const found = useQuery(fillQuery(day, sure));
  return (
    <>
      <div className="px-3.5">
        <Pending query={found} words="Looking through what there is …" />
      </div>
      {found.data && (
        <>
          {(found.data.sentence || !found.data.met) && <p className="px-3.5 py-2.5">{found.data.sentence}</p>}
          <ol>
            {found.data.answers.map((answer) => (
              <Answer key={answer.things.map(takenWords).join()} answer={answer} verb={addVerb(day)} writes={writes} />
            ))}
          </ol>
        </>
      )}
    </>
  );
}

interface AnswerProps {
  answer: Schemas["FillAnswerView"];
  verb: string;
  writes: ReturnType<typeof useDayWrites>;
}

function Answer({ answer, verb, writes }: AnswerProps) {
  const pieces = answer.things.reduce((sum, thing) => sum + thing.piece_count, 0);
  const words = answer.things.map(takenWords);
  const several = answer.things.length > 1;
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-3 border-t border-rim px-3.5 py-2.5 first:border-0">
      <div className="min-w-0">
        <div className="font-semibold">{words.join("; ")}</div>
        <div className="text-soft">
          <AnswerFigures figures={answer.figures} /> · stays under {Math.min(99, Math.round(answer.sure_share * 100))}{" "}
          times of 100
        </div>
        <DietAlerts alarms={answer.things.flatMap((thing) => thing.alerts)} />
      </div>
      <button
        type="button"
        className="btn"
        aria-label={`${verb} ${several ? "all" : "it"}: ${words.join("; ")}`}
        onClick={() => writes.laySeveral(`${count(pieces)} ${plural(pieces, "thing")}`, answer.things.map(thingOf))}
      >
        {verb} {several ? "all" : "it"}
      </button>
    </li>
  );
}
