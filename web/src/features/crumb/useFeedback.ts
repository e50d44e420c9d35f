import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { lessonsQuery } from "@/api/queries";
import { lessonsChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { benchBody } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { pressId } from "@/domain/ids";
import { problemText } from "@/domain/problem";
import { useNotice } from "@/ui/Toast";

/** Keeps what was said of a batch or a dough, which the dials learn from, with a way back. */
export function useTeaching(store: DraftStore) {
  const client = useQueryClient();
  const tell = useNotice();
  const taught = (view: Schemas["LearningView"]) => {
    client.setQueryData(lessonsQuery.queryKey, view);
    void lessonsChanged(client);
  };
  const forget = useMutation({
    mutationFn: (id: string) =>
      data(api.DELETE("/api/v1/lessons/{feedback_id}", { params: { path: { feedback_id: id } } })),
    onSuccess: taught,
  });
  const say = useMutation({
    mutationFn: async ({ words, id }: { words: string; id: string }) => {
      await store.flush();
      const body = { ...benchBody(store.snapshot().draft), words, id };
      return data(
        api.POST("/api/v1/formulas/{formula_id}/feedback", { params: { path: { formula_id: store.id } }, body }),
      );
    },
    onSuccess: (view, { words, id }) => {
      taught(view);
      tell(`Kept: ${words}. The dials learn from it, a little with each batch.`, {
        label: "Undo",
        run: () => forget.mutate(id),
      });
    },
    onError: (error) => tell(problemText(error)),
  });
  return { taught, teach: (words: string) => say.mutate({ words, id: pressId("teach", words) }) };
}
