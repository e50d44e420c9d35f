import type { DraftStore } from "@/domain/draftStore";
import type { Meaning } from "@/features/bench/FoodMeaningDialog";
import { type Answer, firstUnanswered, LineQuestion, type Question } from "@/features/bench/LineQuestion";
import { answerQuestion, chooseHere, useQuestionKey } from "@/features/bench/lineAnswers";
import type { Tell } from "@/ui/Toast";

interface QuestionsProps {
  questions: readonly Question[];
  store: DraftStore;
  tell: Tell;
  onMean: (meaning: Meaning) => void;
  onNewProduct: (question: Question) => void;
}

/** All that a paste asks, what changes a piece most first. */
export function Questions({ questions, store, tell, onMean, onNewProduct }: QuestionsProps) {
  const [first] = questions;
  useQuestionKey(first);
  if (!first) return null;

  const answer = (question: Question, answer: Answer) =>
    answerQuestion(
      store,
      question,
      answer,
      (_, name, choice) => {
        const alike = questions.filter((each) => each.name === name).map((each) => each.line_id);
        chooseHere(store, alike, name, choice, { tell, mean: onMean });
      },
      () => firstUnanswered(questions, store.snapshot().draft)?.line_id,
    );

  return (
    <section className="card mt-3 border-l-4 border-l-caution p-4" aria-labelledby="questions-title">
      <h2 id="questions-title">
        {questions.length === 1 ? "One line asks" : `${questions.length} lines ask`}{" "}
        <span className="text-small font-normal text-soft max-md:hidden">
          <kbd className="key">Q</kbd> goes to them, <kbd className="key">1</kbd> to <kbd className="key">4</kbd>{" "}
          answer; what you leave keeps its doubt
        </span>
      </h2>
      <ul className="mt-1 grid gap-x-6 gap-y-2 lg:grid-cols-2">
        {questions.map((question) => (
          <li key={question.line_id}>
            <LineQuestion question={question} named onAnswer={answer} onNewProduct={onNewProduct} />
          </li>
        ))}
      </ul>
    </section>
  );
}
