import { lazy, Suspense } from "react";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { kcal } from "@/domain/format";
import { focusQuestion, openQuestions, type Question } from "./LineQuestion";
import { useQuestionKey } from "./lineAnswers";

const ProposeAmounts = lazy(() => import("./ProposeAmounts"));

interface QuestionedLinesProps {
  questions: readonly Question[] | undefined;
  lines: ReadonlyMap<string, Schemas["LineView"]> | undefined;
  store: DraftStore;
}

/** How many lines ask something and how much the first of them matters, with the way to it. */
export function QuestionedLines({ questions, lines, store }: QuestionedLinesProps) {
  const open = openQuestions(questions, lines);
  const [first] = open;
  useQuestionKey(first);
  if (!first) return null;
  return (
    <p className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 border-caution bg-caution-ground px-3 py-1.5 text-note">
      <span>
        <b>{open.length === 1 ? "One line asks" : `${open.length} lines ask`} something.</b>{" "}
        {first.most_kcal >= 1 && `“${first.line_text.slice(0, 60)}” may move a piece by ${kcal(first.most_kcal)} kcal.`}
      </span>
      <button
        type="button"
        className="font-semibold text-enamel-ink underline"
        onClick={() => focusQuestion(first.line_id)}
      >
        Answer {open.length === 1 ? "it" : "them"} <kbd className="key max-md:hidden">Q</kbd>
      </button>
      {open.some((each) => each.asks === "amount") && (
        <Suspense>
          <ProposeAmounts store={store} />
        </Suspense>
      )}
    </p>
  );
}
