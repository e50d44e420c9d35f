import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { Fragment, lazy, Suspense, useCallback, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { formulaPagesQuery, kitchenQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { spanOf } from "@/domain/bakeDay";
import { count, grams, kcal, money, plural, tallyWords, today, unreadLines } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { useArchive } from "@/features/common/useArchive";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import { isSingleKey, useKeys } from "@/ui/keys";
import { MoreRows } from "@/ui/MoreRows";
import { SearchField } from "@/ui/SearchField";
import { Select } from "@/ui/Select";
import { Slab } from "@/ui/Slab";
import { useTitle } from "@/ui/useTitle";
import { BackgroundLine } from "./BackgroundLine";
import { NewFormula } from "./NewFormula";

// Most visits make nothing new.
const StartFromFoods = lazy(() => import("./StartFromFoods"));

export default function Formulas() {
  useTitle("Formulas");
  const kitchen = useQuery(kitchenQuery);
  const [params, setParams] = useSearchParams();
  const [making, setMaking] = useState(params.get("new") === "yes");
  const [fromFoods, setFromFoods] = useState(false);
  const list = useRef<HTMLUListElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const heading = useRef<HTMLHeadingElement>(null);
  const toHeading = useCallback(() => heading.current?.focus(), []);
  const archived = params.get("archived") === "yes";
  const words = params.get("words") ?? "";
  const order = ORDERS.find(([value]) => value === params.get("order"))?.[0] ?? "family";
  const family = params.get("family") ?? "";
  const diet = params.get("diet") ?? "";
  const fits = params.get("fits") === "yes";
  const choices = { words, archived, order, family, diet, ...(fits && { fits_on: today() }) };
  const query = useInfiniteQuery(formulaPagesQuery(choices));
  const shown = query.data?.pages.flatMap((page) => page.items) ?? [];
  const families = new Map(kitchen.data?.families.map((each) => [each.slug, each.name]));
  const narrowed = !!(words || family || diet || fits);

  useKeys((event) => {
    if (!isSingleKey(event)) return;
    if (event.key === "n") setMaking(true);
    else if (event.key === "s") search.current?.focus();
    else return;
    event.preventDefault();
  });

  function show(next: Record<string, string>) {
    const asked = { ...Object.fromEntries(params), ...next };
    setParams(Object.fromEntries(Object.entries(asked).filter(([, value]) => value)), { replace: true });
  }

  return (
    <div className="mx-auto max-w-270">
      <header className="flex flex-wrap items-center gap-3">
        <h1 ref={heading} tabIndex={-1}>
          {archived ? "Archived formulas" : "Formulas"}
        </h1>
        <span className="text-soft">figures are per piece</span>
        <span className="ml-auto flex gap-2">
          <Link className="btn btn-quiet" to="/batches">
            Batches
          </Link>
          <button type="button" className="btn btn-quiet" onClick={() => show({ archived: archived ? "" : "yes" })}>
            {archived ? "Back to those in use" : "Archived"}
          </button>
          <button type="button" className="btn" onClick={() => setMaking(true)}>
            <Plus size={17} aria-hidden /> New formula
          </button>
        </span>
      </header>
      <SearchField
        ref={search}
        className="mt-3"
        label="Search the formulas"
        words={words}
        onWords={(typed) => show({ words: typed })}
      />
      <fieldset className="mt-2 flex flex-wrap items-center gap-2">
        <legend className="sr-only">Which formulas, and in which order</legend>
        <Select label="In which order" value={order} options={ORDERS} onChange={(value) => show({ order: value })} />
        <Select
          label="Of which family"
          value={family}
          options={[["", "any family"], ["none", "no family"], ...families]}
          onChange={(value) => show({ family: value })}
        />
        <Select
          label="Which diet it keeps"
          value={diet}
          options={[["", "any diet"], ...(kitchen.data?.diets ?? []).map((each) => [each, each] as const)]}
          onChange={(value) => show({ diet: value })}
        />
        <button
          type="button"
          className={`btn ${fits ? "" : "btn-quiet"}`}
          aria-pressed={fits}
          onClick={() => show({ fits: fits ? "" : "yes" })}
        >
          fits today
        </button>
      </fieldset>
      <Pending query={query} words="Opening the formulas …" />
      {query.isSuccess && shown.length === 0 && (
        <div className="card mt-4 p-6">
          <p className="text-lead">
            {narrowed ? "No formula is like that." : archived ? "Nothing is archived." : "No formula yet."}
          </p>
          {!archived && !narrowed && (
            <p className="text-soft">Paste a recipe you have copied, and see what one piece of it costs and brings.</p>
          )}
        </div>
      )}
      <BackgroundLine stale={shown.some((formula) => formula.stale && !formula.stopped)} onEnd={toHeading} />
      <ul ref={list} className="mt-4 grid gap-2.5" aria-busy={query.isPlaceholderData}>
        {underBases(shown).map(({ formula, branch }, place, all) => (
          <Fragment key={formula.id}>
            {order === "family" && formula.family !== all[place - 1]?.formula.family && (
              <li className="mt-2 font-display text-lead font-[640]">
                {families.get(formula.family) ?? "No family yet"}
              </li>
            )}
            <Row
              formula={formula}
              family={order === "family" ? "" : (families.get(formula.family) ?? "")}
              currency={kitchen.data?.settings.currency ?? "EUR"}
              branch={branch}
            />
          </Fragment>
        ))}
      </ul>
      <MoreRows query={query} list={list} />
      <NewFormula
        open={making}
        onOpenChange={(open) => {
          setMaking(open);
          if (!open && params.get("new")) show({ new: "" });
        }}
        onFromFoods={() => setFromFoods(true)}
      />
      {fromFoods && (
        <Suspense fallback={null}>
          <StartFromFoods onClose={() => setFromFoods(false)} />
        </Suspense>
      )}
    </div>
  );
}

type Item = Schemas["FormulaListItem"];

const ORDERS = [
  ["family", "by family"],
  ["changed", "last changed first"],
  ["eaten", "last eaten"],
  ["protein", "most protein for its energy"],
  ["cost", "cheapest piece first"],
] as const;

/** How long it keeps hands and kitchen busy; nothing until that was worked out. */
function times({ hands_on_min, whole_min, bowl_count }: Item): string {
  if (hands_on_min === null || hands_on_min === undefined || !whole_min) return "";
  const bowls = bowl_count ? `, ${bowl_count} ${plural(bowl_count, "bowl")}` : "";
  return `${spanOf(hands_on_min)} of hands, ${spanOf(whole_min)} in all${bowls}`;
}

/** What a piece costs; nothing while that is not known. */
function cost({ piece_cost, cost_at_least }: Item, currency: string): string {
  if (piece_cost === null) return "";
  return `${cost_at_least ? "at least " : ""}${money(piece_cost, currency)} a piece`;
}

/** Branches under the formula that they are of, where that is shown and of the same family. */
function underBases(shown: readonly Item[]): { formula: Item; branch: boolean }[] {
  const here = new Map(shown.map((formula) => [formula.id, formula]));
  const isUnder = (formula: Item) => !!formula.base_id && here.get(formula.base_id)?.family === formula.family;
  return shown
    .filter((formula) => !isUnder(formula))
    .flatMap((formula) => [
      { formula, branch: false },
      ...shown
        .filter((each) => isUnder(each) && rootOf(each, here) === formula.id)
        .map((each) => ({ formula: each, branch: true })),
    ]);
}

/** The formula above a branch that is no branch of one shown; a branch of a branch is of the same. */
function rootOf(formula: Item, here: ReadonlyMap<string, Item>): string {
  let at = formula;
  for (let steps = 0; steps < 20; steps++) {
    const above = at.base_id ? here.get(at.base_id) : undefined;
    if (!above || above.family !== at.family) break;
    at = above;
  }
  return at.id;
}

interface RowProps {
  formula: Item;
  family: string;
  currency: string;
  branch: boolean;
}

function Row({ formula, family, currency, branch }: RowProps) {
  const { piece } = formula;
  const archive = useArchive();
  const least = piece.at_least.includes("energy_kcal") || piece.without_lines > 0;
  return (
    <li className={`card flex items-center gap-4 px-4 py-2 ${branch ? "ml-8" : ""}`} data-branch={branch || undefined}>
      <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} size={52} />
      <Link to={`/formulas/${formula.id}`} className="group min-w-0 flex-1">
        <span className="block font-semibold break-words group-hover:underline">{formula.name}</span>
        <span className="block text-note text-soft">
          {[
            branch ? "a branch of it" : "",
            family,
            `makes ${count(formula.piece_count)}`,
            formula.usual_count == null ? "" : `usually ${count(formula.usual_count)} at a time`,
            `${grams(piece.mass_g)} g each`,
            formula.tally ? tallyWords(formula.tally) : "",
            cost(formula, currency),
            times(formula),
          ]
            .filter(Boolean)
            .join(" · ")}
          {piece.without_lines > 0 && <span className="text-caution"> · {unreadLines(piece.without_lines)}</span>}
        </span>
        {formula.stale && (
          <span className="block text-note text-soft">
            {formula.stopped ? "figures of before" : "being worked out anew"}
          </span>
        )}
        {formula.problem && <span className="block text-note text-caution">{formula.problem}</span>}
        <DietAlerts alarms={formula.alerts} />
      </Link>
      <span className="text-right" hidden={!!formula.problem}>
        <span className="block whitespace-nowrap">
          {least && <span className="text-small text-soft">at least </span>}
          <span className="figure text-title">
            {kcal(piece.energy_kcal)}
            <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} />
          </span>{" "}
          kcal
        </span>
        <span className="block font-semibold whitespace-nowrap text-protein-ink">
          {grams(piece.protein_g)} g protein
        </span>
      </span>
      {formula.archived && (
        <button
          type="button"
          className="btn btn-quiet"
          onClick={() => archive.mutate({ id: formula.id, name: formula.name, archived: false })}
        >
          Bring back
        </button>
      )}
    </li>
  );
}
