import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { formulaArchived } from "@/api/queries/changes";
import { useNotice } from "@/ui/Toast";

/** Puts a formula away or brings it back, and offers the way back. */
export function useArchive() {
  const client = useQueryClient();
  const tell = useNotice();
  const archive = useMutation({
    mutationFn: ({ id, archived }: { id: string; name: string; archived: boolean }) =>
      data(
        api.PUT("/api/v1/formulas/{formula_id}/archived", { params: { path: { formula_id: id } }, body: { archived } }),
      ),
    onSuccess: async (_, { id, name, archived }) => {
      tell(archived ? `${name} is archived; what was eaten of it stays.` : `${name} is back.`, {
        label: "Undo",
        run: () => archive.mutate({ id, name, archived: !archived }),
      });
      await formulaArchived(client);
    },
    onError: (problem) => tell(problem.message),
  });
  return archive;
}
