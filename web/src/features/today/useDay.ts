import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { dayQuery } from "@/api/queries";
import { piecesMoved } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { count, dayName, momentOn, plural, today } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { useNotice } from "@/ui/Toast";

type Entry = Schemas["EntryView"];

/** Something that is laid into a day. */
export type Thing = Schemas["SeveralBody"]["things"][number];

/** On days to come it is planned; it was eaten on the others. */
const isPlanned = (day: string) => day > today();

/** What a press does with something that is laid into a day. */
export const addVerb = (day: string) => (isPlanned(day) ? "Plan" : "Add");

/** Everything that changes a day. Each write carries an id made here, so that it may be sent twice. */
export function useDayWrites(day: string) {
  const client = useQueryClient();
  const tell = useNotice();
  const refresh = () => {
    // What is eaten of a batch is not on its shelf.
    return piecesMoved(client);
  };
  const keep = (view: Schemas["DayView"]) => {
    client.setQueryData(dayQuery(view.day).queryKey, view);
    return refresh();
  };

  const layFoods = useMutation({
    mutationFn: ({ id, text, eaten_at }: { id: string; text: string; eaten_at: string }) =>
      data(
        api.POST("/api/v1/days/{day}/foods", {
          params: { path: { day } },
          body: { id, text, eaten_at, planned: isPlanned(day) },
        }),
      ),
    onSuccess: keep,
  });

  const layPieces = useMutation({
    mutationFn: (what: { id: string; formula_id: string; amount: string; eaten_at: string; name: string }) =>
      data(
        api.POST("/api/v1/days/{day}/pieces", {
          params: { path: { day } },
          body: {
            id: what.id,
            formula_id: what.formula_id,
            amount: what.amount,
            eaten_at: what.eaten_at,
            planned: isPlanned(day),
          },
        }),
      ),
    onSuccess: (view, what) => {
      const pieces = view.entries.find((entry) => entry.id === what.id)?.piece_count ?? 1;
      const words = `${count(pieces)} ${plural(pieces, "piece")} of ${what.name} ${isPlanned(day) ? "planned" : "added"}.`;
      tell(words, { label: "Undo", run: () => remove.mutate({ id: what.id }) }, what.id);
      return keep(view);
    },
    onError: (problem) => tell(problem.message),
  });

  const laySeveral = useMutation({
    mutationFn: ({ id, things }: { id: string; things: Thing[]; words: string }) =>
      data(
        api.POST("/api/v1/days/{day}/entries", {
          params: { path: { day } },
          body: { id, things, eaten_at: momentOn(day), planned: isPlanned(day) },
        }),
      ),
    onSuccess: (view, { words, id, things }) => {
      const run = () => {
        const group = things.length > 1 ? id : null;
        for (const entry of view.entries)
          if (entry.id === id || (group && entry.group_id === group)) remove.mutate({ id: entry.id });
      };
      tell(`${words} ${isPlanned(day) ? "planned" : "added"}.`, { label: "Undo", run }, id);
      return keep(view);
    },
    onError: (problem) => tell(problem.message),
  });

  const copy = useMutation({
    mutationFn: ({ id, from_day, entry_ids }: { id: string; from_day: string; entry_ids: string[]; words: string }) =>
      data(
        api.POST("/api/v1/days/{day}/copy", {
          params: { path: { day } },
          body: { id, from_day, entry_ids, eaten_at: momentOn(day), planned: isPlanned(day) },
        }),
      ),
    onSuccess: (view, { words, id }) => {
      tell(words, undefined, id);
      return keep(view);
    },
    onError: (problem) => tell(problem.message),
  });

  const remove = useMutation({
    mutationFn: ({ id }: { id: string; name?: string }) =>
      data(api.DELETE("/api/v1/entries/{entry_id}", { params: { path: { entry_id: id } } })),
    onSuccess: (_, { id, name }) => {
      if (name) tell(`${name} removed.`, { label: "Undo", run: () => layBack.mutate(id) });
      return refresh();
    },
    onError: (problem) => tell(problem.message),
  });

  const layBack = useMutation({
    mutationFn: (id: string) =>
      data(api.POST("/api/v1/entries/{entry_id}/back", { params: { path: { entry_id: id } } })),
    onSuccess: refresh,
  });

  const change = useMutation({
    mutationFn: ({
      entry,
      ...to
    }: {
      entry: Entry;
      day: string;
      eaten_at: string;
      text: string;
      piece_count: number | null;
      state?: "planned" | "eaten";
    }) =>
      data(
        api.PUT("/api/v1/entries/{entry_id}", {
          params: { path: { entry_id: entry.id } },
          body: { version: entry.version, ...to, state: to.state ?? (entry.state as "planned" | "eaten") },
        }),
      ),
    onSuccess: (_, { entry, day: to }) => {
      if (to !== entry.day) tell(`${entry.name} moved to ${dayName(to)}.`);
      return refresh();
    },
  });

  const setType = useMutation({
    mutationFn: (day_type: string) =>
      data(api.PUT("/api/v1/days/{day}", { params: { path: { day } }, body: { day_type } })),
    onSuccess: keep,
  });

  return {
    /** Lays things into the day together; `words` say what they are. */
    laySeveral: (words: string, things: Thing[]) =>
      laySeveral.mutate({ id: pressId("several", day, things), things, words }),
    /** Lays all of another day, or some of its entries, into this one. */
    copy: (from_day: string, entry_ids: string[], words: string) =>
      copy.mutate({ id: pressId("copy", day, from_day, entry_ids), from_day, entry_ids, words }),
    /** What was planned was eaten, now where it is of today. */
    eat: (entry: Entry) =>
      change.mutate({
        entry,
        day: entry.day,
        eaten_at: entry.day === today() ? momentOn(entry.day) : entry.eaten_at,
        text: entry.text,
        piece_count: entry.kind === "piece" ? entry.piece_count : null,
        state: "eaten",
      }),
    layFoods,
    change,
    setType,
    remove: (entry: Entry) => remove.mutate({ id: entry.id, name: entry.name }),
    /** So many pieces, or an amount in words: "45 g", "a quarter of the whole". `press` tells one press from another. */
    layPieces: (formula_id: string, name: string, amount: number | string, press = formula_id) =>
      layPieces.mutate({
        id: pressId("pieces", day, press),
        formula_id,
        name,
        amount: String(amount),
        eaten_at: momentOn(day),
      }),
    layingPieces: layPieces.isPending,
  };
}
