import {
  keepPreviousData,
  type QueryClient,
  QueryObserver,
  type QueryObserverOptions,
  replaceEqualDeep,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { api, data } from "@/api/client";
import { formulaQuery } from "@/api/queries";
import { formulaSaved, readingChanged } from "@/api/queries/changes";
import { KEYS } from "@/api/queries/keys";
import type { Schemas } from "@/api/types";
import { benchBody, type Draft, draftBody, draftText, textWith } from "@/domain/draft";
import { DraftStore, REST_MS } from "@/domain/draftStore";
import { today } from "@/domain/format";
import { problemText } from "@/domain/problem";
import { type Tell, useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";

type FormulaView = Schemas["FormulaView"];

/** Benches stay while the window is open, so that undo survives going elsewhere and back. */
const benches = new Map<string, DraftStore>();

function benchOf(view: FormulaView, client: QueryClient, tell: Tell): DraftStore {
  const open = benches.get(view.id);
  if (open) return open;
  const made = new DraftStore(view.id, view, {
    save: (id, draft, version) =>
      data(
        api.PUT("/api/v1/formulas/{formula_id}", {
          params: { path: { formula_id: id } },
          body: { ...draftBody(draft), version },
          bodySerializer: () => textWith(draft, { version }),
        }),
      ),
    saved: (stored, draft) => {
      client.setQueryData(formulaQuery(stored.id).queryKey, stored);
      client.setQueryData(analysisKey(draft), stored.analysis);
      // Nothing of these is on screen while one types; they are asked for where they are looked at.
      // The tab Versions may have been opened before this arrived.
      formulaSaved(client);
    },
    remember: (name, slug) => void remember(name, slug, client).catch((error) => tell(problemText(error))),
  });
  const { draft, saving, notice } = made.snapshot();
  if (saving.kind === "saved") client.setQueryData(analysisKey(draft), view.analysis);
  if (notice) tell(notice);
  benches.set(view.id, made);
  return made;
}

export async function remember(name: string, slug: string | null, client: QueryClient): Promise<void> {
  if (slug) await api.PUT("/api/v1/food-aliases", { body: { name, slug } });
  else await api.DELETE("/api/v1/food-aliases", { params: { query: { name } } });
  await readingChanged(client);
}

export function useDraftStore(view: FormulaView): DraftStore {
  const store = benchOf(view, useQueryClient(), useNotice());
  useEffect(() => store.adopt(view), [store, view]);
  return store;
}

export interface Evaluated {
  view: Schemas["EvaluatedView"];
  fitting: Schemas["Fitting"] | null;
  /** Figures of each line by its id. */
  lines: Map<string, Schemas["LineView"]>;
}

/** The draft worked out by the server, following each keystroke; an answer overtaken by the next is dropped. */
export function useEvaluated(store: DraftStore, stored?: FormulaView): Evaluated | undefined {
  const client = useQueryClient();
  // The same function and the same answer for as long as nothing is there yet: another one would be drawn anew for ever.
  const first = useMemo(() => stored && byLine(stored.evaluated, null), [stored]);
  const placeholderData = useCallback((before?: Evaluated) => before ?? first, [first]);
  const observer = useMemo(
    () => new QueryObserver(client, question(store.snapshot().draft, placeholderData)),
    [client, store, placeholderData],
  );
  // Asked as soon as the key is down, not once its letter is drawn; and what is on screen is drawn anew by the answer.
  useEffect(() => {
    observer.setOptions(question(store.snapshot().draft, placeholderData));
    return store.follow((draft) => observer.setOptions(question(draft, placeholderData)));
  }, [observer, store, placeholderData]);
  const subscribe = useCallback((listener: () => void) => observer.subscribe(listener), [observer]);
  return useShared(useSyncExternalStore(subscribe, () => observer.getCurrentResult().data));
}

function question(
  draft: Draft,
  placeholderData: (before?: Evaluated) => Evaluated | undefined,
): QueryObserverOptions<Evaluated, Error> {
  const day = today();
  return {
    queryKey: [...KEYS.bench, day, draftText(draft)],
    queryFn: async ({ signal }): Promise<Evaluated> => {
      const body = benchBody(draft);
      const answer = await data(
        api.POST("/api/v1/bench/read", { body, bodySerializer: () => textWith(draft, { day }), signal }),
      );
      return byLine(answer.evaluated, answer.fitting ?? null);
    },
    placeholderData,
    gcTime: 30_000,
    staleTime: 1000,
  };
}

const analysisKey = (draft: Draft) => [...KEYS.analysis, draftText(draft)];

/** What is worked out once the draft rests. The save that comes then brings it; it is asked for only where there is
 * nothing to save. */
export function useAnalysis(store: DraftStore): Schemas["AnalysisView"] | undefined {
  const saving = useDraft(store, (state) => state.saving.kind);
  const [rested, setRested] = useState(store.snapshot().draft);
  useEffect(() => {
    let timer: number | undefined;
    const rest = (draft: Draft) => {
      window.clearTimeout(timer);
      timer = window.setTimeout(() => setRested(draft), REST_MS);
    };
    rest(store.snapshot().draft);
    const leave = store.follow(rest);
    return () => {
      window.clearTimeout(timer);
      leave();
    };
  }, [store]);
  const query = useQuery({
    queryKey: analysisKey(rested),
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/analysis", { body: benchBody(rested), signal })),
    enabled: saving !== "waiting" && saving !== "saving",
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    staleTime: 60_000,
  });
  return query.data;
}

/** The same answer with every part that did not change kept as the object it was, so that only what changed is drawn. */
function useShared(worked: Evaluated | undefined): Evaluated | undefined {
  const before = useRef(worked);
  const shared = useMemo(() => {
    const was = before.current;
    if (!was || !worked || was === worked) return worked;
    return {
      view: replaceEqualDeep(was.view, worked.view),
      fitting: replaceEqualDeep(was.fitting, worked.fitting),
      lines: new Map([...worked.lines].map(([id, line]) => [id, replaceEqualDeep(was.lines.get(id), line)])),
    };
  }, [worked]);
  before.current = shared;
  return shared;
}

const byLine = (view: Schemas["EvaluatedView"], fitting: Schemas["Fitting"] | null): Evaluated => ({
  view,
  fitting,
  lines: new Map(view.parts.flatMap((part) => part.lines.map((line) => [line.id, line] as const))),
});
