import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { kitchenChanged, personSwitched } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { useNotice } from "@/ui/Toast";

export type Person = Schemas["PersonView"];

/** The people of the kitchen, who is here, and how to be somebody else. */
export function usePeople() {
  const kitchen = useQuery(kitchenQuery);
  const client = useQueryClient();
  const tell = useNotice();
  const people = kitchen.data?.people ?? [];
  const here = people.find((person) => person.here);
  const show = (all: Person[]) => {
    client.setQueryData(kitchenQuery.queryKey, (was) => was && { ...was, people: all });
    return kitchenChanged(client);
  };

  const be = useMutation({
    mutationFn: (person: Person) =>
      data(api.POST("/api/v1/people/{person_id}/here", { params: { path: { person_id: person.id } } })),
    onSuccess: async (_, person) => {
      await personSwitched(client);
      tell(`These are ${person.name}’s days now.`);
    },
    onError: (problem) => tell(problem.message),
  });

  const put = useMutation({
    mutationFn: ({ id, ...body }: Schemas["PersonBody"] & { id: string }) =>
      data(api.PUT("/api/v1/people/{person_id}", { params: { path: { person_id: id } }, body })),
    onSuccess: show,
  });

  const remove = useMutation({
    mutationFn: (person: Person) =>
      data(api.DELETE("/api/v1/people/{person_id}", { params: { path: { person_id: person.id } } })),
    onSuccess: (all, person) => {
      const { here: _, ...body } = person;
      tell(`${person.name} is taken out; their days are kept.`, { label: "Undo", run: () => put.mutate(body) });
      return show(all);
    },
    onError: (problem) => tell(problem.message),
  });

  return { people, here, be, put, remove };
}
