import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { KEYS } from "./keys";

// Apart from the others, because Today need not load it.

export const importsQuery = queryOptions({
  queryKey: [...KEYS.imports, "list"],
  queryFn: ({ signal }) => data(api.GET("/api/v1/imports", { signal })),
});

export const importQuery = (id: string) =>
  queryOptions({
    queryKey: [...KEYS.imports, "one", id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/imports/{import_id}", { params: { path: { import_id: id } }, signal })),
  });

export const importItemsQuery = (id: string) =>
  infiniteQueryOptions({
    queryKey: [...KEYS.imports, "items", id],
    queryFn: ({ signal, pageParam }) =>
      data(
        api.GET("/api/v1/imports/{import_id}/items", {
          params: { path: { import_id: id }, query: { after: pageParam } },
          signal,
        }),
      ),
    initialPageParam: "",
    getNextPageParam: (page) => page.next || undefined,
  });

export const importChangedQuery = (id: string) =>
  queryOptions({
    queryKey: [...KEYS.imports, "changed", id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/imports/{import_id}/changed", { params: { path: { import_id: id } }, signal })),
    staleTime: 0,
  });
