import { infiniteQueryOptions, keepPreviousData, QueryClient, queryOptions } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { today } from "@/domain/format";
import { Problem } from "@/domain/problem";
import { KEYS } from "./keys";

const RETRY_MS = 2000;

function again(_count: number, error: Error): boolean {
  return error instanceof Problem && error.away;
}

/** Everything is asked again while nobody answers, because every write may be sent twice; nothing else is. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: { retry: again, retryDelay: RETRY_MS, networkMode: "always", refetchOnWindowFocus: true },
    mutations: { retry: again, retryDelay: RETRY_MS, networkMode: "always" },
  },
});

export const kitchenQuery = queryOptions({
  queryKey: KEYS.kitchen,
  queryFn: ({ signal }) => data(api.GET("/api/v1/kitchen", { signal })),
  staleTime: 60_000,
});

const WORKED_OUT_MS = 1000;

/** Asked again until the figures that are being worked out in the background are there. */
function untilFresh(shown: { stale: boolean; stopped: boolean }[] | undefined): number | false {
  return shown?.some((each) => each.stale && !each.stopped) ? WORKED_OUT_MS : false;
}

/** How many formulas wait to be worked out; asked again while some do, or while a row shown is `stale`. */
export const backgroundQuery = (stale: boolean) =>
  queryOptions({
    queryKey: KEYS.background,
    queryFn: ({ signal }) => data(api.GET("/api/v1/background", { signal })),
    refetchInterval: (query) => (stale || query.state.data?.waiting ? WORKED_OUT_MS : false),
  });

/** Which formulas a list shows, and in which order. */
export interface FormulaChoices {
  words: string;
  archived: boolean;
  order: Schemas["ListOrder"];
  family: string;
  diet: string;
  fits_on?: string;
}

export const formulaPagesQuery = (choices: FormulaChoices) =>
  infiniteQueryOptions({
    queryKey: [...KEYS.formulaLists, choices],
    queryFn: ({ signal, pageParam }) =>
      data(api.GET("/api/v1/formulas", { params: { query: { ...choices, after: pageParam } }, signal })),
    initialPageParam: "",
    getNextPageParam: (page) => page.next || undefined,
    placeholderData: keepPreviousData,
    refetchInterval: (query) => untilFresh(query.state.data?.pages.flatMap((page) => page.items)),
  });

/** A few formulas in use by words of their names. */
export const formulasCalledQuery = (words: string) =>
  queryOptions({
    queryKey: [...KEYS.formulaLists, "called", words],
    queryFn: async ({ signal }) =>
      (await data(api.GET("/api/v1/formulas", { params: { query: { words } }, signal }))).items,
    placeholderData: keepPreviousData,
  });

