import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { bakeDayQuery } from "@/api/queries";
import { bakeDaysChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { parseNumber } from "@/domain/numbers";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { TextField } from "@/ui/TextField";
import { Substitute } from "./Substitute";

interface StockSheetProps {
  item: Schemas["ShoppingItemView"];
  day: Schemas["BakeDayView"];
  onClose: () => void;
}

const STATES = [
  ["grams", "so many grams"],
  ["have", "enough"],
  ["low", "running low: buy it"],
  ["out", "none"],
] as const;

/** A food of the list: what is at home, its packs, where it was found; and what to do where it is sold out. */
export function StockSheet({ item, day, onClose }: StockSheetProps) {
  const client = useQueryClient();
  const [state, setState] = useState<string>(item.state || "grams");
  const [have, setHave] = useState<number | null>(item.state ? 0 : item.have_g);
  const [packs, setPacks] = useState(item.pack_sizes_g.map(String).join(", "));
  const [found, setFound] = useState(item.found_at);
  const sizes = packs
    .split(/[;\s]+|,(?=\s)|,$/)
    .map((each) => each.replace(/g$/i, ""))
    .filter(Boolean)
    .map(parseNumber);
  const wrong = sizes.some((size) => !(size >= 0.1));
  const save = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/v1/stock/{food}", {
          params: { path: { food: item.food } },
          body: {
            state: state === "grams" ? "" : state,
            mass_g: state === "grams" ? (have ?? 0) : null,
            packs_g: sizes,
            found_at: found,
          },
        }),
      ),
    onSuccess: async () => {
      await bakeDaysChanged(client);
      onClose();
    },
  });
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={item.name}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (!wrong) save.mutate();
        }}
      >
        <div className="flex flex-wrap items-center gap-2">
          <span>At home</span>
          <Select label="What is at home" value={state} options={STATES} onChange={setState} />
        </div>
        {state === "grams" && <NumberField label="At home" unit="g" value={have} onChange={setHave} />}
        <TextField
          label="Sold in packs of, g"
          most={120}
          placeholder="250, 500"
          invalid={wrong}
          value={packs}
          onChange={setPacks}
        />
        <TextField
          label="Found last"
          most={80}
          placeholder="dairy shelf at the corner shop"
          value={found}
          onChange={setFound}
        />
        {(wrong || save.error) && (
          <p role="alert" className="text-stop">
            {wrong ? "Packs are grams, such as 250, 500." : save.error?.message}
          </p>
        )}
        <button type="submit" className="btn justify-self-end">
          Keep it
        </button>
      </form>
      <SoldOut item={item} day={day} />
    </Sheet>
  );
}

/** Sold out, or something else was taken: the formula's swaps with their effect are a press away. */
function SoldOut({ item, day }: { item: StockSheetProps["item"]; day: StockSheetProps["day"] }) {
  const query = useQuery(bakeDayQuery(day.id));
  const formulas = (query.data ?? day).formulas.filter((formula) => item.wanted_for.includes(formula.name));
  if (!formulas.length) return null;
  return (
    <section className="mt-4 border-t border-rim pt-3">
      <h2>Sold out, or took something else</h2>
      <div className="mt-2 grid gap-4">
        {formulas.map((formula) => (
          <Substitute
            key={formula.formula_id}
            formula_id={formula.formula_id}
            formula={formula.name}
            food={item.name}
            stock={item.food}
          />
        ))}
      </div>
    </section>
  );
}
