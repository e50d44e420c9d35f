import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { kitchenChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { money } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { Problem } from "@/domain/problem";

interface PriceFieldProps {
  /** Generic slug, or id of a product. */
  food: string;
  price: Schemas["Price"] | null;
  /** A usual amount to begin with. */
  pack: string;
}

/** Whole money or cents, as it was paid. */
const asPaid = (price: number) =>
  Number.isInteger(price) || Number(price.toFixed(2)) !== price ? String(price) : price.toFixed(2);

/** What a food costs, for how much of it. Saved by itself: a price is no part of a label. */
export function PriceField({ food, price, pack }: PriceFieldProps) {
  const kitchen = useQuery(kitchenQuery);
  const client = useQueryClient();
  const [typed, setTyped] = useState(price ? asPaid(price.price) : "");
  const [amount, setAmount] = useState(price?.for_text ?? pack);
  const [known, setKnown] = useState(price);
  const currency = kitchen.data?.settings.currency ?? "EUR";
  const number = parseNumber(typed);
  const right = typed.trim() === "" || (number >= 0 && number <= 1_000_000);
  const same = known
    ? number === known.price && amount.trim() === known.for_text && typed.trim() !== ""
    : typed.trim() === "";
  const save = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/v1/prices/{food}", {
          params: { path: { food } },
          body: { price: typed.trim() === "" ? null : number, for_text: amount },
        }),
      ),
    onSuccess: (now) => {
      setKnown(now ?? null);
      void kitchenChanged(client);
    },
  });
  const wrong = save.error instanceof Problem ? save.error.detail : save.error?.message;
  const onEnter = (event: React.KeyboardEvent) => {
    if (event.key !== "Enter") return;
    event.preventDefault();
    if (right && !same) save.mutate();
  };
  return (
    <fieldset>
      <legend className="mb-1 font-display text-lead font-[640]">What it costs</legend>
      <div className="flex flex-wrap items-center gap-2">
        <input
          className="field !w-23 text-right"
          inputMode="decimal"
          autoComplete="off"
          maxLength={12}
          aria-label={`Price in ${currency}`}
          aria-invalid={!right}
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            save.reset();
          }}
          onKeyDown={onEnter}
        />
        <span>{currency} for</span>
        <input
          className="field !w-37.5"
          autoComplete="off"
          maxLength={80}
          aria-label="For how much"
          aria-invalid={!!wrong}
          placeholder="500 g, 10 eggs"
          value={amount}
          onChange={(event) => {
            setAmount(event.target.value);
            save.reset();
          }}
          onKeyDown={onEnter}
        />
        <button
          type="button"
          className="btn btn-quiet"
          disabled={!right || same || save.isPending}
          onClick={() => save.mutate()}
        >
          {save.isPending ? "Saving …" : typed.trim() === "" && known ? "Forget the price" : "Save the price"}
        </button>
        {known && same && (
          <span className="text-note text-soft">{money((100 * known.price) / known.for_g, currency)} for 100 g</span>
        )}
      </div>
      {wrong && (
        <p role="alert" className="text-small text-stop">
          {wrong}
        </p>
      )}
    </fieldset>
  );
}
