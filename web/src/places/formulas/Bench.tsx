import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { MoreHorizontal, Redo2, Undo2 } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, data, Problem, type Schemas } from "@/api/client";
import { formulaQuery, kitchenQuery } from "@/api/queries";
import { useKeys } from "@/parts/keys";
import { useNotice } from "@/parts/Notices";
import { useRemark } from "@/parts/remark";
import { count, grams, kcal, today } from "@/parts/words";
import { useDayWrites } from "@/places/today/useDay";
import type { BenchStore } from "./bench-store";
import {
  changeLine,
  countLines,
  draftFrom,
  insertAfter,
  isBlank,
  type Line,
  moveLine,
  newLine,
  newPart,
  type Part,
  partsFrom,
  removeLine,
} from "./draft";
import { LineRow, type RowActions } from "./LineRow";
import { PieceCard } from "./PieceCard";
import { useArchive } from "./useArchive";
import { useBenchStore, useWorked, type Worked } from "./useBench";

export const UNNAMED = "New formula";

/** Longest text that is taken as a paste, as the server has it. */
const MOST_PASTED = 200_000;

export function Bench() {
  const { id = "" } = useParams();
  const query = useQuery(formulaQuery(id));
  if (query.isError) {
    return (
      <div className="mx-auto max-w-[760px]">
        <h1>Not here</h1>
        <p className="my-3" role="alert">
          {query.error.message}
        </p>
        <Link to="/formulas" className="btn">
          To the formulas
        </Link>
      </div>
    );
  }
  if (!query.data) return <p className="text-soft">Opening the formula …</p>;
  return <Opened key={id} view={query.data} />;
}

function Opened({ view }: { view: Schemas["FormulaView"] }) {
  const store = useBenchStore(view);
  const { draft, saving } = store.state;
  const worked = useWorked(draft);
  const kitchen = useQuery(kitchenQuery);
  const writes = useDayWrites(today());
  const tell = useNotice();
  const actions = useRowActions(store);
  const fitting = worked?.fitting ?? null;

  useRemark({
    fits: fitting
      ? fitting.pieces > 0
        ? `· ${count(fitting.pieces)} of these fit, ${kcal(fitting.energy_kcal)} kcal, ${grams(fitting.protein_g)} g`
        : "· none of these fits"
      : undefined,
    saved: SAVING[saving.kind],
  });

  useKeys((event) => {
    if (!(event.ctrlKey || event.metaKey) || event.altKey || (event.target as HTMLElement).closest("[role=dialog]"))
      return;
    const key = event.key.toLowerCase();
    if (key === "z" && !event.shiftKey) store.undo();
    else if ((key === "z" && event.shiftKey) || key === "y") store.redo();
    else return;
    event.preventDefault();
  });

  async function lay(pieces: number) {
    try {
      await store.flush();
      writes.layPieces(view.id, draft.name, pieces);
    } catch (error) {
      tell(error instanceof Problem ? error.detail : String(error));
    }
  }

  return (
    <div className="mx-auto max-w-[1240px]">
      <Head view={view} store={store} families={kitchen.data?.families ?? []} />
      <SavingBanner store={store} />
      <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
        <section aria-label="Lines" className="min-w-0">
          <Lines store={store} worked={worked} actions={actions} />
          <details className="card mt-4 px-4 py-3" open={draft.method !== ""}>
            <summary className="cursor-pointer font-display text-[17px] font-[640]">Method</summary>
            <textarea
              className="field mt-2 min-h-[110px] leading-relaxed"
              aria-label="Method"
              maxLength={20_000}
              placeholder="The steps, one a line."
              value={draft.method}
              onChange={(event) => {
                const method = event.target.value;
                store.edit((now) => ({ ...now, method }), "method");
              }}
            />
          </details>
        </section>
        {worked && (
          <PieceCard
            worked={worked.view}
            school={kitchen.data?.settings.carbohydrate ?? "available"}
            fitting={fitting}
            laying={writes.layingPieces}
            onLay={(pieces) => void lay(pieces)}
          />
        )}
      </div>
    </div>
  );
}

const SAVING = {
  saved: "saved",
  waiting: "saving …",
  saving: "saving …",
  away: "not saved: the server is away",
  refused: "not saved",
  conflict: "not saved: changed elsewhere",
};

interface HeadProps {
  view: Schemas["FormulaView"];
  store: BenchStore;
  families: Schemas["Family"][];
}

