import { useQuery } from "@tanstack/react-query";
import { foodQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { HomeMade } from "@/features/common/HomeMade";
import { useFigureTitle } from "@/features/common/useFigureTitle";
import { Sheet } from "@/ui/Sheet";
import { PriceField } from "./PriceField";
import { UsedIn } from "./UsedIn";

type Item = Schemas["CupboardItem"];

const FIGURES = [
  "protein_g",
  "fat_g",
  "saturates_g",
  "carbohydrate_g",
  "sugars_g",
  "polyols_g",
  "fibre_g",
  "salt_g",
  "water_g",
] as const;

interface FoodSheetProps {
  item: Item;
  onClose: () => void;
  onCopy: (item: Item) => void;
}

/** A generic food: its figures and where they are from, its measures, what it costs, where it is used. */
export function FoodSheet({ item, onClose, onCopy }: FoodSheetProps) {
  const title = useFigureTitle();
  const query = useQuery(foodQuery(item.slug));
  const of = item.per_100g;
  const food = query.data;
  const measures = food ? measuresOf(food) : [];
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={item.name}
      description={item.reference ? "A reference food, per 100 g." : "A generic food, per 100 g."}
    >
      <div className="grid gap-4">
        <dl className="text-note">
          <Row
            label={title("energy_kcal")}
            value={of.energy_kcal == null ? "unknown" : `${kcal(of.energy_kcal)} kcal`}
          />
          {FIGURES.map((name) => {
            const label = name === "carbohydrate_g" ? `${title(name)}, without fibre` : title(name, true);
            const value = of[name];
            return (
              <Row
                key={name}
                label={label}
                value={value == null ? "unknown" : `${grams(value)} g`}
                note={food?.provenance.kept.includes(name) ? "see below" : ""}
              />
            );
          })}
          <Row label="Allergens" value={allergensOf(item)} />
        </dl>
        {measures.length > 0 && (
          <p className="text-note">
            <b>Measures:</b> {measures.join("; ")}
          </p>
        )}
        {food && <Whence food={food} />}
        {food?.home_made && <HomeMade made={food.home_made} />}
        {query.isError && <p role="alert">{query.error.message}</p>}
        {food && <PriceField food={item.slug} price={food.price ?? null} pack="" />}
        {food && <UsedIn used={food.used} />}
        <div className="flex justify-end">
          <button type="button" className="btn" onClick={() => onCopy(item)}>
            Copy to adjust
          </button>
        </div>
      </div>
    </Sheet>
  );
}

/** Where each of its figures is from, and its energy by the rules of labels. */
function Whence({ food }: { food: Schemas["FoodView"] }) {
  const { provenance, european_kcal, us_kcal } = food;
  const title = useFigureTitle();
  const kept = provenance.kept.map((name) => title(name).toLowerCase());
  return (
    <section aria-labelledby="whence" className="text-note" data-whence>
      <h3 id="whence" className="font-semibold">
        Where this is from
      </h3>
      <dl className="mt-1 grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 gap-y-1">
        <dt className="text-soft">Figures</dt>
        <dd>
          {provenance.composition}
          {provenance.reference_name && `, “${provenance.reference_name}”`}
        </dd>
        {kept.length > 0 && (
          <>
            <dt className="text-soft">But not</dt>
            <dd>
              {kept.join(", ")}: {provenance.kept_why}
            </dd>
          </>
        )}
        {provenance.measures && (
          <>
            <dt className="text-soft">Measures</dt>
            <dd>{provenance.measures}</dd>
          </>
        )}
        <dt className="text-soft">Energy</dt>
        <dd>
          {[
            provenance.kept.includes("energy_kcal") ? "as said above" : "as that source states it",
            provenance.energy_note,
          ]
            .filter(Boolean)
            .join("; ")}
          . By the factors of European labels {european_kcal == null ? "unknown" : `${kcal(european_kcal)} kcal`}, of US
          labels {us_kcal == null ? "unknown" : `${kcal(us_kcal)} kcal`}.
        </dd>
      </dl>
    </section>
  );
}

function Row({ label, value, note = "" }: { label: string; value: string; note?: string }) {
  return (
    <div className="flex justify-between gap-3 border-b border-rim px-1 py-1">
      <dt className={label.startsWith("of") ? "pl-3 text-soft" : ""}>{label}</dt>
      <dd>
        {note && <span className="mr-2 text-small text-soft">{note}</span>}
        {value}
      </dd>
    </div>
  );
}

function allergensOf(item: Item): string {
  const named = item.allergens?.join(", ") ?? "";
  if (!item.reference) return named || "none named";
  return named ? `${named}, by its name; others are not said` : "not said";
}

function measuresOf(food: Schemas["FoodView"]): string[] {
  const weighs = (of: Record<string, number>, name: (word: string) => string) =>
    Object.entries(of).map(([word, mass]) => `${name(word)} ${grams(mass)} g`);
  return [
    ...weighs(food.cup_g, (word) => `a cup, ${word},`),
    ...weighs(food.piece_g, (word) => (word === "medium" ? "one" : `one, ${word},`)),
    ...weighs(food.pack_g, (word) => `a ${word.replace(/^us /, "US ")}`),
  ];
}
