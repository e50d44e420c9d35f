import { useQuery } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { formulaQuery, historyQuery, kitchenQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { count, grams, kcal, unreadLines } from "@/domain/format";
import { NotHere } from "@/features/common/NotHere";
import { CrumbCheck } from "@/features/crumb/CrumbCheck";
import { Hazards } from "@/features/crumb/Hazards";
import { ProductionCard } from "@/features/production/ProductionCard";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import { useStatusLine } from "@/ui/statusLine";
import { useDraft } from "@/ui/useDraft";
import { usePrinting } from "@/ui/usePrinting";
import { useTitle } from "@/ui/useTitle";
import { AddToToday } from "./AddToToday";
import { Allergens } from "./Allergens";
import type { Meaning } from "./FoodMeaningDialog";
import { Head } from "./Head";
import type { Question } from "./LineQuestion";
import { Lines } from "./Lines";
import { PieceCard } from "./PieceCard";
import { PrintedFormula } from "./PrintedFormula";
import { QuestionedLines } from "./QuestionedLines";
import { SavingBanner } from "./SavingBanner";
import { useAnalysis, useDraftStore, useEvaluated } from "./useBench";
import { useUndoKeys } from "./useUndoKeys";
import { WhatIf } from "./WhatIf";

// Most of the time none of these is looked at.
const LabelTab = lazy(() => import("@/features/label/LabelTab"));
const Swaps = lazy(() => import("@/features/swaps/Swaps"));
const Sweeteners = lazy(() => import("@/features/swaps/Sweeteners"));
const Reformulate = lazy(() => import("@/features/reformulate/Reformulate"));
const Classic = lazy(() => import("@/features/classic/Classic"));
const Method = lazy(() => import("./Method"));
const Versions = lazy(() => import("@/features/versions/Versions"));
const Batches = lazy(() => import("@/features/batches/Batches"));
const FoodMeaningDialog = lazy(() => import("./FoodMeaningDialog"));
const Alternatives = lazy(() => import("./Alternatives"));
const NewProductFor = lazy(() => import("./NewProductFor"));
const ScaleSheet = lazy(() => import("./ScaleSheet"));

export default function Bench() {
  const { id = "" } = useParams();
  const query = useQuery(formulaQuery(id));
  if (query.isError) return <NotHere words={query.error.message} to="/formulas" place="To the formulas" />;
  if (!query.data) return <p className="text-soft">Opening the formula …</p>;
  return <Opened key={id} view={query.data} />;
}

function Opened({ view }: { view: Schemas["FormulaView"] }) {
  const store = useDraftStore(view);
  const worked = useEvaluated(store, view);
  const analysis = useAnalysis(store);
  const kitchen = useQuery(kitchenQuery);
  const history = useQuery(historyQuery(view.id));
  const notes = useMemo(() => notesByLine(history.data?.notes ?? []), [history.data?.notes]);
  const [meaning, setMeaning] = useState<Meaning | null>(null);
  const [compared, setCompared] = useState<string | null>(null);
  const [unknown, setUnknown] = useState<Question | null>(null);
  const [scaling, setScaling] = useState(false);
  const { tab: asked = "bench" } = useParams();
  const tab = TABS.some(([slug]) => slug === asked) ? asked : "bench";
  const navigate = useNavigate();
  const open = (slug: string) => navigate(`/formulas/${store.id}${slug === "bench" ? "" : `/${slug}`}`);
  const currency = kitchen.data?.settings.currency ?? "EUR";
  const families = kitchen.data?.families ?? NO_FAMILIES;
  const openScale = useCallback(() => setScaling(true), []);
  useTitle(useDraft(store, (state) => state.draft.name));

  useUndoKeys(store);
  // What stands in the other tabs is printed as it stands there.
  const printing = usePrinting();
  const onPaper = printing && worked && (tab === "bench" || tab === "method");

  return (
    <>
      {onPaper && <PrintedFormula store={store} worked={worked.view} cautions={analysis?.hazards ?? []} />}
      <div className={`mx-auto max-w-310 ${onPaper ? "print:hidden" : ""}`}>
        <Head
          store={store}
          archived={view.archived}
          families={families}
          makes={worked?.view.production.piece_count}
          onScale={openScale}
        />
        <Status store={store} fitting={worked?.fitting ?? null} />
        {worked && <Allergens contents={worked.view.allergens} />}
        {worked && <DietAlerts alarms={worked.view.alerts} />}
        <SavingBanner store={store} />
        {worked && <PieceLine worked={worked.view} store={store} fitting={worked.fitting} />}
        <Tabs.Root value={tab} onValueChange={open} activationMode="manual">
          <TabRow tab={tab} />
          <Suspense fallback={<p className="mt-4 text-soft">Opening …</p>}>
            {meaning && (
              <FoodMeaningDialog
                meaning={meaning}
                formula_id={store.id}
                onClose={() => setMeaning(null)}
                onAgree={(was) => {
                  store.remember({ name: meaning.name, was, now: meaning.slug });
                  setMeaning(null);
                }}
              />
            )}
            {compared && (
              <Alternatives store={store} line_id={compared} currency={currency} onClose={() => setCompared(null)} />
            )}
            {unknown && <NewProductFor store={store} question={unknown} onClose={() => setUnknown(null)} />}
            {scaling && worked && <ScaleSheet store={store} worked={worked} onClose={() => setScaling(false)} />}
            <Tabs.Content value="bench" tabIndex={-1}>
              <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
                <section aria-label="Lines" className="min-w-0">
                  <LastTime notes={history.data?.notes ?? []} />
                  <QuestionedLines questions={analysis?.questions} lines={worked?.lines} store={store} />
                  <Lines
                    store={store}
                    worked={worked}
                    questions={analysis?.questions}
                    notes={notes}
                    onMean={setMeaning}
                    onCompare={setCompared}
                    onNewProduct={setUnknown}
                  />
                  {worked && <WhatToWeigh worked={worked.view} />}
                  <WhatIf store={store} />
                  {analysis && <Hazards hazards={analysis.hazards} />}
                  {worked && (
                    <ProductionCard store={store} made={worked.view.production} layers={worked.view.piece.layers} />
                  )}
                </section>
                {worked && (
                  <div className="grid gap-4">
                    <PieceCard
                      worked={worked.view}
                      carbohydrate={kitchen.data?.carbohydrate_title ?? ""}
                      fitting={worked.fitting}
                      store={store}
                    />
                    <CrumbCheck
                      check={worked.view.check}
                      repairs={analysis?.repairs}
                      families={families}
                      currency={currency}
                      shaping={worked.view.production.shaping}
                      store={store}
                    />
                  </div>
                )}
              </div>
            </Tabs.Content>
            <Tabs.Content value="label" tabIndex={-1}>
              {worked && analysis && (
                <LabelTab worked={worked.view} analysis={analysis} currency={currency} store={store} />
              )}
            </Tabs.Content>
            <Tabs.Content value="swaps" tabIndex={-1}>
              <Swaps store={store} currency={currency} />
            </Tabs.Content>
            <Tabs.Content value="sweeteners" tabIndex={-1}>
              <Sweeteners store={store} currency={currency} />
            </Tabs.Content>
            <Tabs.Content value="reach" tabIndex={-1}>
              {worked ? (
                <Reformulate store={store} worked={worked} />
              ) : (
                <p className="mt-4 text-soft">Working it out …</p>
              )}
            </Tabs.Content>
            <Tabs.Content value="classic" tabIndex={-1}>
              <Classic store={store} />
            </Tabs.Content>
            <Tabs.Content value="method" tabIndex={-1}>
              <Method store={store} />
            </Tabs.Content>
            <Tabs.Content value="versions" tabIndex={-1}>
              <Versions store={store} />
            </Tabs.Content>
            <Tabs.Content value="batches" tabIndex={-1}>
              <Batches store={store} />
            </Tabs.Content>
          </Suspense>
        </Tabs.Root>
        {worked && analysis && <Changed worked={worked.view} analysis={analysis} />}
      </div>
    </>
  );
}

/** What was noted last of the whole formula: it stands where one starts. */
function LastTime({ notes }: { notes: readonly Schemas["NoteView"][] }) {
  const last = notes.filter((note) => !note.line_id && !note.step).at(-1);
  if (!last) return null;
  return (
    <p className="mb-2 border-l-4 border-window bg-sunk px-3 py-2 text-note" data-last-time>
      <b>Last time:</b> {last.text}
    </p>
  );
}

/** What was noted at each line, together. */
function notesByLine(notes: readonly Schemas["NoteView"][]): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const { line_id, text } of notes) {
    if (line_id) found.set(line_id, [found.get(line_id), text].filter(Boolean).join(" · "));
  }
  return found;
}