function Head({ view, store, families }: HeadProps) {
  const { draft, past, future } = store.state;
  const navigate = useNavigate();
  const client = useQueryClient();
  const archive = useArchive();
  const copy = useMutation({
    mutationFn: async (id: string) => {
      await store.flush();
      return data(
        api.POST("/api/formulas/{formula_id}/copies", { params: { path: { formula_id: view.id } }, body: { id } }),
      );
    },
    onSuccess: async (made) => {
      await client.invalidateQueries({ queryKey: ["formulas", "list"] });
      navigate(`/formulas/${made.id}`);
    },
  });
  return (
    <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <h1 className="min-w-[200px] flex-1">
        <input
          className="-ml-1 w-full rounded bg-transparent px-1"
          aria-label="Name of the formula"
          maxLength={120}
          value={draft.name}
          onFocus={(event) => draft.name === UNNAMED && event.target.select()}
          onChange={(event) => {
            const name = event.target.value;
            store.edit((now) => ({ ...now, name }), "name");
          }}
        />
      </h1>
      {view.archived && <span className="font-semibold text-caution">archived</span>}
      <label className="flex items-center gap-2">
        <span className="sr-only">Family</span>
        <select
          className="field !w-auto"
          aria-label="Family"
          value={draft.family}
          onChange={(event) => {
            const family = event.target.value;
            store.edit((now) => ({ ...now, family }));
          }}
        >
          <option value="">No family yet</option>
          {families.map((family) => (
            <option key={family.slug} value={family.slug}>
              {family.name}
            </option>
          ))}
        </select>
      </label>
      <PiecesField pieces={draft.pieces} onChange={(pieces) => store.edit((now) => ({ ...now, pieces }), "pieces")} />
      <span className="flex gap-1">
        <button
          type="button"
          className="btn btn-quiet"
          aria-label="Undo"
          title="Undo (Ctrl Z)"
          disabled={!past.length}
          onClick={() => store.undo()}
        >
          <Undo2 size={17} aria-hidden />
        </button>
        <button
          type="button"
          className="btn btn-quiet"
          aria-label="Redo"
          title="Redo (Ctrl Shift Z)"
          disabled={!future.length}
          onClick={() => store.redo()}
        >
          <Redo2 size={17} aria-hidden />
        </button>
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="btn btn-quiet" aria-label="More">
            <MoreHorizontal size={17} aria-hidden />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" sideOffset={6} className="card z-40 min-w-[170px] p-1 shadow-xl">
              <DropdownMenu.Item
                className="cursor-pointer rounded px-3 py-2 data-[highlighted]:bg-sunk"
                onSelect={() => copy.mutate(crypto.randomUUID())}
              >
                Duplicate
              </DropdownMenu.Item>
              <DropdownMenu.Item
                className="cursor-pointer rounded px-3 py-2 data-[highlighted]:bg-sunk"
                onSelect={() =>
                  archive.mutate(
                    { id: view.id, name: draft.name, archived: !view.archived },
                    { onSuccess: () => !view.archived && navigate("/formulas") },
                  )
                }
              >
                {view.archived ? "Bring back" : "Archive"}
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </span>
    </header>
  );
}

function PiecesField({ pieces, onChange }: { pieces: number; onChange: (pieces: number) => void }) {
  const [text, setText] = useState(String(pieces));
  const number = Number(text);
  const right = Number.isInteger(number) && number >= 1 && number <= 1000;
  useEffect(() => setText((now) => (Number(now) === pieces ? now : String(pieces))), [pieces]);
  return (
    <label className="flex items-center gap-2">
      makes
      <input
        className="field !w-[72px] text-right"
        inputMode="numeric"
        aria-label="Pieces of the batch"
        aria-invalid={!right}
        aria-describedby={right ? undefined : "pieces-wrong"}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          const typed = Number(event.target.value);
          if (event.target.value.trim() && Number.isInteger(typed) && typed >= 1 && typed <= 1000) onChange(typed);
        }}
      />
      {!right && (
        <span id="pieces-wrong" role="alert" className="text-[14px] text-stop">
          A batch makes from 1 to 1,000 pieces.
        </span>
      )}
    </label>
  );
}

