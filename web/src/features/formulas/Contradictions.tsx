import { useState } from "react";
import type { Schemas } from "@/api/types";
import { removeLine } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";

type Settlement = Schemas["Settlement"];

interface ContradictionsProps {
  found: readonly Schemas["Contradiction"][];
  store: DraftStore;
}

/** Where a text goes against itself, with what settles it; it may also be meant so. */
export function Contradictions({ found, store }: ContradictionsProps) {
  const [meant, setMeant] = useState<ReadonlySet<string>>(new Set());
  const shown = found.filter((each) => !meant.has(each.text));
  if (!shown.length) return null;

  function settle(text: string, { without_line, oven_c, piece_count }: Settlement) {
    store.edit((draft) => {
      if (without_line) return removeLine(draft, without_line);
      if (oven_c != null) return { ...draft, production: { ...draft.production, oven_c } };
      return piece_count == null ? draft : { ...draft, pieces: piece_count };
    });
    setMeant(new Set([...meant, text]));
  }

  return (
    <section className="card mt-3 border-l-4 border-l-caution p-4 text-note" aria-labelledby="against-title">
      <h2 id="against-title">The text goes against itself</h2>
      <ul className="mt-1 grid gap-1.5">
        {shown.map((each) => (
          <li key={each.text} className="flex flex-wrap items-center gap-2">
            <span>{each.text}</span>
            {each.settlements.map((settlement) => (
              <button
                key={settlement.label}
                type="button"
                className="btn btn-quiet md:!min-h-7.5"
                onClick={() => settle(each.text, settlement)}
              >
                {settlement.label}
              </button>
            ))}
            <button
              type="button"
              className="btn btn-bare md:!min-h-7.5"
              onClick={() => setMeant(new Set([...meant, each.text]))}
            >
              It is meant so
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
