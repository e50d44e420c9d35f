import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import {
  changeLine,
  insertAfter,
  isBlank,
  type Line,
  MOST_PASTED,
  moveLine,
  newLine,
  partsFrom,
  removeLine,
  UNNAMED,
} from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { Problem } from "@/domain/problem";
import { useNotice } from "@/ui/Toast";
import type { RowActions } from "./LineRow";

/** What the rows can do. The object stays the same for a store, so that only changed rows are drawn anew. */
export function useRowActions(store: DraftStore): RowActions {
  const tell = useNotice();
  const client = useQueryClient();
  const focus = useRef<string | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the row to focus is known once the draft is drawn
  useEffect(() => {
    if (focus.current) document.querySelector<HTMLElement>(`[data-line="${focus.current}"]`)?.focus();
    focus.current = null;
  }, [store.state.draft]);

  return useMemo(() => {
    const order = () => store.state.draft.parts.flatMap((part) => part.lines);
    const find = (key: string) => order().find((line) => line.key === key);
    const remembered = () => client.invalidateQueries({ queryKey: ["bench"] });

    async function choose(key: string, name: string, choice: Schemas["Choice"] | null) {
      const before = find(key)?.chosen ?? null;
      store.edit((draft) => changeLine(draft, key, { chosen: choice?.slug ?? null }));
      // A line is a formula only where it is pointed at it: the words go on to mean what they mean.
      if (choice?.slug.startsWith("made-")) return;
      try {
        if (choice) await api.PUT("/api/v1/corrections", { body: { name, slug: choice.slug } });
        else await api.DELETE("/api/v1/corrections", { params: { query: { name } } });
        await remembered();
        tell(
          choice ? `“${name}” now means ${choice.name}, here and next time.` : `“${name}” is read by its words again.`,
          {
            label: "Undo",
            run: async () => {
              store.edit((draft) => changeLine(draft, key, { chosen: before }));
              if (choice) await api.DELETE("/api/v1/corrections", { params: { query: { name } } });
              await remembered();
            },
          },
        );
      } catch (error) {
        tell(error instanceof Problem ? error.detail : String(error));
      }
    }

    async function paste(key: string, text: string) {
      if (text.length > MOST_PASTED) {
        tell("This is more text than one recipe holds (200,000 characters). Copy only the ingredient lines.");
        return;
      }
      try {
        const pasted = await data(api.POST("/api/v1/bench/paste", { body: { text } }));
        insert(key, pasted);
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        if (!error.away) {
          tell(error.detail);
          return;
        }
        // Nobody can take the text apart now; its lines are kept as they are and read later.
        const lines = text.split(/\r?\n/).filter((line) => line.trim());
        insert(key, {
          title: "",
          pieces: null,
          method: "",
          parts: [{ name: "", lines: lines.map((each) => ({ text: each.slice(0, 1000) })) }],
        });
      }
    }

    function insert(
      key: string,
      pasted: Pick<Schemas["Pasted"], "title" | "pieces" | "method"> & { parts: Parameters<typeof partsFrom>[0] },
    ) {
      const parts = partsFrom(pasted.parts);
      const last = parts.at(-1)?.lines.at(-1);
      if (last) focus.current = last.key;
      store.edit((draft) => {
        if (isBlank(draft)) {
          return {
            ...draft,
            name: draft.name === UNNAMED && pasted.title ? pasted.title : draft.name,
            pieces: pasted.pieces ?? draft.pieces,
            method: draft.method || pasted.method,
            parts,
          };
        }
        const [first, ...rest] = parts;
        const filled = insertAfter(draft, key, first?.lines ?? []);
        const { parts: before, method } = find(key)?.text.trim() ? filled : removeLine(filled, key);
        return { ...draft, parts: [...before, ...rest], method: method || pasted.method };
      });
    }

    /** Has a line written anew by the server. Where it was changed meanwhile it is asked again, as the line stands then:
     * of two changes in quick succession both hold. */
    async function rewrite(
      key: string,
      ask: (line: Pick<Line, "text" | "chosen">) => Promise<Schemas["Rewritten"]>,
      merge = "",
    ) {
      try {
        for (let line = find(key); line; ) {
          const { text, chosen } = line;
          const written = await ask({ text, chosen });
          line = find(key);
          if (line?.text === text && line.chosen === chosen) {
            store.edit((draft) => changeLine(draft, key, { text: written.text }), merge);
            return;
          }
        }
      } catch (error) {
        tell(error instanceof Problem ? error.detail : String(error));
      }
    }

    function neighbour(key: string, by: 1 | -1): Line | undefined {
      const lines = order();
      return lines[lines.findIndex((line) => line.key === key) + by];
    }

    const actions: RowActions = {
      type: (key, text) => store.edit((draft) => changeLine(draft, key, { text }), `line ${key}`),
      addBelow: (key) => {
        const line = newLine();
        focus.current = line.key;
        store.edit((draft) => insertAfter(draft, key, [line]));
      },
      remove: (key, refocus) => {
        if (refocus) focus.current = (neighbour(key, -1) ?? neighbour(key, 1))?.key ?? null;
        store.edit((draft) => removeLine(draft, key));
      },
      move: (key, by) => {
        focus.current = key;
        store.edit((draft) => moveLine(draft, key, by));
      },
      focusNeighbour: (key, by) => {
        const line = neighbour(key, by);
        if (line) document.querySelector<HTMLElement>(`[data-line="${line.key}"]`)?.focus();
      },
      nudge: (key, factor) =>
        void rewrite(
          key,
          (line) => data(api.POST("/api/v1/bench/nudge", { body: { ...line, factor } })),
          `nudge ${key}`,
        ),
      detail: (key, details) =>
        void rewrite(key, (line) => data(api.POST("/api/v1/bench/detail", { body: { ...line, ...details } }))),
      replace: (key, text, slug) => store.edit((draft) => changeLine(draft, key, { text, chosen: slug })),
      paste: (key, text) => void paste(key, text),
      choose: (key, name, choice) => void choose(key, name, choice),
      part: (key, texts) => {
        const lines = texts.map((text) => newLine(text));
        focus.current = lines.at(-1)?.key ?? null;
        store.edit((draft) => removeLine(insertAfter(draft, key, lines), key));
      },
    };
    return actions;
  }, [store, tell, client]);
}
