import { useMutation } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { benchBody, changeLine, findLine } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { kcal } from "@/domain/format";
import { useNotice } from "@/ui/Toast";
import { useQuestionKey } from "./answering";
import { focusQuestion, openQuestions, type Question } from "./LineQuestion";

interface AskedLinesProps {
  questions: readonly Question[] | undefined;
  lines: ReadonlyMap<string, Schemas["LineView"]> | undefined;
  store: DraftStore;
}

/** How many lines ask something and how much the first of them matters, with the way to it. */
export function AskedLines({ questions, lines, store }: AskedLinesProps) {
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
      {open.some((each) => each.asks === "amount") && <ProposeAmounts store={store} />}
    </p>
  );
}

/** Amounts for the lines that say none, by what makes a dough that works; each a range as wide as its doubt. */
function ProposeAmounts({ store }: { store: DraftStore }) {
  const tell = useNotice();
  const propose = useMutation({
    mutationFn: () => data(api.POST("/api/v1/bench/amounts", { body: benchBody(store.snapshot().draft) })),
    onSuccess: (found) => {
      const { draft } = store.snapshot();
      const there = found.filter((each) => findLine(draft, each.line_id)?.text === each.was);
      if (!there.length) return tell("Every line says an amount by now.");
      store.edit((now) => there.reduce((made, { line_id, text }) => changeLine(made, line_id, { text }), now));
      tell(there.length === 1 ? "An amount is proposed." : `${there.length} amounts are proposed.`, {
        label: "Undo",
        run: () => store.undo(),
      });
    },
    onError: (error) => tell(error.message),
  });
  return (
    <button
      type="button"
      className="font-semibold text-enamel-ink underline disabled:opacity-50"
      disabled={propose.isPending}
      onClick={() => propose.mutate()}
    >
      Propose the missing amounts
    </button>
  );
}