export const formulaQuery = (id: string) =>
  queryOptions({
    queryKey: [...KEYS.formulas, "one", id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/formulas/{formula_id}", { params: { path: { formula_id: id } }, signal })),
  });

export const referenceQuery = queryOptions({
  queryKey: KEYS.reference,
  queryFn: ({ signal }) => data(api.GET("/api/v1/reference", { signal })),
  staleTime: Number.POSITIVE_INFINITY,
});

export const lessonsQuery = queryOptions({
  queryKey: KEYS.lessons,
  queryFn: ({ signal }) => data(api.GET("/api/v1/lessons", { signal })),
  staleTime: 60_000,
});

/** What names were said to mean. */
export const foodAliasesQuery = queryOptions({
  queryKey: KEYS.foodAliases,
  queryFn: ({ signal }) => data(api.GET("/api/v1/food-aliases", { signal })),
});

export const versionsQuery = (id: string) =>
  queryOptions({
    queryKey: [...KEYS.versions, id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/formulas/{formula_id}/versions", { params: { path: { formula_id: id } }, signal })),
  });

/** Which foods of the cupboard a list shows; what is empty is not asked for. */
export interface Shelf {
  words: string;
  kind: string;
  without: string;
  shelf: Schemas["OnShelf"];
}

export const cupboardPagesQuery = (shelf: Shelf) =>
  infiniteQueryOptions({
    queryKey: [...KEYS.cupboard, shelf],
    queryFn: ({ signal, pageParam }) =>
      data(api.GET("/api/v1/cupboard", { params: { query: { ...shelf, after: pageParam } }, signal })),
    initialPageParam: "",
    getNextPageParam: (page) => page.next || undefined,
    placeholderData: keepPreviousData,
    staleTime: 30_000,
  });

/** A few foods of the cupboard by words of their names. */
export const foodsCalledQuery = (words: string, shelf: Schemas["OnShelf"] = "") =>
  queryOptions({
    queryKey: [...KEYS.cupboard, "called", words, shelf],
    queryFn: async ({ signal }) =>
      (await data(api.GET("/api/v1/cupboard", { params: { query: { words, shelf } }, signal }))).items,
    placeholderData: keepPreviousData,
    staleTime: 30_000,
  });

export const productQuery = (id: string) =>
  queryOptions({
    queryKey: [...KEYS.products, id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/products/{product_id}", { params: { path: { product_id: id } }, signal })),
  });

export const dayQuery = (day: string) =>
  queryOptions({
    queryKey: [...KEYS.days, day],
    queryFn: ({ signal }) => data(api.GET("/api/v1/days/{day}", { params: { path: { day } }, signal })),
    refetchInterval: (query) => untilFresh(query.state.data?.fits),
  });

/** What somebody's days are meant to be, as of a day. */
export const planQuery = (day: string) =>
  queryOptions({
    queryKey: [...KEYS.plan, day],
    queryFn: ({ signal }) => data(api.GET("/api/v1/plan", { params: { query: { day } }, signal })),
  });

/** Kept meals and what was had of late. */
export const availableFoodsQuery = (day: string) =>
  queryOptions({
    queryKey: [...KEYS.days, day, "available-foods"],
    queryFn: ({ signal }) => data(api.GET("/api/v1/days/{day}/available-foods", { params: { path: { day } }, signal })),
    staleTime: 30_000,
  });

/** How many pieces of a formula somebody mostly has. */
export const usualPortionQuery = (id: string) =>
  queryOptions({
    queryKey: [...KEYS.usualPortions, id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/formulas/{formula_id}/usual-portion", { params: { path: { formula_id: id } }, signal })),
    staleTime: 30_000,
  });

/** Ways to close a day with what is at hand. */
export const fillQuery = (day: string, sure: boolean) =>
  queryOptions({
    queryKey: [...KEYS.days, day, "fill", sure],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/days/{day}/fill", { params: { path: { day }, query: { sure } }, signal })),
  });

/** What could be had, as one line wishes. */
export const tonightQuery = (day: string, wish: string, order: Schemas["TonightOrder"]) =>
  queryOptions({
    queryKey: [...KEYS.days, day, "tonight", wish, order],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/days/{day}/tonight", { params: { path: { day }, query: { wish, order } }, signal })),
    placeholderData: keepPreviousData,
  });

/** A range of days looked back on. */
export const ledgerQuery = (from: string, to: string) =>
  queryOptions({
    queryKey: [...KEYS.ledger, from, to],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/ledger", { params: { query: { from, to, not_over: today() } }, signal })),
    placeholderData: keepPreviousData,
  });

/** A text taken apart, each recipe in it. */
export const pasteQuery = (text: string) =>
  queryOptions({
    queryKey: [...KEYS.paste, text],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/paste", { body: { text }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** Batches of a formula, or all; the last made first. */
export const batchPagesQuery = (formula_id: string | null) =>
  infiniteQueryOptions({
    queryKey: [...KEYS.batches, "list", formula_id],
    queryFn: ({ signal, pageParam }) => {
      const query = { after: pageParam };
      return data(
        formula_id
          ? api.GET("/api/v1/formulas/{formula_id}/batches", { params: { path: { formula_id }, query }, signal })
          : api.GET("/api/v1/batches", { params: { query }, signal }),
      );
    },
    initialPageParam: "",
    getNextPageParam: (page) => page.next || undefined,
  });

/** What the batches of a formula tell of it. */
export const historyQuery = (formula_id: string) =>
  queryOptions({
    queryKey: [...KEYS.batches, "history", formula_id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/formulas/{formula_id}/history", { params: { path: { formula_id } }, signal })),
  });

export const batchQuery = (id: string) =>
  queryOptions({
    queryKey: [...KEYS.batches, "one", id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/batches/{batch_id}", { params: { path: { batch_id: id } }, signal })),
  });

export const stashQuery = queryOptions({
  queryKey: [...KEYS.stash, "shelves"],
  queryFn: ({ signal }) => data(api.GET("/api/v1/stash", { signal })),
});

/** All that became of a batch, and what its pieces are eaten with. */
export const batchStashQuery = (batch_id: string) =>
  queryOptions({
    queryKey: [...KEYS.stash, "batch", batch_id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/stash/batches/{batch_id}", { params: { path: { batch_id } }, signal })),
  });

export const wasteQuery = queryOptions({
  queryKey: [...KEYS.stash, "all", "waste"],
  queryFn: ({ signal }) => data(api.GET("/api/v1/stash/waste", { signal })),
});

/** Opened packs of the cupboard. */
export const openedQuery = queryOptions({
  queryKey: [...KEYS.stash, "all", "opened"],
  queryFn: ({ signal }) => data(api.GET("/api/v1/opened-goods", { signal })),
});

export const tastingsQuery = queryOptions({
  queryKey: [...KEYS.tastings, "list"],
  queryFn: ({ signal }) => data(api.GET("/api/v1/tastings", { signal })),
});

export const tastingQuery = (tasting_id: string) =>
  queryOptions({
    queryKey: [...KEYS.tastings, "one", tasting_id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/tastings/{tasting_id}", { params: { path: { tasting_id } }, signal })),
  });

/** Two to four batches by what was said of them. */
export const comparisonQuery = (batch: string[], by: "batch" | "version") =>
  queryOptions({
    queryKey: [...KEYS.tastings, "comparison", by, ...batch],
    queryFn: ({ signal }) => data(api.GET("/api/v1/comparison", { params: { query: { batch, by } }, signal })),
  });

/** Why a batch came out as it did. */
export const causesQuery = (batch_id: string) =>
  queryOptions({
    queryKey: [...KEYS.batches, "causes", batch_id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/batches/{batch_id}/causes", { params: { path: { batch_id } }, signal })),
  });

export const bakeDaysQuery = queryOptions({
  queryKey: [...KEYS.bakeDays, "list"],
  queryFn: ({ signal }) => data(api.GET("/api/v1/bake-days", { signal })),
});

export const bakeDayQuery = (run_id: string) =>
  queryOptions({
    queryKey: [...KEYS.bakeDays, "one", run_id],
    queryFn: async ({ signal }) => {
      const day = await data(api.GET("/api/v1/bake-days/{run_id}", { params: { path: { run_id } }, signal }));
      // From here on this window counts by itself, whatever is done to its clock.
      return { ...day, heard_at: performance.now() };
    },
  });

export const shoppingQuery = (run_id: string) =>
  queryOptions({
    queryKey: [...KEYS.bakeDays, "shopping", run_id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/bake-days/{run_id}/shopping", { params: { path: { run_id } }, signal })),
  });

export const formulaTasksQuery = (formula_id: string) =>
  queryOptions({
    queryKey: [...KEYS.bakeDays, "tasks", formula_id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/formulas/{formula_id}/tasks", { params: { path: { formula_id } }, signal })),
  });

/** Typed foods read for a day. */
export const readFoodsQuery = (day: string, text: string) =>
  queryOptions({
    queryKey: [...KEYS.days, day, "read", text],
    queryFn: ({ signal }) =>
      data(api.POST("/api/v1/days/{day}/read", { params: { path: { day } }, body: { text }, signal })),
    placeholderData: keepPreviousData,
    staleTime: 5000,
  });

/** Formulas, foods and days by a few words. */
export const findQuery = (words: string) =>
  queryOptions({
    queryKey: [...KEYS.find, words],
    queryFn: ({ signal }) => data(api.GET("/api/v1/find", { params: { query: { words } }, signal })),
    placeholderData: keepPreviousData,
  });
