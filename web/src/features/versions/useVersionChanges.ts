import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { formulaQuery, versionsQuery } from "@/api/queries";
import { versionKept } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { problemText } from "@/domain/problem";
import { useNotice } from "@/ui/Toast";
import { type Version, versionName } from "./versionName";

/** What can be done with the kept states of a formula; each shows what came of it, or says why it did not. */
export function useVersionChanges(store: DraftStore) {
  const client = useQueryClient();
  const tell = useNotice();
  const failed = (error: Error) => tell(problemText(error));
  const show = (view: Schemas["VersionsView"]) => {
    client.setQueryData(versionsQuery(store.id).queryKey, view);
  };
  const path = { formula_id: store.id };
  const keep = useMutation({
    mutationFn: async ({ id, name }: { id: string; name: string }) => {
      await store.flush();
      return data(api.POST("/api/v1/formulas/{formula_id}/versions", { params: { path }, body: { id, name } }));
    },
    onSuccess: show,
    onError: failed,
  });
  const bake = useMutation({
    mutationFn: (number: number) =>
      data(api.PUT("/api/v1/formulas/{formula_id}/bake", { params: { path }, body: { number } })),
    onSuccess: show,
    onError: failed,
  });
  const rename = useMutation({
    mutationFn: ({ number, to }: { number: number; to: string }) =>
      data(
        api.PUT("/api/v1/formulas/{formula_id}/versions/{number}", {
          params: { path: { ...path, number } },
          body: { name: to },
        }),
      ),
    onSuccess: show,
    onError: failed,
  });
  const restore = useMutation({
    mutationFn: async (version: Version) => {
      await store.flush();
      return data(
        api.POST("/api/v1/formulas/{formula_id}/versions/{number}/restored", {
          params: { path: { ...path, number: version.number } },
          body: { version: store.snapshot().version },
        }),
      );
    },
    onSuccess: (view, version) => {
      store.adopt(view);
      client.setQueryData(formulaQuery(store.id).queryKey, view);
      void versionKept(client, store.id);
      tell(`It is ${versionName(version)} again; what it was is kept.`);
    },
    onError: failed,
  });
  return { keep, bake, rename, restore, show, failed };
}
