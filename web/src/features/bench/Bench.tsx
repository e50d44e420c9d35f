import { useQuery } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import { useCallback, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { formulaQuery, kitchenQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { count, grams, kcal, unreadLines } from "@/domain/format";
import { ClaimsCard } from "@/features/claims/ClaimsCard";
import { CrumbCheck } from "@/features/crumb/CrumbCheck";
import { Hazards } from "@/features/crumb/Hazards";
import { ProductionCard } from "@/features/production/ProductionCard";
import { Reformulate } from "@/features/reformulate/Reformulate";
import { Swaps } from "@/features/swaps/Swaps";
import { Sweeteners } from "@/features/swaps/Sweeteners";
import { Twin } from "@/features/twin/Twin";
import { Versions } from "@/features/versions/Versions";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import { useKeys } from "@/ui/keys";
import { useStatusLine } from "@/ui/statusLine";
import { Allergens } from "./Allergens";
import { Head } from "./Head";
import { Lines } from "./Lines";
import { Method } from "./Method";
import { PieceCard, PieceMore } from "./PieceCard";
import { SavingBanner } from "./SavingBanner";
import { ScaleSheet } from "./ScaleSheet";
import { useDraftStore, useEvaluated } from "./useBench";
import { useRowActions } from "./useRowActions";

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
  const store = useDraftStore(view);
  const { draft, saving, past, future } = store.state;
  const worked = useEvaluated(draft);
  const kitchen = useQuery(kitchenQuery);
  const actions = useRowActions(store);
  const fitting = worked?.fitting ?? null;
  const [scaling, setScaling] = useState(false);
  const { tab: asked = "bench" } = useParams();
  const tab = TABS.some(([slug]) => slug === asked) ? asked : "bench";
  const navigate = useNavigate();
  const open = (slug: string) => navigate(`/formulas/${store.id}${slug === "bench" ? "" : `/${slug}`}`);
  const currency = kitchen.data?.settings.currency ?? "EUR";
  const openScale = useCallback(() => setScaling(true), []);

  useStatusLine({
    fits: fitting
      ? fitting.piece_count > 0
        ? `· ${count(fitting.piece_count)} of these fit, ${kcal(fitting.energy_kcal)} kcal, ${grams(fitting.protein_g)} g protein`
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

  return (
    <div className="mx-auto max-w-[1240px]">
      <Head
        store={store}
        archived={view.archived}
        families={kitchen.data?.families ?? NO_FAMILIES}
        name={draft.name}
        family={draft.family}
        pieces={draft.pieces}
        undoes={past.length > 0}
        redoes={future.length > 0}
        follows={
          draft.production.by === "count" && draft.production.made_count == null
            ? null
            : (worked?.view.production.piece_count ?? draft.pieces)
        }
        onScale={openScale}
      />
      {scaling && worked && <ScaleSheet store={store} worked={worked} onClose={() => setScaling(false)} />}
      {worked && <Allergens contents={worked.view.allergens} />}
      {worked && <DietAlerts alarms={worked.view.alerts} />}
      <SavingBanner store={store} />
      {worked && <PieceLine piece={worked.view.piece} pieces={worked.view.piece_count} />}
      <Tabs.Root value={tab} onValueChange={open} activationMode="manual">
        <Tabs.List
          aria-label="Parts of the formula"
          className="mt-3 flex gap-x-5 overflow-x-auto border-b border-rim whitespace-nowrap"
        >
          {TABS.map(([slug, name]) => (
            <Tabs.Trigger
              key={slug}
              value={slug}
              className="-mb-px border-b-[3px] border-transparent px-1 py-[7px] text-soft data-[state=active]:border-enamel data-[state=active]:font-semibold data-[state=active]:text-ink"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="bench" tabIndex={-1}>
          <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
            <section aria-label="Lines" className="min-w-0">
              <Lines store={store} worked={worked} actions={actions} />
              {worked && <WhatToWeigh worked={worked.view} />}
              {worked && <Hazards hazards={worked.view.hazards} />}
              {worked && (
                <ProductionCard store={store} made={worked.view.production} layers={worked.view.piece.layers} />
              )}
            </section>
            {worked && (
              <div className="grid gap-4">
                <PieceCard
                  worked={worked.view}
                  school={kitchen.data?.settings.carbohydrate ?? "available"}
                  fitting={fitting}
                  store={store}
                />
                <CrumbCheck
                  check={worked.view.check}
                  families={kitchen.data?.families ?? NO_FAMILIES}
                  currency={currency}
                  store={store}
                  draft={draft}
                />
                <PieceMore worked={worked.view} currency={currency} store={store} />
                <ClaimsCard worked={worked.view} reference={draft.twin} store={store} />
              </div>
            )}
          </div>
        </Tabs.Content>
        <Tabs.Content value="swaps" tabIndex={-1}>
          <Swaps store={store} currency={currency} />
        </Tabs.Content>
        <Tabs.Content value="sweeteners" tabIndex={-1}>
          <Sweeteners store={store} currency={currency} />
        </Tabs.Content>
        <Tabs.Content value="reach" tabIndex={-1}>
          {worked ? <Reformulate store={store} worked={worked} /> : <p className="mt-4 text-soft">Working it out …</p>}
        </Tabs.Content>
        <Tabs.Content value="twin" tabIndex={-1}>
          <Twin store={store} />
        </Tabs.Content>
        <Tabs.Content value="method" tabIndex={-1}>
          <Method store={store} />
        </Tabs.Content>
        <Tabs.Content value="versions" tabIndex={-1}>
          <Versions store={store} />
        </Tabs.Content>
      </Tabs.Root>
    </div>
  );
}

const TABS = [
  ["bench", "Bench"],
  ["swaps", "Swaps"],
  ["sweeteners", "Sweeteners"],
  ["reach", "Reach a target"],
  ["twin", "Classic"],
  ["method", "Method"],
  ["versions", "Versions"],
] as const;

/** The line that carries most of the doubt, and what a scale would gain. */
function WhatToWeigh({ worked }: { worked: Schemas["EvaluatedView"] }) {
  if (!worked.weigh.length) return null;
  return (
    <ul className="mt-3 grid gap-1 px-2" aria-label="What to weigh">
      {worked.weigh.map((line) => (
        <li key={`${line.part} ${line.line}`} className="text-soft">
          <b className="text-caution">Weigh the {line.name}:</b> it carries {Math.round(line.share * 100)} % of the
          doubt in the energy; on a scale the band of a piece narrows from ± {grams(worked.piece.sd.energy_kcal ?? 0)}{" "}
          to ± {grams(line.then_sd_kcal)} kcal.
        </li>
      ))}
    </ul>
  );
}

/** One piece in a line, where its card stands below the lines. */
function PieceLine({ piece, pieces }: { piece: Schemas["FiguresView"]; pieces: number }) {
  return (
    <p className="mt-3 lg:hidden">
      <a href="#piece-title" className="text-soft hover:underline">
        <b className="figure text-[22px] text-ink">
          {kcal(piece.energy_kcal)}
          <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} /> kcal
        </b>{" "}
        · <b className="figure text-[22px] text-protein-ink">{grams(piece.protein_g)} g protein</b> · one of{" "}
        {count(pieces)}
        {piece.without_lines > 0 && <span className="text-caution"> · {unreadLines(piece.without_lines)}</span>}
      </a>
    </p>
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
