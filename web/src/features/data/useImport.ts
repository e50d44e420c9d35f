import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, data } from "@/api/client";
import {
  importFileRead,
  importItemChanged,
  importsChanged,
  importsToRenew,
  kitchenChanged,
} from "@/api/queries/changes";
import { importItemsQuery } from "@/api/queries/imports";
import type { Schemas } from "@/api/types";
import { newId } from "@/domain/ids";
import { Problem } from "@/domain/problem";
import { remember, zone } from "./files";

/** How a CSV is to be read instead of what was guessed. */
export interface Asked {
  kind?: string;
  columns?: string;
  decimal?: string;
  months_first?: string;
  pounds?: string;
}

export async function sendFile(id: string, place: number, file: File, asked: Asked = {}): Promise<Schemas["FileView"]> {
  const query = new URLSearchParams({ name: file.name, ...asked });
  const answer = await fetch(`/api/v1/imports/${id}/files/${place}?${query}`, {
    method: "PUT",
    headers: { "content-type": "application/octet-stream" },
    body: file,
  });
  const body = await answer.json().catch(() => ({}));
  if (!answer.ok) throw new Problem(answer.status, body.detail ?? answer.statusText);
  return body as Schemas["FileView"];
}

/** A whole kitchen into this one, which has to be empty. */
export async function sendArchive(file: File): Promise<void> {
  const headers = { "content-type": "application/octet-stream" };
  const answer = await fetch("/api/v1/archive", { method: "PUT", headers, body: file });
  const body = await answer.json().catch(() => ({}));
  if (!answer.ok) throw new Problem(answer.status, body.detail ?? answer.statusText);
}

/** Something that goes on step by step, says how far it is, and can be stopped. */
export function useSteps() {
  const [far, setFar] = useState<Schemas["ItemsDone"] | null>(null);
  const stopping = useRef(false);
  const run = async (step: () => Promise<Schemas["ItemsDone"]>) => {
    stopping.current = false;
    try {
      for (;;) {
        const now = await step();
        setFar(now);
        if (now.done >= now.total || stopping.current) return now;
      }
    } finally {
      setFar(null);
    }
  };
  const stop = () => {
    stopping.current = true;
  };
  return { far, run, stop };
}

/** Files chosen here become an import, read one after another. */
export function useBringIn(onRead: (id: string) => void) {
  const client = useQueryClient();
  const steps = useSteps();
  const read = useMutation({
    mutationFn: async (files: readonly File[]) => {
      const id = newId();
      remember(id, files);
      const [first] = files;
      const name = files.length === 1 && first ? first.name : `${files.length} files`;
      await data(api.POST("/api/v1/imports", { body: { id, name: name.slice(0, 120) } }));
      let place = 0;
      await steps.run(async () => {
        await sendFile(id, place, files[place] as File);
        place += 1;
        return { done: place, total: files.length };
      });
      return id;
    },
    onSuccess: async (id) => {
      await importsChanged(client);
      onRead(id);
    },
  });
  return { read, ...steps };
}

/** What can be done with one import. */
export function useOneImport(id: string) {
  const client = useQueryClient();
  const path = { import_id: id };
  const steps = useSteps();
  const changed = () => kitchenChanged(client);
  const write = useMutation({
    mutationFn: () =>
      steps.run(() =>
        data(api.POST("/api/v1/imports/{import_id}/write", { params: { path }, body: { zone: zone() } })),
      ),
    onSettled: changed,
  });
  const takeBack = useMutation({
    mutationFn: (changed_too: boolean) =>
      steps.run(() =>
        data(api.POST("/api/v1/imports/{import_id}/taken-back", { params: { path }, body: { changed_too } })),
      ),
    onSettled: changed,
  });
  const discard = useMutation({
    mutationFn: () => data(api.DELETE("/api/v1/imports/{import_id}", { params: { path } })),
    onSuccess: () => importsToRenew(client),
  });
  const again = useMutation({
    mutationFn: ({ place, file, asked }: { place: number; file: File; asked: Asked }) =>
      sendFile(id, place, file, asked),
    onSuccess: () => importFileRead(client, id),
  });
  const change = useMutation({
    // One after another, so that an answer that took longer does not lay what was before over what is now.
    scope: { id: `import ${id}` },
    mutationFn: ({ item, body }: { item: Schemas["ItemView"]; body: Partial<Schemas["ItemChangeBody"]> }) =>
      data(
        api.PUT("/api/v1/imports/{import_id}/items/{file_place}/{place}", {
          params: { path: { ...path, file_place: item.file_place, place: item.place } },
          body: body as Schemas["ItemChangeBody"],
        }),
      ),
    onSuccess: (now) => {
      client.setQueryData(
        importItemsQuery(id).queryKey,
        (was) =>
          was && {
            ...was,
            pages: was.pages.map((page) => ({
              ...page,
              items: page.items.map((each) =>
                each.file_place === now.file_place && each.place === now.place ? now : each,
              ),
            })),
          },
      );
      return importItemChanged(client, id);
    },
  });
  return { write, takeBack, discard, again, change, ...steps };
}
