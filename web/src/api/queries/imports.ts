import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { api, data } from "@/api/client";

// Apart from the others, because Today need not load it.

/** What was brought in from files. */
export const IMPORTS = ["imports"] as const;

export const importsQuery = queryOptions({
  queryKey: [...IMPORTS, "list"],
  queryFn: ({ signal }) => data(api.GET("/api/v1/imports", { signal })),
});

export const importQuery = (id: string) =>
  queryOptions({
    queryKey: [...IMPORTS, "one", id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/imports/{import_id}", { params: { path: { import_id: id } }, signal })),
  });

export const importItemsQuery = (id: string) =>
  infiniteQueryOptions({
    queryKey: [...IMPORTS, "items", id],
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
    queryKey: [...IMPORTS, "changed", id],
    queryFn: ({ signal }) =>
      data(api.GET("/api/v1/imports/{import_id}/changed", { params: { path: { import_id: id } }, signal })),
    staleTime: 0,
  });
