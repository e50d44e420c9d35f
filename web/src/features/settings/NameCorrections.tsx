import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { foodAliasesQuery } from "@/api/queries";
import { readingChanged } from "@/api/queries/changes";
import { problemText } from "@/domain/problem";
import { RemovableRow } from "@/ui/RemovableRow";
import { useNotice } from "@/ui/Toast";

/** What names mean since somebody said so, each to be forgotten. */
export function NameCorrections() {
  const client = useQueryClient();
  const tell = useNotice();
  const query = useQuery(foodAliasesQuery);
  const changed = () => readingChanged(client);
  const again = useMutation({
    mutationFn: ({ name, slug }: { name: string; slug: string }) =>
      api.PUT("/api/v1/food-aliases", { body: { name, slug } }),
    onSuccess: changed,
    onError: (error) => tell(problemText(error)),
  });
  const forget = useMutation({
    mutationFn: ({ name }: { name: string; slug: string }) =>
      data(api.DELETE("/api/v1/food-aliases", { params: { query: { name } } })),
    onSuccess: (_, said) => {
      tell(`“${said.name}” is read by its words again.`, { label: "Undo", run: () => again.mutate(said) });
      return changed();
    },
    onError: (error) => tell(problemText(error)),
  });
  const said = query.data ?? [];
  return (
    <section className="card p-4" aria-labelledby="remembered-title">
      <h2 id="remembered-title">What names mean</h2>
      <p className="text-soft">
        {said.length
          ? "Chosen on a Bench for everywhere. What is forgotten here is read by its words again, in all formulas."
          : "Nothing was chosen for everywhere yet: names are read by their words."}
      </p>
      <ul className="mt-2">
        {said.map((each) => (
          <RemovableRow
            key={each.name}
            label={`Forget what ${each.name} means`}
            word="Forget"
            disabled={forget.isPending}
            onRemove={() => forget.mutate({ name: each.name, slug: each.slug })}
          >
            “{each.name}” means <b>{each.food || "a food that is gone"}</b>
          </RemovableRow>
        ))}
      </ul>
    </section>
  );
}
