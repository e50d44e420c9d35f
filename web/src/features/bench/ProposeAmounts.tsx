import { useMutation } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { benchBody, changeLine, findLine } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { useNotice } from "@/ui/Toast";

/** Amounts for the lines that say none, by what makes a dough that works; each a range as wide as its doubt. */
export default function ProposeAmounts({ store }: { store: DraftStore }) {
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
