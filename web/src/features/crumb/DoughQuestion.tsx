import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { problemText } from "@/domain/problem";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";
import { CONSISTENCIES, STAGES } from "./consistencies";

type Consistency = Schemas["Consistency"];
type Stage = Schemas["Stage"];
type DoughBody = Omit<Schemas["LookBody"], "said" | "stage">;

/** What a dough is said to be like, and what the kitchen makes of it. `bodyNow` gives the dough as it is when somebody
 * asks; null while nobody knows it. */
export function useDoughQuestion(bodyNow: () => DoughBody | null) {
  const tell = useNotice();
  const [asked, setAsked] = useState<{ said: Consistency | ""; stage: Stage }>({ said: "", stage: "just mixed" });
  const look = useMutation({
    mutationFn: (body: Schemas["LookBody"]) => data(api.POST("/api/v1/bench/dough", { body })),
    onError: (error) => tell(problemText(error)),
  });
  function ask(to: Partial<typeof asked>) {
    const next = { ...asked, ...to };
    setAsked(next);
    const body = bodyNow();
    if (next.said && body) look.mutate({ ...body, said: next.said, stage: next.stage });
  }
  return { ...asked, ask, pending: look.isPending, found: asked.said ? look.data : undefined };
}

/** "It is [rested] and [pours]". */
export function DoughQuestion({
  said,
  stage,
  ask,
}: Pick<ReturnType<typeof useDoughQuestion>, "said" | "stage" | "ask">) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span>It is</span>
      <Select
        label="How far the dough is"
        value={stage}
        options={STAGES.map((each) => [each, each] as const)}
        onChange={(chosen) => ask({ stage: chosen as Stage })}
      />
      <span>and</span>
      <Select
        label="What the dough is like"
        value={said}
        options={[["", "…"], ...CONSISTENCIES]}
        onChange={(chosen) => ask({ said: chosen as Consistency | "" })}
      />
    </div>
  );
}
