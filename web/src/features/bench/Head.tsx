import { useMutation, useQueryClient } from "@tanstack/react-query";
import { MoreHorizontal, Redo2, Undo2 } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { memo, useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { formulasListed } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { UNNAMED } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { count } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { parseNumber } from "@/domain/numbers";
import { useArchive } from "@/features/common/useArchive";
import { Select } from "@/ui/Select";
import { useDraft } from "@/ui/useDraft";

interface HeadProps {
  store: DraftStore;
  archived: boolean;
  families: Schemas["Family"][];
  /** How many pieces it makes, as worked out; undefined while that is under way. */
  makes: number | undefined;
  onScale: () => void;
}

/** What it goes out as, and what that is called. */
const FILES = [
  ["as=card&paper=A4", "Card to print, A4"],
  ["as=card&paper=A5", "Card to print, A5"],
  ["as=card&paper=4x6", "Card to print, 4 x 6 in"],
  ["as=jsonld", "File for other programs, JSON-LD"],
  ["as=md", "File as Markdown"],
] as const;

/** Name, family, pieces, undo and the rest of what concerns the formula as a whole. */
export const Head = memo(function Head({ store, archived, families, makes, onScale }: HeadProps) {
  const name = useDraft(store, (state) => state.draft.name);
  const family = useDraft(store, (state) => state.draft.family);
  const pieces = useDraft(store, (state) => state.draft.pieces);
  const counted = useDraft(
    store,
    ({ draft: { production } }) => production.by === "count" && production.made_count == null,
  );
  const undoes = useDraft(store, (state) => state.past.length > 0);
  const redoes = useDraft(store, (state) => state.future.length > 0);
  const navigate = useNavigate();
  const client = useQueryClient();
  const archive = useArchive();
  const copy = useMutation({
    mutationFn: async (id: string) => {
      await store.flush();
      return data(
        api.POST("/api/v1/formulas/{formula_id}/copies", { params: { path: { formula_id: store.id } }, body: { id } }),
      );
    },
    onSuccess: async (made) => {
      await formulasListed(client);
      navigate(`/formulas/${made.id}`);
    },
  });
  return (
    <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <h1 className="min-w-50 flex-1 max-md:basis-full max-md:text-figure">
        <input
          className="-ml-1 w-full rounded bg-transparent px-1"
          aria-label="Name of the formula"
          maxLength={120}
          value={name}
          onFocus={(event) => name === UNNAMED && event.target.select()}
          onChange={(event) => {
            const name = event.target.value;
            store.edit((now) => ({ ...now, name }), "name");
          }}
        />
      </h1>
      {archived && <span className="font-semibold text-caution">archived</span>}
      <Select
        label="Family"
        value={family}
        options={[["", "No family yet"], ...families.map(({ slug, name }) => [slug, name] as const)]}
        onChange={(chosen) => store.edit((now) => ({ ...now, family: chosen }))}
      />
      {counted ? (
        <PiecesField pieces={pieces} onChange={(pieces) => store.edit((now) => ({ ...now, pieces }), "pieces")} />
      ) : (
        <span>makes {count(makes ?? pieces)}</span>
      )}
      <span className="flex gap-1">
        <button
          type="button"
          className="btn btn-quiet"
          aria-label="Undo"
          title="Undo (Ctrl Z)"
          disabled={!undoes}
          onClick={() => store.undo()}
        >
          <Undo2 size={17} aria-hidden />
        </button>
        <button
          type="button"
          className="btn btn-quiet"
          aria-label="Redo"
          title="Redo (Ctrl Shift Z)"
          disabled={!redoes}
          onClick={() => store.redo()}
        >
          <Redo2 size={17} aria-hidden />
        </button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="btn btn-quiet" aria-label="More">
            <MoreHorizontal size={17} aria-hidden />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" sideOffset={6} className="card z-40 min-w-42.5 p-1 shadow-xl">
              <DropdownMenu.Item
                className="cursor-pointer rounded px-3 py-2 data-[highlighted]:bg-sunk"
                onSelect={onScale}
              >
                Scale …
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className="cursor-pointer rounded px-3 py-2 data-[highlighted]:bg-sunk"
                onSelect={() => copy.mutate(pressId("copy", store.id))}
              >
                Duplicate
              </DropdownMenu.Item>
              {FILES.map(([query, words]) => (
                <DropdownMenu.Item
                  key={query}
                  className="cursor-pointer rounded px-3 py-2 data-[highlighted]:bg-sunk"
                  onSelect={async () => {
                    // What was typed last goes out too.
                    await store.flush();
                    window.location.assign(`/api/v1/formulas/${store.id}/file?${query}`);
                  }}
                >
                  {words}
                </DropdownMenu.Item>
              ))}
              <DropdownMenu.Item
                className="cursor-pointer rounded px-3 py-2 data-[highlighted]:bg-sunk"
                onSelect={() =>
                  archive.mutate(
                    { id: store.id, name, archived: !archived },
                    { onSuccess: () => !archived && navigate("/formulas") },
                  )
                }
              >
                {archived ? "Bring back" : "Archive"}
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </span>
    </header>
  );
});

function PiecesField({ pieces, onChange }: { pieces: number; onChange: (pieces: number) => void }) {
  const [text, setText] = useState(String(pieces));
  const number = parseNumber(text);
  const right = isCount(number);
  useEffect(() => setText((now) => (parseNumber(now) === pieces ? now : String(pieces))), [pieces]);
  return (
    <label className="flex items-center gap-2">
      makes
      <input
        className="field !w-18 text-right"
        inputMode="numeric"
        aria-label="Pieces of the batch"
        aria-invalid={!right}
        aria-describedby={right ? undefined : "pieces-wrong"}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          const typed = parseNumber(event.target.value);
          if (isCount(typed)) onChange(typed);
        }}
      />
      {!right && (
        <span id="pieces-wrong" role="alert" className="text-note text-stop">
          A batch makes from 1 to 1,000 pieces.
        </span>
      )}
    </label>
  );
}

const isCount = (number: number) => Number.isInteger(number) && number >= 1 && number <= 1000;
