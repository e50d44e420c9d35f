import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { KEYS } from "./keys";

// What is asked while something is typed or chosen, and kept by what was asked. Apart from the others, because most
// places need not load it.

const MINUTE_MS = 60_000;

/** What a saying would do to a batch of a formula, before it counts. */
export const previewOfBatchQuery = (body: Schemas["ToldBody"]) =>
  queryOptions({
    queryKey: [...KEYS.batches, "preview", body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/batches/preview", { body, signal })),
    placeholderData: keepPreviousData,
    staleTime: MINUTE_MS,
  });

/** How many pieces a bowl makes, by what is wished of them and what the first weigh. */
export const portioningQuery = (body: Schemas["PortionBody"]) =>
  queryOptions({
    queryKey: [...KEYS.batches, "portioning", body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/batches/portioning", { body, signal })),
    placeholderData: keepPreviousData,
    staleTime: MINUTE_MS,
  });

/** How many pieces somebody means by "45 g" or "a quarter of the whole". */
export const portionQuery = (amount: string, piece_g: number, piece_count: number) =>
  queryOptions({
    queryKey: [...KEYS.portion, amount, piece_g, piece_count],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/portion", { params: { query: { amount, piece_g, piece_count } }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** Foods of one kind in a line's place, each at the amount that does the same work. */
export const alternativesQuery = (body: Schemas["AlternativesBody"]) =>
  queryOptions({
    queryKey: [...KEYS.alternatives, body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/alternatives", { body, signal })),
  });

/** What becomes of other formulas before a name means something else in all of them. */
export const foodAliasEffectQuery = (name: string, slug: string | null, beside: string | null) =>
  queryOptions({
    queryKey: [...KEYS.foodAliases, "effect", name, slug, beside],
    queryFn: ({ signal }) => data(api.POST("/api/v1/food-aliases/effect", { body: { name, slug, beside }, signal })),
    staleTime: 0,
  });

export const methodQuery = (body: Schemas["BenchBody"]) =>
  queryOptions({
    queryKey: [...KEYS.method, body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/method", { body, signal })),
    placeholderData: keepPreviousData,
  });

/** Foods that a line may mean, by a few words. */
export const ingredientsQuery = (words: string) =>
  queryOptions({
    queryKey: [...KEYS.ingredients, words],
    queryFn: ({ signal }) => data(api.GET("/api/v1/ingredients", { params: { query: { words } }, signal })),
    placeholderData: keepPreviousData,
  });

/** A generic food, and what so many grams of it are made of at home. */
export const foodQuery = (slug: string, mass_g?: number) =>
  queryOptions({
    queryKey: [...KEYS.foods, slug, mass_g],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/foods/{slug}", { params: { path: { slug }, query: { mass_g } }, signal })),
  });

/** Lines in another amount. */
export const scaledQuery = (body: Schemas["ScaleBody"]) =>
  queryOptions({
    queryKey: [...KEYS.scaled, body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/scale", { body, signal })),
  });

/** The Bench beside the classic that it is for. */
export const classicQuery = (body: Schemas["BenchBody"]) =>
  queryOptions({
    queryKey: [...KEYS.classic, body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/classic", { body, signal })),
    placeholderData: keepPreviousData,
  });

/** What an ingredients text declares. */
export const declaredQuery = (text: string) =>
  queryOptions({
    queryKey: [...KEYS.labels, "scan", text],
    queryFn: ({ signal }) => data(api.POST("/api/v1/labels/scan", { body: { text }, signal })),
    placeholderData: keepPreviousData,
    staleTime: MINUTE_MS,
  });

/** Whether a label can be true. */
export const labelCheckQuery = (body: Schemas["LabelBody"]) =>
  queryOptions({
    queryKey: [...KEYS.labels, "check", body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/labels/check", { body, signal })),
    placeholderData: keepPreviousData,
    staleTime: MINUTE_MS,
  });

/** Families that a first formula can be of. */
export const startFamiliesQuery = queryOptions({
  queryKey: [...KEYS.start, "families"],
  queryFn: ({ signal }) => data(api.GET("/api/v1/start/families", { signal })),
  staleTime: Number.POSITIVE_INFINITY,
});

/** What can be wished of a piece; that follows from the family and the classic alone. */
export const reachChoicesQuery = (body: Schemas["BenchBody"]) =>
  queryOptions({
    queryKey: [...KEYS.reach, "choices", body.family, body.classic],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/reformulation/choices", { body, signal })),
  });

export const swapsQuery = (body: Schemas["BenchBody"]) =>
  queryOptions({
    queryKey: [...KEYS.swaps, body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/swaps", { body, signal })),
    placeholderData: keepPreviousData,
  });

export const swapsPreviewQuery = (body: Schemas["SwapsBody"]) =>
  queryOptions({
    queryKey: [...KEYS.swaps, "preview", body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/swaps/preview", { body, signal })),
  });

export const sweetenersQuery = (body: Schemas["SweetenersBody"]) =>
  queryOptions({
    queryKey: [...KEYS.sweeteners, body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/sweeteners", { body, signal })),
    placeholderData: keepPreviousData,
  });

export const sweetenersPreviewQuery = (body: Schemas["SweetenBody"]) =>
  queryOptions({
    queryKey: [...KEYS.sweeteners, "preview", body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/bench/sweeteners/preview", { body, signal })),
  });

/** Targets worked out for a body. */
export const workedOutQuery = (body: Schemas["PhysiqueBody"]) =>
  queryOptions({
    queryKey: [...KEYS.plan, "work-out", body],
    queryFn: ({ signal }) => data(api.POST("/api/v1/plan/work-out", { body, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Two states of a formula told apart; `as_of` changes when either may have. */
export const differenceQuery = (formula_id: string, was: number, now: number, as_of: string | undefined) =>
  queryOptions({
    queryKey: [...KEYS.versions, formula_id, "difference", was, now, as_of],
    queryFn: ({ signal }) =>
      data(
        api.GET("/api/v1/formulas/{formula_id}/difference", {
          params: { path: { formula_id }, query: { was, now } },
          signal,
        }),
      ),
  });

/** What would become of the branches of a formula that is at this version, once what was typed is `saved`. */
export const branchesQuery = (formula_id: string, version: number, saved: () => Promise<unknown>) =>
  queryOptions({
    queryKey: [...KEYS.versions, formula_id, "branches", version],
    queryFn: async () => {
      await saved();
      const params = { path: { formula_id } };
      return data(api.PUT("/api/v1/formulas/{formula_id}/branches", { params, body: { look: true } }));
    },
    staleTime: 0,
  });