const TABS = [
  ["bench", "Bench"],
  ["label", "Label"],
  ["swaps", "Swaps"],
  ["sweeteners", "Sweeteners"],
  ["reach", "Reach a target"],
  ["classic", "Classic"],
  ["method", "Method"],
  ["versions", "Versions"],
  ["batches", "Batches"],
] as const;

/** The tabs in a row that shows which one is open and that there are more on either side. */
function TabRow({ tab }: { tab: string }) {
  const row = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the open tab is brought into sight when it is another
  useEffect(() => {
    row.current?.querySelector("[data-state=active]")?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [tab]);
  return (
    <div className="more-beside mt-3 border-b border-rim">
      <Tabs.List ref={row} aria-label="Parts of the formula" className="flex gap-x-2 overflow-x-auto whitespace-nowrap">
        {TABS.map(([slug, name]) => (
          <Tabs.Trigger
            key={slug}
            value={slug}
            className="-mb-px min-h-10 min-w-10 shrink-0 border-b-[3px] border-transparent px-2 text-soft data-[state=active]:border-enamel data-[state=active]:font-semibold data-[state=active]:text-ink"
          >
            {name}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </div>
  );
}

/** What of it fits and whether it is saved, in the day strip. */
function Status({ store, fitting }: { store: DraftStore; fitting: Schemas["Fitting"] | null }) {
  const saving = useDraft(store, (state) => state.saving.kind);
  useStatusLine({
    fits: fitting
      ? fitting.piece_count > 0
        ? `· ${count(fitting.piece_count)} of these fit, ${kcal(fitting.energy_kcal)} kcal, ${grams(fitting.protein_g)} g protein`
        : "· none of these fits"
      : undefined,
    saved: SAVING[saving],
  });
  return null;
}

/** Tells who does not see it what a piece comes to, once the figures rest. */
function Changed({ worked, analysis }: { worked: Schemas["EvaluatedView"]; analysis: Schemas["AnalysisView"] }) {
  const [said, setSaid] = useState("");
  const first = useRef(true);
  // biome-ignore lint/correctness/useExhaustiveDependencies: said when what rests is another, with the figures of then
  useEffect(() => {
    if (!first.current)
      setSaid(`A piece: ${kcal(worked.piece.energy_kcal)} kcal, ${grams(worked.piece.protein_g)} g protein.`);
    first.current = false;
  }, [analysis]);
  return (
    <p role="status" className="sr-only" data-changed>
      {said}
    </p>
  );
}

/** The line that carries most of the doubt, and what a scale would gain. */
function WhatToWeigh({ worked }: { worked: Schemas["EvaluatedView"] }) {
  if (!worked.weigh.length) return null;
  return (
    <ul className="mt-3 grid gap-1 px-2" aria-label="What to weigh">
      {worked.weigh.map((line) => (
        <li key={line.line_id} className="text-soft">
          <b className="text-caution">Weigh the {line.name}:</b> it carries {Math.round(line.share * 100)} % of the
          doubt in the energy; on a scale the band of a piece narrows from ± {grams(worked.piece.sd.energy_kcal ?? 0)}{" "}
          to ± {grams(line.then_sd_kcal)} kcal.
        </li>
      ))}
    </ul>
  );
}

/** One piece in a line with its button, where its card stands below the lines. */
function PieceLine({
  worked,
  store,
  fitting,
}: {
  worked: Schemas["EvaluatedView"];
  store: DraftStore;
  fitting: Schemas["Fitting"] | null;
}) {
  const { piece } = worked;
  return (
    <div className="piece-line">
      <p className="leading-tight">
        <b className="figure text-figure">
          {kcal(piece.energy_kcal)}
          <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} /> kcal
        </b>{" "}
        · <b className="figure text-figure text-protein-ink">{grams(piece.protein_g)} g protein</b>{" "}
        <span className="text-soft">
          · one of {count(worked.piece_count)}
          {piece.without_lines > 0 && <span className="text-caution"> · {unreadLines(piece.without_lines)}</span>}
        </span>
      </p>
      <AddToToday worked={worked} store={store} fitting={fitting} compact />
    </div>
  );
}

const NO_FAMILIES: Schemas["Family"][] = [];

const SAVING = {
  saved: "saved",
  waiting: "saving …",
  saving: "saving …",
  away: "not saved: the server is away",
  refused: "not saved",
  conflict: "not saved: changed elsewhere",
};
