import { useQuery } from "@tanstack/react-query";
import { BookOpen, Plus } from "lucide-react";
import { useRef, useState } from "react";
import { useSearchParams } from "react-router";
import { cupboardQuery, kitchenQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { copyOf, EMPTY } from "@/domain/productDraft";
import { isSingleKey, useKeys } from "@/ui/keys";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { Slab } from "@/ui/Slab";
import { FoodSheet } from "./FoodSheet";
import { ProductSheet, type Sheeted } from "./ProductSheet";
import { QuickReference } from "./QuickReference";

type Item = Schemas["CupboardItem"];

/** Most rows drawn at once; a search narrows the rest. */
const MOST_SHOWN = 60;

export function Cupboard() {
  const query = useQuery(cupboardQuery);
  const kitchen = useQuery(kitchenQuery);
  const [params, setParams] = useSearchParams();
  const [sheet, setSheet] = useState<Sheeted | null>(null);
  const [food, setFood] = useState<Item | null>(null);
  const [atAGlance, setAtAGlance] = useState(false);
  const search = useRef<HTMLInputElement>(null);
  const words = params.get("words") ?? "";
  const role = params.get("kind") ?? "";
  const without = params.get("without") ?? "";
  const shelf = params.get("shelf") ?? "";
  const items = query.data ?? [];
  const shown = items.filter(
    (item) =>
      item.archived === (shelf === "archived") &&
      (shelf !== "own" || item.product_id != null) &&
      (shelf !== "drafts" || item.draft) &&
      (!role || item.role === role) &&
      (!without || isWithout(item, without)) &&
      words
        .toLowerCase()
        .split(/\s+/)
        .every((word) => item.name.toLowerCase().includes(word)),
  );

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
    <div className="mx-auto max-w-[1080px]">
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
        <input
          ref={search}
          type="search"
          className="field !w-auto min-w-[200px] flex-1"
          aria-label="Search the cupboard"
          placeholder="Search"
          value={words}
          onChange={(event) => set("words", event.target.value)}
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
        <Select
          label="Shelf"
          value={shelf}
          options={[
            ["", "All in use"],
            ["own", "Own products"],
            ["drafts", "Drafts"],
            ["archived", "Archived"],
          ]}
          onChange={(value) => set("shelf", value)}
        />
      </div>
      {query.isPending && <p className="mt-6 text-soft">Opening the cupboard …</p>}
      {query.isError && <p role="alert">{query.error.message}</p>}
      {query.isSuccess && shown.length === 0 && (
        <p className="card mt-4 p-6">
          {shelf === "own" && !words
            ? "No product of your own yet. Type its label once, and every line that names it counts with it."
            : "Nothing here is like that."}
        </p>
      )}
      <ul className="card mt-4" aria-label="Foods">
        {shown.slice(0, MOST_SHOWN).map((item) => (
          <Row
            key={item.slug}
            item={item}
            onOpen={() => (item.product_id ? setSheet({ kind: "stored", id: item.product_id }) : setFood(item))}
          />
        ))}
      </ul>
      {shown.length > MOST_SHOWN && (
        <p className="mt-2 text-soft">and {shown.length - MOST_SHOWN} more; search to narrow it down</p>
      )}
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

/** Whether it is said to hold none of an allergen; a pack that warns of traces does not say so. */
const isWithout = (item: Item, allergen: string) =>
  item.allergens != null && !item.allergens.includes(allergen) && !item.traces?.includes(allergen);

function Row({ item, onOpen }: { item: Item; onOpen: () => void }) {
  const { per_100g } = item;
  return (
    <li className="flex items-center gap-3 border-b border-rim px-3 py-[6px] last:border-0">
      <Slab layers={item.layers} energy_kcal={per_100g.energy_kcal ?? 0} full_kcal={900} size={34} />
      <div className="min-w-0 flex-1">
        <span className="font-semibold break-words">{item.name}</span>
        {item.product_id && (
          <span className={`ml-2 text-[13px] font-semibold ${item.draft ? "text-caution" : "text-enamel-ink"}`}>
            {item.draft ? "draft" : "own"}
          </span>
        )}
        <div className="text-[13px] text-soft">
          {[
            item.role,
            item.allergens === null ? "allergens not said" : item.allergens.join(", "),
            item.traces?.length ? `may contain ${item.traces.join(", ")}` : "",
          ]
            .filter(Boolean)
            .join(" · ")}
        </div>
        {(item.problem || item.remark) && <div className="text-[13px] text-caution">{item.problem || item.remark}</div>}
      </div>
      <span className="text-right text-[14px] whitespace-nowrap">
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
