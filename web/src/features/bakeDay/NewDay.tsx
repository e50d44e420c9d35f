import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { bakeDayQuery } from "@/api/queries";
import { bakeDaysChanged } from "@/api/queries/changes";
import { newId } from "@/domain/ids";
import { Sheet } from "@/ui/Sheet";
import { type Asked, AskForm, emptyAsk } from "./AskForm";

export const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC";

/** A new bake day. */
export function NewDay({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  // Sent again after a lost answer, it makes nothing twice.
  const id = useRef(newId());
  const client = useQueryClient();
  const navigate = useNavigate();
  const create = useMutation({
    mutationFn: (asked: Asked) =>
      data(
        api.PUT("/api/v1/bake-days/{run_id}", {
          params: { path: { run_id: id.current } },
          body: {
            name: asked.name.trim() || "Bake day",
            day: asked.day,
            zone: zoneHere(),
            revision: 0,
            ask: asked.ask,
          },
        }),
      ),
    onSuccess: (day) => {
      id.current = newId();
      client.setQueryData(bakeDayQuery(day.id).queryKey, { ...day, heard_at: performance.now() });
      void bakeDaysChanged(client);
      onOpenChange(false);
      navigate(`/bake-day/${day.id}?plan=now`);
    },
  });
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Plan a bake day"
      description="One to six formulas in your kitchen, backwards from when they are to be ready."
      wide
    >
      <AskForm
        begin={emptyAsk()}
        action={create.isPending ? "Keeping …" : "Plan it"}
        problem={create.error?.message ?? ""}
        onAsked={(asked) => create.mutate(asked)}
      />
    </Sheet>
  );
}
