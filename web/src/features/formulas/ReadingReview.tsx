import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { api, data } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { formulasListed } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { type Draft, draftBody, draftOfRecipe, partsBody, UNNAMED } from "@/domain/draft";
import { DraftStore } from "@/domain/draftStore";
import { count, grams } from "@/domain/format";
import type { Meaning } from "@/features/bench/FoodMeaningDialog";
import { openQuestions, type Question } from "@/features/bench/LineQuestion";
import { Lines } from "@/features/bench/Lines";
import { remember, useAnalysis, useEvaluated } from "@/features/bench/useBench";
import { useUndoKeys } from "@/features/bench/useUndoKeys";
import { StatedCard } from "@/features/label/StatedCard";
import { NumberField } from "@/ui/NumberField";
import { PieceFigures } from "@/ui/PieceFigures";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import { Contradictions } from "./Contradictions";
import { Questions } from "./Questions";

const FoodMeaningDialog = lazy(() => import("@/features/bench/FoodMeaningDialog"));
const NewProductFor = lazy(() => import("@/features/bench/NewProductFor"));
const Alternatives = lazy(() => import("@/features/bench/Alternatives"));

type Pasted = Schemas["Pasted"];

interface UnderstoodProps {
  recipe: Pasted;
  /** The name under which the window keeps what is changed here. */
  keptAs: string;
  /** The id of the formula to be. */
  id: string;
  onMade: (id: string) => void;
  /** Goes on to another recipe of the text; undefined where there is none. */
  onSkip: (() => void) | undefined;
}

/** What was understood of a recipe: its name, pieces, parts, oven and tin, what its lines ask, and whether it agrees with
 * itself. Everything is put right in place; nothing is stored before it is made a formula. */
export function ReadingReview({ recipe, keptAs, id, onMade, onSkip }: UnderstoodProps) {
  const client = useQueryClient();
  const tell = useNotice();
  const kitchen = useQuery(kitchenQuery);
  const store = useMemo(
    () => new DraftStore(`read ${keptAs}`, { draft: draftOfRecipe(recipe), version: 0 }, null),
    [keptAs, recipe],
  );
  const worked = useEvaluated(store);
  const analysis = useAnalysis(store);
  useUndoKeys(store);
  const [meaning, setMeaning] = useState<Meaning | null>(null);
  const [unknown, setUnknown] = useState<Question | null>(null);
  const [compared, setCompared] = useState<string | null>(null);
  const name = useDraft(store, (state) => state.draft.name);
  const pieces = useDraft(store, (state) => state.draft.pieces);
  const heading = useRef<HTMLHeadingElement>(null);
  // Behind the sheet that closes, which gives the focus back to where it came from.
  useEffect(() => {
    const timer = window.setTimeout(() => heading.current?.focus());
    return () => window.clearTimeout(timer);
  }, []);
  const open = openQuestions(analysis?.questions, worked?.lines);
  const create = useMutation({
    mutationFn: () => {
      const { draft } = store.snapshot();
      const body = draftBody({ ...draft, name: draft.name.trim() || UNNAMED });
      return data(api.POST("/api/v1/formulas", { body: { ...body, parts: partsBody(draft.parts), id } }));
    },
    onSuccess: async (made) => {
      store.forget();
      await formulasListed(client);
      onMade(made.id);
    },
  });
  const edit = (to: Partial<Draft>, merge: string) => store.edit((draft) => ({ ...draft, ...to }), merge);
  return (
    <section aria-labelledby="understood">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <h1 id="understood" ref={heading} tabIndex={-1}>
          Read right?
        </h1>
        <span className="text-soft">Nothing is stored yet.</span>
        <span className="ml-auto flex flex-wrap gap-2">
          <Link to="/formulas?new=yes" className="btn btn-quiet">
            Back to the text
          </Link>
          {onSkip && (
            <button type="button" className="btn btn-quiet" onClick={onSkip}>
              Another first
            </button>
          )}
          <button type="button" className="btn" disabled={create.isPending} onClick={() => create.mutate()}>
            {create.isPending ? "Making it …" : "Make it a formula"}
          </button>
        </span>
      </header>
      {create.error && (
        <p role="alert" className="mt-2 text-stop">
          {create.error.message}
        </p>
      )}
      <p className="mt-1">{sentence(recipe, pieces, open.length)}</p>
      <Questions questions={open} store={store} tell={tell} onMean={setMeaning} onNewProduct={setUnknown} />
      <Contradictions found={analysis?.contradictions ?? NOTHING} store={store} />
      <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_330px]">
        <div className="min-w-0">
          <div className="mb-3 grid gap-2 sm:grid-cols-[minmax(0,1fr)_auto]">
            <input
              className="field text-lead font-semibold"
              aria-label="Name of the formula"
              placeholder={UNNAMED}
              maxLength={120}
              value={name}
              onChange={(event) => edit({ name: event.target.value }, "name")}
            />
            <NumberField
              label="Makes"
              unit={pieces === 1 ? "piece" : "pieces"}
              value={pieces}
              least={1}
              most={10_000}
              optional={false}
              onChange={(value) => value && edit({ pieces: Math.round(value) }, "pieces")}
            />
          </div>
          <Lines store={store} worked={worked} onMean={setMeaning} onCompare={setCompared} onNewProduct={setUnknown} />
          <LeftAside rows={recipe.aside} />
        </div>
        <div className="grid gap-4">
          {worked && <Piece worked={worked.view} />}
          {analysis && <StatedCard stated={analysis.stated} called={analysis.called} />}
          <Making recipe={recipe} />
          {recipe.method && (
            <details className="card p-4 text-note">
              <summary className="cursor-pointer font-semibold">The method as it is kept</summary>
              <p className="mt-2 whitespace-pre-line">{recipe.method}</p>
            </details>
          )}
        </div>
      </div>
      <Suspense fallback={null}>
        {meaning && (
          <FoodMeaningDialog
            meaning={meaning}
            formula_id={id}
            onClose={() => setMeaning(null)}
            onAgree={() => {
              void remember(meaning.name, meaning.slug, client).catch((error) => tell(String(error.message)));
              setMeaning(null);
            }}
          />
        )}
        {unknown && <NewProductFor store={store} question={unknown} onClose={() => setUnknown(null)} />}
        {compared && (
          <Alternatives
            store={store}
            line_id={compared}
            currency={kitchen.data?.settings.currency ?? "EUR"}
            onClose={() => setCompared(null)}
          />
        )}
      </Suspense>
    </section>
  );
}

