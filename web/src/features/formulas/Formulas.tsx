import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useCallback, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { formulaPagesQuery, kitchenQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { count, grams, kcal, unreadLines } from "@/domain/format";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import { isSingleKey, useKeys } from "@/ui/keys";
import { MoreRows } from "@/ui/MoreRows";
import { SearchField } from "@/ui/SearchField";
import { Slab } from "@/ui/Slab";
import { useTitle } from "@/ui/useTitle";
import { BackgroundLine } from "./BackgroundLine";
import { NewFormula } from "./NewFormula";
import { useArchive } from "./useArchive";

export default function Formulas() {
  useTitle("Formulas");
  const kitchen = useQuery(kitchenQuery);
  const [params, setParams] = useSearchParams();
  const [making, setMaking] = useState(false);
  const list = useRef<HTMLUListElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const heading = useRef<HTMLHeadingElement>(null);
  const toHeading = useCallback(() => heading.current?.focus(), []);
  const archived = params.get("archived") === "yes";
  const words = params.get("words") ?? "";
  const query = useInfiniteQuery(formulaPagesQuery(words, archived));
  const shown = query.data?.pages.flatMap((page) => page.items) ?? [];
  const families = new Map(kitchen.data?.families.map((family) => [family.slug, family.name]));

  useKeys((event) => {
    if (!isSingleKey(event)) return;
    if (event.key === "n") setMaking(true);
    else if (event.key === "s") search.current?.focus();
    else return;
    event.preventDefault();
  });

  function show(next: { words?: string; archived?: boolean }) {
    const asked = { words, archived, ...next };
    setParams(
      { ...(asked.words && { words: asked.words }), ...(asked.archived && { archived: "yes" }) },
      { replace: true },
    );
  }

  return (
    <div className="mx-auto max-w-270">
      <header className="flex flex-wrap items-center gap-3">
        <h1 ref={heading} tabIndex={-1}>
          {archived ? "Archived formulas" : "Formulas"}
        </h1>
        <span className="text-soft">figures are per piece</span>
        <span className="ml-auto flex gap-2">
          <button type="button" className="btn btn-quiet" onClick={() => show({ archived: !archived })}>
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
      {query.isPending && <p className="mt-6 text-soft">Opening the formulas …</p>}
      {query.isError && <p role="alert">{query.error.message}</p>}
      {query.isSuccess && shown.length === 0 && (
        <div className="card mt-4 p-6">
          <p className="text-lead">
            {words ? "No formula is called that." : archived ? "Nothing is archived." : "No formula yet."}
          </p>
          {!archived && !words && (
            <p className="text-soft">Paste a recipe you have copied, and see what one piece of it costs and brings.</p>
          )}
        </div>
      )}
      <BackgroundLine stale={shown.some((formula) => formula.stale && !formula.stopped)} onEnd={toHeading} />
      <ul ref={list} className="mt-4 grid gap-2.5">
        {shown.map((formula) => (
          <Row key={formula.id} formula={formula} family={families.get(formula.family) ?? ""} />
        ))}
      </ul>
      <MoreRows query={query} list={list} />
      <NewFormula open={making} onOpenChange={setMaking} />
    </div>
  );
}

function Row({ formula, family }: { formula: Schemas["FormulaListItem"]; family: string }) {
  const { piece } = formula;
  const archive = useArchive();
  const least = piece.at_least.includes("energy_kcal") || piece.without_lines > 0;
  return (
    <li className="card flex items-center gap-4 px-4 py-2">
      <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} size={52} />
      <Link to={`/formulas/${formula.id}`} className="group min-w-0 flex-1">
        <span className="block font-semibold break-words group-hover:underline">{formula.name}</span>
        <span className="block text-note text-soft">
          {[family, `makes ${count(formula.piece_count)}`, `${grams(piece.mass_g)} g each`].filter(Boolean).join(" · ")}
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
