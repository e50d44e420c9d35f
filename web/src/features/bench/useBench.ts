import { keepPreviousData, type QueryClient, replaceEqualDeep, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useEffect, useMemo, useRef, useSyncExternalStore } from "react";
import { api, data } from "@/api/client";
import { dayQuery, formulaQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { benchBody, type Draft, draftBody } from "@/domain/draft";
import { DraftStore } from "@/domain/draftStore";
import { today } from "@/domain/format";

type FormulaView = Schemas["FormulaView"];

/** Benches stay while the window is open, so that undo survives going elsewhere and back. */
const benches = new Map<string, DraftStore>();

function benchOf(view: FormulaView, client: QueryClient): DraftStore {
  const open = benches.get(view.id);
  if (open) return open;
  const made = new DraftStore(view.id, view, {
    save: (id, draft, version) =>
      data(
        api.PUT("/api/v1/formulas/{formula_id}", {
          params: { path: { formula_id: id } },
          body: { ...draftBody(draft), version },
        }),
      ),
    saved: (stored) => {
      client.setQueryData(formulaQuery(stored.id).queryKey, stored);
      void client.invalidateQueries({ queryKey: ["formulas", "list"] });
      void client.invalidateQueries({ queryKey: ["versions"] });
      void client.invalidateQueries({ queryKey: dayQuery(today()).queryKey });
    },
  });
  benches.set(view.id, made);
  return made;
}

export function useDraftStore(view: FormulaView): DraftStore {
  const store = benchOf(view, useQueryClient());
  useEffect(() => store.adopt(view), [store, view]);
  useSyncExternalStore(store.subscribe, store.snapshot);
  return store;
}

export interface Evaluated {
  view: Schemas["EvaluatedView"];
  fitting: Schemas["Fitting"] | null;
  /** Figures of each line by the key of its row. */
  lines: Map<string, Schemas["LineView"]>;
  /** Figures of each part by its key. */
  parts: Map<string, Schemas["PartView"]>;
}

/** The draft worked out by the server, following each keystroke; an answer overtaken by the next is dropped. */
export function useEvaluated(draft: Draft): Evaluated | undefined {
  // The letter is drawn first, the question follows; while one is under way the next overtakes it.
  const late = useDeferredValue(draft);
  const day = today();
  const query = useQuery({
    // The answer is told by rows, so the rows' keys belong to the question.
    queryKey: ["bench", late.parts, late.pieces, late.family, late.twin, late.production, late.name, late.method, day],
    queryFn: async ({ signal }): Promise<Evaluated> => {
      const { evaluated: worked, fitting } = await data(
        api.POST("/api/v1/bench/read", { body: benchBody(late), signal }),
      );
      return align(late, worked, fitting ?? null);
    },
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    staleTime: 1000,
  });
  return useShared(query.data);
}

/** The same answer with every part that did not change kept as the object it was, so that only what changed is drawn. */
function useShared(worked: Evaluated | undefined): Evaluated | undefined {
  const before = useRef(worked);
  const shared = useMemo(() => {
    const was = before.current;
    if (!was || !worked || was === worked) return worked;
    const keep = <T>(old: Map<string, T>, now: Map<string, T>) =>
      new Map([...now].map(([key, value]) => [key, replaceEqualDeep(old.get(key), value)]));
    return {
      view: replaceEqualDeep(was.view, worked.view),
      fitting: replaceEqualDeep(was.fitting, worked.fitting),
      lines: keep(was.lines, worked.lines),
      parts: keep(was.parts, worked.parts),
    };
  }, [worked]);
  before.current = shared;
  return shared;
}

function align(draft: Draft, view: Schemas["EvaluatedView"], fitting: Schemas["Fitting"] | null): Evaluated {
  const lines = new Map<string, Schemas["LineView"]>();
  const parts = new Map<string, Schemas["PartView"]>();
  draft.parts.forEach((part, p) => {
    const read = view.parts[p];
    if (!read) return;
    parts.set(part.key, read);
    part.lines.forEach((line, l) => {
      const figures = read.lines[l];
      if (figures) lines.set(line.key, figures);
    });
  });
  return { view, fitting, lines, parts };
}