const NOTHING: Schemas["Contradiction"][] = [];

/** What was understood, in a sentence. */
function sentence({ pieces: said, parts }: Pasted, pieces: number, open: number): string {
  const unbaked = parts.filter((part) => part.options.bake === "not").length;
  const optional = parts.filter((part) => part.options.optional).length;
  const told = [
    said === null && pieces === 1
      ? "The text does not say how many pieces it makes; count them as one, or say so"
      : `${count(pieces)} ${pieces === 1 ? "piece" : "pieces"}`,
    parts.length > 1 ? `${parts.length} parts${unbaked ? `, ${unbaked} of them not baked` : ""}` : "",
    optional ? `${optional} of them optional` : "",
    open === 0
      ? "no line asks anything"
      : open === 1
        ? "one line asks you something"
        : `${open} lines ask you something`,
  ];
  return `${told.filter(Boolean).join("; ")}.`;
}

function Piece({ worked }: { worked: Schemas["EvaluatedView"] }) {
  const { piece } = worked;
  return (
    <aside className="card p-4" aria-label="One piece">
      <PieceFigures piece={piece}>
        one of {count(worked.piece_count)} · {grams(piece.mass_g)} g
      </PieceFigures>
    </aside>
  );
}

/** Tin, oven and times that the text names. */
function Making({ recipe }: { recipe: Pasted }) {
  const { oven_c, oven, tin, tin_id, bake } = recipe;
  const minutes =
    bake.low_min === null
      ? ""
      : bake.high_min === bake.low_min
        ? `${bake.low_min} minutes`
        : `${bake.low_min} to ${bake.high_min} minutes`;
  const rows = [
    ["Tin", tin && `${tin}${tin_id ? ", one of yours" : ", none of yours"}`],
    ["Oven", oven_c === null ? "" : `${Math.round(oven_c)} °C${oven ? `, ${oven}` : ""}`],
    ["Bakes", minutes && `${minutes}${bake.covered ? ", covered for a while" : ""}`],
    ["Rests", bake.rest_min === null ? "" : `${bake.rest_min} minutes`],
  ].filter(([, value]) => value);
  if (!rows.length) return null;
  return (
    <section className="card p-4 text-note" aria-labelledby="making-title">
      <h2 id="making-title">Its making</h2>
      <dl className="mt-1">
        {rows.map(([title, value]) => (
          <div key={title} className="grid grid-cols-[60px_1fr] gap-2 border-b border-rim py-1 last:border-0">
            <dt className="text-soft">{title}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** Prose, ratings and comments, which are no part of the formula. */
function LeftAside({ rows }: { rows: readonly string[] }) {
  if (!rows.length) return null;
  return (
    <details className="mt-3 px-2 text-note">
      <summary className="cursor-pointer text-soft">
        Left aside: {rows.length} {rows.length === 1 ? "row" : "rows"} that {rows.length === 1 ? "is" : "are"} no recipe
      </summary>
      <ul className="mt-1 grid gap-0.5 text-soft">
        {rows.slice(0, 200).map((row, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows of a text may say the same
          <li key={place}>{row}</li>
        ))}
      </ul>
    </details>
  );
}
