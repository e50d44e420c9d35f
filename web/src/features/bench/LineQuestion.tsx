import type { Schemas } from "@/api/types";
import { type Draft, findLine } from "@/domain/draft";
import { change, grams, kcal } from "@/domain/format";

export type Question = Schemas["LineQuestion"];
export type Answer = Schemas["LineAnswer"];

interface LineQuestionProps {
  question: Question;
  /** Whether the line is told, because it does not stand right above. */
  named?: boolean;
  onAnswer: (question: Question, answer: Answer) => void;
  /** Left out where no product can be made of it. */
  onNewProduct?: (question: Question) => void;
}

/** What a line asks, with its answers and what each changes in a piece; keys 1 to 4 answer while the focus is in it. A
 * choice that was made stays, to be made otherwise. */
export function LineQuestion({ question, named, onAnswer, onNewProduct }: LineQuestionProps) {
  const { answers, answered, asks } = question;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a fieldset cannot wrap with the text of a line
    <div
      role="group"
      aria-label={`${question.text} ${question.line_text}`}
      data-question={question.line_id}
      className="mt-0.5 flex flex-wrap items-center gap-x-1.5 gap-y-1 text-small"
      onKeyDown={(event) => {
        const answer = /^[1-4]$/.test(event.key) ? answers[Number(event.key) - 1] : undefined;
        if (!answer || event.ctrlKey || event.metaKey || event.altKey) return;
        event.preventDefault();
        onAnswer(question, answer);
      }}
    >
      {named && <span className="mr-1 basis-full text-note font-semibold text-ink">{question.line_text}</span>}
      {!answered && <span className="mr-0.5 font-semibold text-caution">{question.text}</span>}
      {answers.map((answer, place) => (
        <button
          key={`${answer.slug} ${answer.text}`}
          type="button"
          aria-pressed={answer.holds}
          className={`rounded-md border px-2 py-0.5 text-left text-small max-md:min-h-10 ${answer.holds && answered ? "border-enamel bg-enamel text-on-enamel" : "border-rim-strong bg-card hover:bg-sunk"}`}
          onClick={() => onAnswer(question, answer)}
        >
          {!answered && (
            <kbd aria-hidden className="mr-1 text-soft max-md:hidden">
              {place + 1}
            </kbd>
          )}
          {answer.label}{" "}
          <span className={answer.holds && answered ? "" : "text-soft"}>
            {answer.holds ? (answered ? "goes in" : "as counted") : difference(answer)}
          </span>
        </button>
      ))}
      {asks === "unknown" && onNewProduct && (
        <button
          type="button"
          className="rounded-md border border-rim-strong bg-card px-2 py-0.5 text-small max-md:min-h-10 hover:bg-sunk"
          onClick={() => onNewProduct(question)}
        >
          A new product …
        </button>
      )}
    </div>
  );
}

/** What an answer changes in a piece: the energy, and the protein where that moves too. */
function difference({ energy_kcal, protein_g }: Answer): string {
  if (energy_kcal === null || protein_g === null) return "without grams";
  const protein = change(protein_g, grams);
  return `${change(energy_kcal, kcal)} kcal${protein === "0" ? "" : `, ${protein} g protein`}`;
}

/** The questions that are still asked as they are asked: a line that was typed anew meanwhile asks anew. */
export function openQuestions(
  questions: readonly Question[] | undefined,
  lines: ReadonlyMap<string, Schemas["LineView"]> | undefined,
): Question[] {
  return (questions ?? []).filter((question) => {
    const line = lines?.get(question.line_id);
    return !question.answered && line?.asks === question.asks && line.text === question.line_text;
  });
}

/** Of questions the first that nobody has answered in the draft as it stands now, before the server has seen that. */
export function firstUnanswered(questions: readonly Question[], draft: Draft): Question | undefined {
  return questions.find(({ line_id, line_text }) => {
    const line = findLine(draft, line_id);
    return line?.text === line_text && line.chosen === null;
  });
}

/** Puts the focus on a question's first answer; false where it has none. */
export function focusQuestion(line_id: string): boolean {
  const button = document.querySelector<HTMLElement>(`[data-question="${line_id}"] button`);
  button?.focus();
  button?.scrollIntoView({ block: "nearest" });
  return button !== null;
}
