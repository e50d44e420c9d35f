import { useQuery } from "@tanstack/react-query";
import { ToggleGroup } from "radix-ui";
import { useDeferredValue } from "react";
import { kitchenQuery } from "@/api/queries";
import { declaredQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import type { ProductDraft, Said } from "@/domain/productDraft";
import { offersOf } from "@/domain/statementOffers";
import { Select } from "@/ui/Select";

interface ContainsFieldsProps {
  draft: ProductDraft;
  onChange: (to: Partial<ProductDraft>) => void;
}

/** What a product contains and may contain: typed, or taken over from what its ingredients text declares. */
export function ContainsFields({ draft, onChange }: ContainsFieldsProps) {
  const text = useDeferredValue(draft.ingredients_text.trim());
  const scan = useQuery({ ...declaredQuery(text), enabled: text !== "" });
  return (
    <fieldset>
      <legend className="mb-1 font-display text-lead font-[640]">What it contains</legend>
      <textarea
        className="field min-h-16"
        aria-label="Ingredients as printed"
        placeholder="Ingredients as printed; what they declare is offered below."
        maxLength={4000}
        value={draft.ingredients_text}
        onChange={(event) => onChange({ ingredients_text: event.target.value })}
      />
      {text && scan.data && <Offers draft={draft} found={scan.data} onChange={onChange} />}
      {text && draft.allergens === null && (
        <p role="status" className="mt-1 border-l-4 border-caution bg-caution-ground px-3 py-1 text-note">
          The ingredients are typed, but no allergen is taken over from them: a formula with it says “unknown” until you
          take over what they declare, or say that it has none.
        </p>
      )}
      <Names
        title="Contains"
        names={draft.allergens}
        unsaid="Allergens not said yet: a formula with it will say “unknown”."
        none="It has none of these"
        onChange={(allergens) => onChange({ allergens })}
      />
      <Names
        title="May contain"
        names={draft.traces}
        unsaid="No warning of traces typed."
        none="The pack warns of none"
        onChange={(traces) => onChange({ traces })}
      />
      <div className="mt-2 flex flex-wrap gap-2">
        <Select
          label="Vegan"
          value={draft.vegan}
          options={asked("vegan")}
          onChange={(vegan) => onChange({ vegan: vegan as Said })}
        />
        <Select
          label="Vegetarian"
          value={draft.vegetarian}
          options={asked("vegetarian")}
          onChange={(vegetarian) => onChange({ vegetarian: vegetarian as Said })}
        />
        <Select
          label="Added sugar"
          value={draft.added_sugar}
          options={[
            ["", "added sugar: not said"],
            ["yes", "with added sugar"],
            ["no", "no added sugar"],
          ]}
          onChange={(added_sugar) => onChange({ added_sugar: added_sugar as Said })}
        />
      </div>
    </fieldset>
  );
}

const asked = (what: string) =>
  [
    ["", `${what}: not said`],
    ["yes", what],
    ["no", `not ${what}`],
  ] as const;

interface OffersProps {
  draft: ProductDraft;
  found: Schemas["Declaration"];
  onChange: (to: Partial<ProductDraft>) => void;
}

function Offers({ draft, found, onChange }: OffersProps) {
  const { offers, notes } = offersOf(draft, found);
  return (
    <div className="mt-1 border-l-4 border-rim-strong px-3 py-1 text-note" data-offers>
      {offers.length > 0 && (
        <>
          <ul>
            {offers.map((offer) => (
              <li key={offer.words}>{offer.words}</li>
            ))}
          </ul>
          <button
            type="button"
            className="btn btn-quiet my-1"
            onClick={() => onChange(Object.assign({}, ...offers.map((offer) => offer.to)))}
          >
            Take this over
          </button>
        </>
      )}
      {notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
      <p className="text-small text-soft">
        {offers.length || notes.length
          ? "Found by a list of words; read the pack before you take it over."
          : "A list of words finds nothing more to say here, which does not mean that there is nothing."}
      </p>
    </div>
  );
}

interface NamesProps {
  title: string;
  names: string[] | null;
  unsaid: string;
  none: string;
  onChange: (names: string[] | null) => void;
}

function Names({ title, names, unsaid, none, onChange }: NamesProps) {
  const kitchen = useQuery(kitchenQuery);
  return (
    <div className="mt-3">
      <p className="mb-1 text-note">
        <b>{title}</b>{" "}
        <span className="text-soft">{names === null ? `· ${unsaid}` : names.length ? "" : "· none of these"}</span>{" "}
        <button
          type="button"
          className="font-semibold text-enamel-ink underline"
          onClick={() => onChange(names === null ? [] : null)}
        >
          {names === null ? none : "Not said"}
        </button>
      </p>
      <ToggleGroup.Root
        type="multiple"
        aria-label={title}
        className="flex flex-wrap gap-1"
        value={names ?? []}
        onValueChange={onChange}
      >
        {(kitchen.data?.allergens ?? []).map((name) => (
          <ToggleGroup.Item
            key={name}
            value={name}
            className="rounded-md border border-rim-strong px-2 py-1 text-note data-[state=on]:bg-stop data-[state=on]:font-semibold data-[state=on]:text-card"
          >
            {name}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}
