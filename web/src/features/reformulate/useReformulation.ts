import { useMutation } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { type Draft, sameDough, withParts } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { pressId } from "@/domain/ids";
import { problemText } from "@/domain/problem";
import { useNotice } from "@/ui/Toast";

/** The search for amounts: its answers while they are of the formula as it is, how far each wish can go, and what puts
 * an answer on the Bench. */
export function useReformulation(store: DraftStore, draft: Draft, asked: Schemas["ReformulateBody"]) {
  const tell = useNotice();
  const find = useMutation({
    mutationFn: async () => ({
      of: draft,
      reached: await data(api.POST("/api/v1/bench/reformulation", { body: asked })),
    }),
  });
  // Answers are of the formula that was asked about, and would undo what has been changed in it since.
  const reached = find.data && sameDough(find.data.of, draft) ? find.data.reached : null;
  const limits = useMutation({
    mutationFn: () => data(api.POST("/api/v1/bench/reformulation/limits", { body: asked })),
  });
  const keep = useMutation({
    mutationFn: async ({ id, name }: { id: string; name: string }) => {
      await store.flush();
      const params = { path: { formula_id: store.id } };
      return data(api.POST("/api/v1/formulas/{formula_id}/versions", { params, body: { id, name } }));
    },
    onSuccess: () => tellWithUndo("It is on the Bench, and kept as a version."),
    onError: (error) => tell(problemText(error)),
  });

  function tellWithUndo(words: string) {
    tell(words, { label: "Undo", run: () => store.undo() });
  }

  function put(answer: Schemas["AnswerView"], version: boolean) {
    // Steps that were written meanwhile stay as they were written.
    const followed = find.data?.of.method === draft.method ? answer.method.method : draft.method;
    store.edit((now) => withParts(now, answer.parts, followed));
    const name = (reached?.wished ?? []).join(", ").slice(0, 80);
    if (version) keep.mutate({ id: pressId("version", store.id, name), name });
    else tellWithUndo("It is on the Bench.");
    find.reset();
  }

  /** An answer with the batch cut otherwise. */
  function putCut({ grid, answer }: Schemas["CutView"]) {
    const pieces = grid.row_count * grid.column_count;
    // Pieces that were counted are of the cut before.
    const cut = { cuts: `${grid.row_count}x${grid.column_count}`, made_count: null };
    store.edit((now) => ({
      ...withParts(now, answer.parts, answer.method.method),
      pieces,
      production: { ...now.production, ...(now.production.by === "cuts" ? cut : { made_count: null }) },
    }));
    tellWithUndo(`It is on the Bench, in ${pieces} pieces.`);
    find.reset();
  }

  return {
    reached,
    /** Whether there are answers to a formula that has changed since. */
    outdated: find.data !== undefined && reached === null,
    problems: [find.error, limits.error].flatMap((error) => (error ? [problemText(error)] : [])),
    find,
    limits,
    put,
    putCut,
  };
}