function SavingBanner({ store }: { store: BenchStore }) {
  const { saving, draft } = store.state;
  if (saving.kind === "conflict") {
    const other = draftFrom(saving.current);
    return (
      <div role="alert" className="mt-3 rounded-lg border border-caution bg-caution-ground p-3">
        <b>This formula was changed in another window.</b> Yours has {countLines(draft)} lines and makes {draft.pieces},
        the other “{other.name}” has {countLines(other)} lines and makes {other.pieces}.
        <span className="mt-2 flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={() => store.keepMine()}>
            Keep mine
          </button>
          <button type="button" className="btn btn-quiet" onClick={() => store.takeOther()}>
            Take the other (mine stays in undo)
          </button>
        </span>
      </div>
    );
  }
  if (saving.kind === "refused") {
    return (
      <p role="alert" className="mt-3 rounded-lg border border-caution bg-caution-ground p-3">
        Not saved. {saving.detail}
      </p>
    );
  }
  return null;
}

function Lines({ store, worked, actions }: { store: BenchStore; worked: Worked | undefined; actions: RowActions }) {
  const { parts } = store.state.draft;
  const most = Math.max(1, ...[...(worked?.lines.values() ?? [])].map((line) => line.energy_kcal ?? 0));
  const named = parts.length > 1 || !!parts[0]?.name;
  return (
    <div className="card overflow-hidden">
      <div
        aria-hidden
        className="hidden grid-cols-[minmax(0,1fr)_64px_minmax(90px,170px)_58px_62px_30px] gap-x-2 border-b border-rim px-2 py-2 text-[12.5px] font-semibold text-soft md:grid"
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
          {named && <PartHead part={part} figures={worked?.parts.get(part.key)} store={store} />}
          <ul aria-label={part.name || "Lines of the formula"}>
            {part.lines.map((line, row) => (
              <LineRow
                key={line.key}
                line={line}
                read={worked?.lines.get(line.key)}
                most_kcal={most}
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
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-2 py-2 text-[14px] text-soft">
        <button type="button" className="btn btn-bare" onClick={() => actions.addBelow(lastKey(parts))}>
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
          <kbd className="key">[</kbd> <kbd className="key">]</kbd> nudges 5 %
        </span>
      </div>
    </div>
  );
}

const lastKey = (parts: Part[]) => parts.at(-1)?.lines.at(-1)?.key ?? "";

function PartHead({
  part,
  figures,
  store,
}: {
  part: Part;
  figures: Schemas["FiguresView"] | undefined;
  store: BenchStore;
}) {
  const several = store.state.draft.parts.length > 1;
  return (
    <div className="flex items-center gap-2 border-b border-rim bg-sunk px-2 py-1">
      <input
        className="min-w-0 flex-1 rounded bg-transparent px-1 py-[3px] font-display text-[16px] font-[640]"
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
        <span className="text-[13.5px] whitespace-nowrap text-soft">
          {grams(figures.mass_g)} g · {kcal(figures.energy_kcal)} kcal
        </span>
      )}
      {several && (
        <button
          type="button"
          className="btn btn-bare !min-h-[28px]"
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

/** What the rows can do. The object stays the same for a store, so that only changed rows are drawn anew. */
function useRowActions(store: BenchStore): RowActions {
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
      try {
        if (choice) await api.PUT("/api/corrections", { body: { name, slug: choice.slug } });
        else await api.DELETE("/api/corrections", { params: { query: { name } } });
        await remembered();
        tell(
          choice ? `“${name}” now means ${choice.name}, here and next time.` : `“${name}” is read by its words again.`,
          {
            label: "Undo",
            run: async () => {
              store.edit((draft) => changeLine(draft, key, { chosen: before }));
              if (choice) await api.DELETE("/api/corrections", { params: { query: { name } } });
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
        const pasted = await data(api.POST("/api/bench/paste", { body: { text } }));
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
        const emptied = find(key)?.text.trim() ? draft : removeLine(insertAfter(draft, key, first?.lines ?? []), key);
        const filled = emptied === draft ? insertAfter(draft, key, first?.lines ?? []) : emptied;
        return { ...filled, parts: [...filled.parts, ...rest], method: filled.method || pasted.method };
      });
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
      nudge: async (key, factor) => {
        const line = find(key);
        if (!line) return;
        try {
          const { text, chosen } = line;
          const nudged = await data(api.POST("/api/bench/nudge", { body: { text, chosen, factor } }));
          store.edit((draft) => changeLine(draft, key, { text: nudged.text }), `nudge ${key}`);
        } catch (error) {
          tell(error instanceof Problem ? error.detail : String(error));
        }
      },
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
