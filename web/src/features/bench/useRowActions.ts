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
  newPart,
  removeLine,
  UNNAMED,
  type Written,
} from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { Problem, problemText } from "@/domain/problem";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import type { Meaning } from "./FoodMeaningDialog";
import type { Question } from "./LineQuestion";
import type { RowActions } from "./LineRow";
import { answerQuestion, chooseHere } from "./lineAnswers";

interface Around {
  mean: (meaning: Meaning) => void;
  compare: (id: string) => void;
  newProduct: (question: Question) => void;
  /** The lines that are called the same. */
  called: (name: string) => string[];
  /** The line that asks what matters most and is not answered. */
  next: () => string | undefined;
}

/** What the rows can do, called where they are drawn. The object stays the same for a store, so that only changed rows
 * are drawn anew. */
export function useRowActions(store: DraftStore, around: Around): RowActions {
  const { mean, compare, newProduct, called, next } = around;
  const tell = useNotice();
  const focus = useRef<string | null>(null);
  const parts = useDraft(store, (state) => state.draft.parts);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the row to focus is known once the lines are drawn
  useEffect(() => {
    if (focus.current) document.querySelector<HTMLElement>(`[data-line="${focus.current}"]`)?.focus();
    focus.current = null;
  }, [parts]);

  return useMemo(() => {
    const order = () => store.snapshot().draft.parts.flatMap((part) => part.lines);
    const find = (id: string) => order().find((line) => line.id === id);
    // The same words mean the same in all of this formula, wherever the choice was made.
    const choose: RowActions["choose"] = (id, name, choice) =>
      chooseHere(store, [id, ...called(name)], name, choice, { tell, mean });

    async function paste(id: string, text: string) {
      if (text.length > MOST_PASTED) {
        tell("This is more text than one recipe holds (200,000 characters). Copy only the ingredient lines.");
        return;
      }
      try {
        const { recipes } = await data(api.POST("/api/v1/bench/paste", { body: { text } }));
        const [pasted, ...others] = recipes;
        if (pasted) insert(id, pasted);
        if (others.length)
          tell(`The text holds ${recipes.length} recipes; the first was taken. New formula reads them one by one.`);
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        if (!error.away) {
          tell(error.detail);
          return;
        }
        // Nobody can take the text apart now; its lines are kept as they are and read later.
        const lines = text.split(/\r?\n/).filter((line) => line.trim());
        insert(id, {
          title: "",
          pieces: null,
          method: "",
          parts: [{ name: "", lines: lines.map((each) => ({ text: each.slice(0, 1000) })) }],
        });
      }
    }

    function insert(
      id: string,
      pasted: Pick<Schemas["Pasted"], "title" | "pieces" | "method"> & { parts: readonly Written[] },
    ) {
      // Ids of a text taken apart are of that text; here they would meet those that are there.
      const parts = pasted.parts.map((part) =>
        newPart(
          part.name,
          part.lines.map((line) => newLine(line.text)),
          part.options,
        ),
      );
      const last = parts.at(-1)?.lines.at(-1);
      if (last) focus.current = last.id;
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
        const filled = insertAfter(draft, id, first?.lines ?? []);
        const { parts: before, method } = find(id)?.text.trim() ? filled : removeLine(filled, id);
        return { ...draft, parts: [...before, ...rest], method: method || pasted.method };
      });
    }

    /** Has a line written anew by the server. Where it was changed meanwhile it is asked again, as the line stands then:
     * of two changes in quick succession both hold. */
    async function rewrite(id: string, ask: (line: Line) => Promise<Schemas["Rewritten"]>, merge = "") {
      try {
        for (let line = find(id); line; ) {
          const asked = line;
          const written = await ask(asked);
          line = find(id);
          if (line?.text === asked.text && line.chosen === asked.chosen) {
            store.edit((draft) => changeLine(draft, id, { text: written.text }), merge);
            return;
          }
        }
      } catch (error) {
        tell(problemText(error));
      }
    }

    function neighbour(id: string, by: 1 | -1): Line | undefined {
      const lines = order();
      return lines[lines.findIndex((line) => line.id === id) + by];
    }

    const actions: RowActions = {
      type: (id, text) => store.edit((draft) => changeLine(draft, id, { text }), `line ${id}`),
      addBelow: (id) => {
        const line = newLine();
        focus.current = line.id;
        store.edit((draft) => insertAfter(draft, id, [line]));
      },
      remove: (id, refocus) => {
        if (refocus) focus.current = (neighbour(id, -1) ?? neighbour(id, 1))?.id ?? null;
        store.edit((draft) => removeLine(draft, id));
      },
      move: (id, by) => {
        focus.current = id;
        store.edit((draft) => moveLine(draft, id, by));
      },
      focusNeighbour: (id, by) => {
        const line = neighbour(id, by);
        if (line) document.querySelector<HTMLElement>(`[data-line="${line.id}"]`)?.focus();
      },
      nudge: (id, factor) =>
        void rewrite(
          id,
          (line) => data(api.POST("/api/v1/bench/adjust-amount", { body: { ...line, factor } })),
          `nudge ${id}`,
        ),
      detail: (id, details) =>
        void rewrite(id, (line) => data(api.POST("/api/v1/bench/detail", { body: { ...line, ...details } }))),
      replace: (id, text, slug) => store.edit((draft) => changeLine(draft, id, { text, chosen: slug })),
      paste: (id, text) => void paste(id, text),
      choose,
      compare,
      newProduct,
      answer: (question, answer) => answerQuestion(store, question, answer, choose, next),
      part: (id, texts) => {
        const lines = texts.map((text) => newLine(text));
        focus.current = lines.at(-1)?.id ?? null;
        store.edit((draft) => removeLine(insertAfter(draft, id, lines), id));
      },
    };
    return actions;
  }, [store, tell, mean, compare, newProduct, called, next]);
}
