import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { foodsCalledQuery, openedQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { longDate } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { dueWord, madeWord } from "@/domain/stash";
import { PickByName } from "@/ui/PickByName";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";

const PLACES = [
  ["counter", "Cupboard"],
  ["fridge", "Fridge"],
  ["freezer", "Freezer"],
] as const;

/** Packs of the cupboard that are open, what must be used first at the top. */
export function OpenedGoods({ now }: { now: string }) {
  const client = useQueryClient();
  const tell = useNotice();
  const { data: packs = [] } = useQuery(openedQuery);
  const [words, setWords] = useState<string | null>(null);
  const foods = useQuery({ ...foodsCalledQuery(words ?? ""), enabled: !!words?.trim() });
  const keep = (found: Schemas["OpenedView"][]) => client.setQueryData(openedQuery.queryKey, found);
  const put = useMutation({
    mutationFn: ({ id, food, place }: { id: string; food: string; place: Schemas["Place"] | null }) =>
      data(api.PUT("/api/v1/opened-goods/{opened_id}", { params: { path: { opened_id: id } }, body: { food, place } })),
    onSuccess: keep,
    onError: (problem) => tell(problem.message),
  });
  const finish = useMutation({
    mutationFn: ({ pack, done_as }: { pack: Schemas["OpenedView"]; done_as: string }) =>
      data(
        api.PUT("/api/v1/opened-goods/{opened_id}/done", {
          params: { path: { opened_id: pack.id } },
          body: { done_as },
        }),
      ),
    onSuccess: (found, { pack, done_as }) => {
      if (done_as)
        tell(`${pack.name}: ${done_as === "used" ? "used up" : "thrown away"}.`, {
          label: "Undo",
          run: () => finish.mutate({ pack, done_as: "" }),
        });
      return keep(found);
    },
    onError: (problem) => tell(problem.message),
  });
  return (
    <section aria-labelledby="opened-title" className="border-t border-rim pt-3">
      <h2 id="opened-title">
        Opened <span className="font-text text-note font-normal text-soft">packs of the cupboard</span>
      </h2>
      {packs.length === 0 && <p className="text-note text-soft">Nothing is open, as far as anybody said.</p>}
      <ul className="mt-1">
        {packs.map((pack) => (
          <li key={pack.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rim py-1.5">
            <span className="min-w-0 flex-1 basis-60" title={`${pack.why} ${pack.source}`}>
              <b>{pack.name}</b>{" "}
              <b className={pack.past ? "text-stop" : ""} title={longDate(pack.use_by)}>
                {pack.past ? "past: " : "until "}
                {dueWord(pack.use_by, now)}
              </b>
              <span className="block text-small text-soft">
                opened {madeWord(pack.opened_at)} · {pack.why}
              </span>
            </span>
            <Select
              label={`Where ${pack.name} stands`}
              value={pack.place}
              options={PLACES}
              onChange={(place) => put.mutate({ id: pack.id, food: pack.food, place: place as Schemas["Place"] })}
            />
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${pack.name} is used up`}
              onClick={() => finish.mutate({ pack, done_as: "used" })}
            >
              Used up
            </button>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${pack.name} is thrown away`}
              onClick={() => finish.mutate({ pack, done_as: "thrown" })}
            >
              Thrown
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-2 grid max-w-80 gap-1">
        <span className="text-note text-soft">Opened just now</span>
        <PickByName
          label="Opened now"
          placeholder="cottage cheese"
          chosen={null}
          found={(words?.trim() && foods.data ? foods.data : []).map(({ slug, name }) => ({ key: slug, name }))}
          behind={foods.isPlaceholderData || foods.isPending}
          onWords={setWords}
          onPick={(food) => put.mutate({ id: pressId("opened", food.key), food: food.key, place: null })}
        />
      </div>
    </section>
  );
}
