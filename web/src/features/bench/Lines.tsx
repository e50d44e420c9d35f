import { useCallback, useRef } from "react";
import type { Schemas } from "@/api/types";
import { newPart, type Part } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { grams, kcal } from "@/domain/format";
import { PartOptions } from "@/features/production/PartOptions";
import { useDraft } from "@/ui/useDraft";
import type { Meaning } from "./FoodMeaningDialog";
import { firstUnanswered, openQuestions, type Question } from "./LineQuestion";
import { LineRow } from "./LineRow";
import type { Evaluated } from "./useBench";
import { useRowActions } from "./useRowActions";

interface LinesProps {
  store: DraftStore;
  worked: Evaluated | undefined;
  /** What the lines ask, once they rest. */
  questions?: readonly Question[];
  /** What was noted at lines for this time, by their ids. */
  notes?: ReadonlyMap<string, string>;
  /** What a line means was chosen, and that may be meant everywhere. */
  onMean: (meaning: Meaning) => void;
  /** Sets what may stand in a line's place side by side. */
  onCompare: (id: string) => void;
  /** Opens the label of a product that a line names and nobody knows. */
  onNewProduct: (question: Question) => void;
}

/** The parts and lines of the Bench. */
export function Lines({ store, worked, questions, notes, onMean, onCompare, onNewProduct }: LinesProps) {
  const parts = useDraft(store, (state) => state.draft.parts);
  const lines = useRef(worked?.lines);
  lines.current = worked?.lines;
  const called = useCallback(
    (name: string) => [...(lines.current?.values() ?? [])].filter((line) => line.name === name).map((line) => line.id),
    [],
  );
  const asked = useRef(questions);
  asked.current = openQuestions(questions, worked?.lines);
  const next = useCallback(() => firstUnanswered(asked.current ?? [], store.snapshot().draft)?.line_id, [store]);
  const actions = useRowActions(store, { mean: onMean, compare: onCompare, newProduct: onNewProduct, called, next });
  const most = Math.max(1, ...[...(worked?.lines.values() ?? [])].map((line) => line.energy_kcal ?? 0));
  const named = parts.length > 1 || !!parts[0]?.name;
  return (
    <div className="card overflow-hidden">
      <div
        aria-hidden
        className="hidden grid-cols-[minmax(0,1fr)_84px_minmax(80px,140px)_58px_62px_30px] gap-x-2 border-b border-rim px-2 py-2 text-mini font-semibold text-soft md:grid"
      >
        <span className="px-1">As written, and what it was read as</span>
        <span className="text-right">Grams</span>
        <span>Energy from</span>
        <span className="text-right">kcal</span>
        <span className="text-right">Protein</span>
        <span />
      </div>
      {parts.map((part, place) => (
        <div key={part.key}>
          {named && <PartHead part={part} figures={worked?.view.parts[place]} store={store} />}
          <ul aria-label={part.name || "Lines of the formula"}>
            {part.lines.map((line, row) => (
              <LineRow
                key={line.id}
                line={line}
                read={worked?.lines.get(line.id)}
                question={questions?.find((each) => each.line_id === line.id)}
                most_kcal={most}
                note={notes?.get(line.id)}
                placeholder={
                  place === 0 && row === 0
                    ? "Type the first line, or paste a whole recipe"
                    : "Next line, such as 60 g whey"
                }
                actions={actions}
              />
            ))}
          </ul>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-2 py-2 text-note text-soft">
        <button type="button" className="btn btn-bare" onClick={() => actions.addBelow(lastId(parts))}>
          Add a line
        </button>
        <button
          type="button"
          className="btn btn-bare"
          onClick={() => store.edit((draft) => ({ ...draft, parts: [...draft.parts, newPart("New part")] }))}
        >
          Add a part
        </button>
        <span className="max-md:hidden">
          <kbd className="key">Enter</kbd> adds · <kbd className="key">Alt ↑ ↓</kbd> moves ·{" "}
          <kbd className="key">Alt Shift ↑ ↓</kbd> nudges 5 %
        </span>
      </div>
    </div>
  );
}

const lastId = (parts: Part[]) => parts.at(-1)?.lines.at(-1)?.id ?? "";

function PartHead({
  part,
  figures,
  store,
}: {
  part: Part;
  figures: Schemas["PartView"] | undefined;
  store: DraftStore;
}) {
  const several = useDraft(store, (state) => state.draft.parts.length > 1);
  return (
    <div className="flex items-center gap-2 border-b border-rim bg-sunk px-2 py-1">
      <input
        className="min-w-0 flex-1 rounded bg-transparent px-1 py-1 font-display text-lead font-[640]"
        aria-label="Name of the part"
        maxLength={80}
        placeholder="Main part"
        value={part.name}
        onChange={(event) => {
          const name = event.target.value;
          store.edit(
            (draft) => ({
              ...draft,
              parts: draft.parts.map((each) => (each.key === part.key ? { ...each, name } : each)),
            }),
            `part ${part.key}`,
          );
        }}
      />
      {figures && (
        <span className="text-small whitespace-nowrap text-soft">
          {grams(figures.mass_g)} g · {kcal(figures.energy_kcal)} kcal
        </span>
      )}
      <PartOptions part={part} store={store} />
      {several && (
        <button
          type="button"
          className="btn btn-bare md:!min-h-7"
          aria-label={`Remove the part ${part.name || "without a name"}`}
          onClick={() =>
            store.edit((draft) => ({ ...draft, parts: draft.parts.filter((each) => each.key !== part.key) }))
          }
        >
          Remove
        </button>
      )}
    </div>
  );
}
