import { keepPreviousData, type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore } from "react";
import { api, data, type Schemas } from "@/api/client";
import { dayQuery, formulaQuery } from "@/api/queries";
import { today } from "@/parts/words";
import { BenchStore } from "./bench-store";
import { type Draft, partsBody } from "./draft";

type FormulaView = Schemas["FormulaView"];

/** Benches stay while the window is open, so that undo survives going elsewhere and back. */
const benches = new Map<string, BenchStore>();

function benchOf(view: FormulaView, client: QueryClient): BenchStore {
  const open = benches.get(view.id);
  if (open) return open;
  const made = new BenchStore(view.id, view, (saved) => {
    client.setQueryData(formulaQuery(saved.id).queryKey, saved);
    void client.invalidateQueries({ queryKey: ["formulas", "list"] });
    void client.invalidateQueries({ queryKey: dayQuery(today()).queryKey });
  });
  benches.set(view.id, made);
  return made;
}

export function useBenchStore(view: FormulaView): BenchStore {
  const store = benchOf(view, useQueryClient());
  useEffect(() => store.adopt(view), [store, view]);
  useSyncExternalStore(store.subscribe, store.snapshot);
  return store;
}

const PAUSE_MS = 25;

function useAfterPause<T>(value: T): T {
  const [late, setLate] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setLate(value), PAUSE_MS);
    return () => window.clearTimeout(timer);
  }, [value]);
  return late;
}

export interface Worked {
  view: Schemas["WorkedView"];
  fitting: Schemas["Fitting"] | null;
  /** Figures of each line by the key of its row. */
  lines: Map<string, Schemas["LineView"]>;
  /** Figures of each part by its key. */
  parts: Map<string, Schemas["FiguresView"]>;
}

/** The draft worked out by the server, following each keystroke; an answer overtaken by the next is dropped. */
export function useWorked(draft: Draft): Worked | undefined {
  const late = useAfterPause(draft);
  const day = today();
  const query = useQuery({
    // The answer is told by rows, so the rows' keys belong to the question.
    queryKey: ["bench", late.parts, late.pieces, day],
    queryFn: async ({ signal }): Promise<Worked> => {
      const body = { parts: partsBody(late.parts), pieces: late.pieces, day };
      const { worked, fitting } = await data(api.POST("/api/bench/read", { body, signal }));
      return align(late, worked, fitting ?? null);
    },
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    staleTime: 1000,
  });
  return query.data;
}

function align(draft: Draft, view: Schemas["WorkedView"], fitting: Schemas["Fitting"] | null): Worked {
  const lines = new Map<string, Schemas["LineView"]>();
  const parts = new Map<string, Schemas["FiguresView"]>();
  draft.parts.forEach((part, p) => {
    const read = view.parts[p];
    if (!read) return;
    parts.set(part.key, read.figures);
    part.lines.forEach((line, l) => {
      const figures = read.lines[l];
      if (figures) lines.set(line.key, figures);
    });
  });
  return { view, fitting, lines, parts };
}
