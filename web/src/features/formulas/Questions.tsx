import { changeLine, chooseFood } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import {
  type Answer,
  firstUnanswered,
  focusQuestion,
  LineQuestion,
  type Question,
} from "@/features/bench/LineQuestion";
import type { Meaning } from "@/features/bench/MeansDialog";
import { isSingleKey, useKeys } from "@/ui/keys";
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
  useKeys((event) => {
    if (!first || event.key !== "q" || !isSingleKey(event)) return;
    event.preventDefault();
    focusQuestion(first.line_id);
  });
  if (!first) return null;

  function answer(question: Question, { slug, label, text }: Answer) {
    const { line_id, name } = question;
    if (text === question.line_text) {
      const alike = questions.filter((each) => each.name === name).map((each) => each.line_id);
      store.edit((draft) => chooseFood(draft, alike, slug));
      tell(`“${name}” means ${label} in this formula.`, {
        label: "Everywhere …",
        run: () => onMean({ name, slug, food: label }),
      });
    } else store.edit((draft) => changeLine(draft, line_id, { text, chosen: slug }));
    const next = firstUnanswered(questions, store.snapshot().draft);
    if (!next || !focusQuestion(next.line_id)) document.querySelector<HTMLElement>(`[data-line="${line_id}"]`)?.focus();
  }

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
