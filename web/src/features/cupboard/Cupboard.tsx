import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { BookOpen, Plus } from "lucide-react";
import { useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { cupboardPagesQuery, kitchenQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { copyOf, EMPTY } from "@/domain/productDraft";
import { Pending } from "@/features/common/Pending";
import { isSingleKey, useKeys } from "@/ui/keys";
import { MoreRows } from "@/ui/MoreRows";
import { ReferenceMark } from "@/ui/ReferenceMark";
import { SearchField } from "@/ui/SearchField";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { Slab } from "@/ui/Slab";
import { useTitle } from "@/ui/useTitle";
import { FoodSheet } from "./FoodSheet";
import { ProductSheet, type Sheeted } from "./ProductSheet";
import { QuickReference } from "./QuickReference";

type Item = Schemas["CupboardItem"];

const SHELVES = [
  ["", "All in use"],
  ["own", "Own products"],
  ["drafts", "Drafts"],
  ["archived", "Archived"],
] as const;

export default function Cupboard() {
  useTitle("Cupboard");
  const kitchen = useQuery(kitchenQuery);
  const [params, setParams] = useSearchParams();
  const [sheet, setSheet] = useState<Sheeted | null>(null);
  const [food, setFood] = useState<Item | null>(null);
  const [atAGlance, setAtAGlance] = useState(false);
  const search = useRef<HTMLInputElement>(null);
  const words = params.get("words") ?? "";
  const role = params.get("kind") ?? "";
  const without = params.get("without") ?? "";
  const shelf = SHELVES.find(([value]) => value === params.get("shelf"))?.[0] ?? "";
  const list = useRef<HTMLUListElement>(null);
  const query = useInfiniteQuery(cupboardPagesQuery({ words, kind: role, without, shelf }));
  const shown = query.data?.pages.flatMap((page) => page.items) ?? [];

  function set(name: string, value: string) {
    setParams(
      (now) => {
        if (value) now.set(name, value);
        else now.delete(name);
        return now;
      },
      { replace: true },
    );
  }

  useKeys((event) => {
    if (!isSingleKey(event)) return;
    if (event.key === "n") setSheet({ kind: "new", draft: EMPTY });
    else if (event.key === "s") search.current?.focus();
    else return;
    event.preventDefault();
  });

  return (
    <div className="mx-auto max-w-270">
      <header className="flex flex-wrap items-center gap-3">
        <h1>Cupboard</h1>
        <span className="text-soft">figures are per 100 g</span>
        <button type="button" className="btn btn-quiet ml-auto" onClick={() => setAtAGlance(true)}>
          <BookOpen size={16} aria-hidden /> Quick reference
        </button>
        <button type="button" className="btn" onClick={() => setSheet({ kind: "new", draft: EMPTY })}>
          <Plus size={17} aria-hidden /> New product
        </button>
      </header>
      <div className="mt-3 flex flex-wrap gap-2">
        <SearchField
          ref={search}
          className="!w-auto min-w-50 flex-1"
          label="Search the cupboard"
          words={words}
          onWords={(typed) => set("words", typed)}
        />
        <Select
          label="Kind"
          value={role}
          options={[["", "All kinds"], ...(kitchen.data?.roles ?? []).map((each) => [each, each] as const)]}
          onChange={(value) => set("kind", value)}
        />
        <Select
          label="Without"
          value={without}
          options={[
            ["", "With everything"],
            ...(kitchen.data?.allergens ?? []).map((each) => [each, `Without ${each}`] as const),
          ]}
          onChange={(value) => set("without", value)}
        />
        <Select label="Shelf" value={shelf} options={SHELVES} onChange={(value) => set("shelf", value)} />
      </div>
      <Pending query={query} words="Opening the cupboard …" />
      {query.isSuccess && shown.length === 0 && (
        <p className="card mt-4 p-6">
          {shelf === "own" && !words
            ? "No product of your own yet. Type its label once, and every line that names it counts with it."
            : "Nothing here is like that."}
        </p>
      )}
      <ul ref={list} className="card mt-4" aria-label="Foods">
        {shown.map((item) => (
          <Row
            key={item.slug}
            item={item}
            onOpen={() => (item.product_id ? setSheet({ kind: "stored", id: item.product_id }) : setFood(item))}
          />
        ))}
      </ul>
      <MoreRows query={query} list={list} />
      {sheet && (
        <ProductSheet
          key={sheet.kind === "new" ? `new ${sheet.draft.name}` : sheet.id}
          sheet={sheet}
          onClose={() => setSheet(null)}
          onOpen={(id) => setSheet({ kind: "stored", id })}
        />
      )}
      {food && (
        <FoodSheet
          item={food}
          onClose={() => setFood(null)}
          onCopy={(item) => {
            setFood(null);
            setSheet({ kind: "new", draft: copyOf(item) });
          }}
        />
      )}
      <Sheet open={atAGlance} onOpenChange={setAtAGlance} title="Quick reference" wide>
        <QuickReference />
      </Sheet>
    </div>
  );
}

function Row({ item, onOpen }: { item: Item; onOpen: () => void }) {
  const { per_100g } = item;
  return (
    <li className="flex items-center gap-3 border-b border-rim px-3 py-1.5 last:border-0">
      <Slab layers={item.layers} energy_kcal={per_100g.energy_kcal ?? 0} full_kcal={900} size={34} />
      <div className="min-w-0 flex-1">
        <span className="font-semibold break-words">{item.name}</span>
        {item.reference && <ReferenceMark />}
        {item.product_id && (
          <span className={`ml-2 text-small font-semibold ${item.draft ? "text-caution" : "text-enamel-ink"}`}>
            {item.draft ? "draft" : "own"}
          </span>
        )}
        <div className="text-small text-soft">
          {[
            item.role,
            item.allergens === null ? "allergens not said" : item.allergens.join(", "),
            item.traces?.length ? `may contain ${item.traces.join(", ")}` : "",
          ]
            .filter(Boolean)
            .join(" · ")}
        </div>
        {(item.problem || item.remark) && <div className="text-small text-caution">{item.problem || item.remark}</div>}
      </div>
      <span className="text-right text-note whitespace-nowrap">
        {per_100g.energy_kcal == null ? "?" : kcal(per_100g.energy_kcal)} kcal
        <span className="block font-semibold text-protein-ink">
          {per_100g.protein_g == null ? "?" : grams(per_100g.protein_g)} g protein
        </span>
      </span>
      <button type="button" className="btn btn-quiet" aria-label={`Open ${item.name}`} onClick={onOpen}>
        Open
      </button>
    </li>
  );
}
