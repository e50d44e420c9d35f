import type { Schemas } from "@/api/types";
import { changeLine, chooseFood } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { isSingleKey, useKeys } from "@/ui/keys";
import type { Tell } from "@/ui/Toast";
import type { Meaning } from "./FoodMeaningDialog";
import { type Answer, focusQuestion, type Question } from "./LineQuestion";

/** Has lines of one name mean a food in this formula, null for what their words say, and offers that for everywhere. */
export function chooseHere(
  store: DraftStore,
  ids: readonly string[],
  name: string,
  choice: Pick<Schemas["Choice"], "slug" | "name"> | null,
  { tell, mean }: { tell: Tell; mean: (meaning: Meaning) => void },
): void {
  const slug = choice?.slug ?? null;
  store.edit((draft) => chooseFood(draft, ids, slug));
  // A line is a formula only where it is pointed at it: the words go on to mean what they mean.
  if (slug?.startsWith("made-")) return;
  tell(choice ? `“${name}” means ${choice.name} in this formula.` : `“${name}” is read by its words here.`, {
    label: "Everywhere …",
    run: () => mean({ name, slug, food: choice?.name ?? "" }),
  });
}

/** Makes of a line what it was answered: another text, or by `choose` another food. The focus goes on to the line that
 * `next` tells, or to this one where none asks any more. */
export function answerQuestion(
  store: DraftStore,
  question: Question,
  { text, slug, label }: Answer,
  choose: (id: string, name: string, choice: Pick<Schemas["Choice"], "slug" | "name">) => void,
  next: () => string | undefined,
): void {
  const { line_id: id, name } = question;
  if (text === question.line_text) choose(id, name, { slug, name: label });
  else store.edit((draft) => changeLine(draft, id, { text, chosen: slug }));
  if (question.answered) return;
  const following = next();
  if (!following || !focusQuestion(following)) document.querySelector<HTMLElement>(`[data-line="${id}"]`)?.focus();
}

/** Q goes to the question. */
export function useQuestionKey(question: Question | undefined): void {
  useKeys((event) => {
    if (!question || event.key !== "q" || !isSingleKey(event)) return;
    event.preventDefault();
    focusQuestion(question.line_id);
  });
}
