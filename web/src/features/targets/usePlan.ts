import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { planQuery } from "@/api/queries";
import { dayTargetsChanged, targetsChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { useNotice } from "@/ui/Toast";

type Plan = Schemas["TargetPlanView"];

/** What somebody's days are meant to be as of a day, and everything that changes it. */
export function usePlan(day: string) {
  const client = useQueryClient();
  const tell = useNotice();
  const query = useQuery(planQuery(day));
  const keep = async (plan: Plan) => {
    client.setQueryData(planQuery(day).queryKey, plan);
    await dayTargetsChanged(client);
  };

  const setTargets = useMutation({
    mutationFn: ({ from_day, body }: { from_day: string; body: Schemas["TargetsFromBody"] }) =>
      data(api.PUT("/api/v1/plan/targets/{from_day}", { params: { path: { from_day } }, body })),
    onSuccess: () => {
      return targetsChanged(client);
    },
  });

  const removeTargets = useMutation({
    mutationFn: (set: Plan["targets"][number]) =>
      data(
        api.DELETE("/api/v1/plan/targets/{from_day}", { params: { path: { from_day: set.from_day }, query: { day } } }),
      ),
    onSuccess: (plan, set) => {
      tell("Those targets are taken away.", {
        label: "Undo",
        run: () => setTargets.mutate({ from_day: set.from_day, body: { by_type: set.by_type, name: set.name } }),
      });
      return keep(plan);
    },
    onError: (problem) => tell(problem.message),
  });

  const putType = useMutation({
    mutationFn: (body: Schemas["DayTypeNameBody"]) =>
      data(api.PUT("/api/v1/plan/day-types", { params: { query: { day } }, body })),
    onSuccess: keep,
  });

  const removeType = useMutation({
    mutationFn: (type: Plan["day_types"][number]) =>
      data(api.DELETE("/api/v1/plan/day-types/{slug}", { params: { path: { slug: type.slug }, query: { day } } })),
    onSuccess: (plan, type) => {
      tell(`“${type.name}” is no longer offered.`, { label: "Undo", run: () => putType.mutate(type) });
      return keep(plan);
    },
    onError: (problem) => tell(problem.message),
  });

  const setWeek = useMutation({
    mutationFn: (day_types: string[]) =>
      data(api.PUT("/api/v1/plan/week/{from_day}", { params: { path: { from_day: day } }, body: { day_types } })),
    onSuccess: keep,
    onError: (problem) => tell(problem.message),
  });

  const setOwn = useMutation({
    mutationFn: (targets: Schemas["TargetsBody"] | null) =>
      data(api.PUT("/api/v1/days/{day}/own-targets", { params: { path: { day } }, body: { targets } })),
    onSuccess: () => {
      return dayTargetsChanged(client);
    },
  });

  return { query, setTargets, removeTargets, putType, removeType, setWeek, setOwn };
}
