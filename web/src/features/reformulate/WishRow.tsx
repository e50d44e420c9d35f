import { useState } from "react";
import type { Schemas } from "@/api/types";
import { parseNumber } from "@/domain/numbers";
import type { Wish } from "@/domain/reformulation";
import { Select } from "@/ui/Select";

interface WishRowProps {
  wish: Wish;
  /** What it is about; undefined for a claim, and until the server has told. */
  figure: Schemas["WishFigure"] | undefined;
  /** Where the rules of a claim hold, as in "in Europe". */
  where: string;
  /** The words of a wish for character; undefined for any other. */
  bite: string | undefined;
  onChange: (to: Partial<Wish>) => void;
  onRemove: () => void;
}

/** A wish as a sentence: "at most 150 kcal a piece". */
export function WishRow({ wish, figure, where, bite, onChange, onRemove }: WishRowProps) {
  const { words = wish.name.replace(/_(g|kcal)$/, ""), unit = "" } = figure ?? {};
  const [text, setText] = useState(String(wish.value));
  const shown = parseNumber(text) === wish.value ? text : String(wish.value);
  if (wish.claim_of || wish.way) {
    return (
      <div className="flex items-center gap-2">
        <span className="flex-1">
          {wish.way ? `a bite that is ${bite ?? wish.name}` : `the right to be called “${wish.name}” ${where}`}
        </span>
        <Remove words={wish.name} onRemove={onRemove} />
      </div>
    );
  }
  return (
    <div className="flex flex-wrap items-center gap-x-1.5 gap-y-1">
      <Select
        label={`Most or least ${words}`}
        value={wish.at_least ? "least" : "most"}
        options={[
          ["most", "at most"],
          ["least", "at least"],
        ]}
        onChange={(value) => onChange({ at_least: value === "least" })}
      />
      <input
        className="field !w-16 !px-2 text-right"
        aria-label={`${words}${unit ? `, ${unit}` : ""}`}
        inputMode="decimal"
        value={shown}
        onChange={(event) => {
          setText(event.target.value);
          const value = parseNumber(event.target.value);
          if (event.target.value.trim() && value >= 0 && value <= 100_000) onChange({ value });
        }}
      />
      <span className="flex-1 whitespace-nowrap">
        {unit} {wish.name === "energy_kcal" ? "" : `of ${words}`.replace("of its sugar kept", "of its sugar")}
      </span>
      {wish.name !== "sugar_kept_percent" && (
        <Select
          label={`What ${words} is for`}
          value={wish.per_100g ? "100" : "piece"}
          options={[
            ["piece", "a piece"],
            ["100", "100 g"],
          ]}
          onChange={(value) => onChange({ per_100g: value === "100" })}
        />
      )}
      <Remove words={words} onRemove={onRemove} />
    </div>
  );
}

function Remove({ words, onRemove }: { words: string; onRemove: () => void }) {
  return (
    <button type="button" className="btn btn-bare" aria-label={`No wish about ${words}`} onClick={onRemove}>
      ×
    </button>
  );
}
