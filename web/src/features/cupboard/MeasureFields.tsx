import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { type Measure, type ProductDraft, withMeasures } from "@/domain/productDraft";
import { Field } from "./LabelFields";

interface MeasureFieldsProps {
  draft: ProductDraft;
  problems: ReadonlyMap<string, string>;
  onChange: (to: Partial<ProductDraft>) => void;
}

const NAMES: readonly (readonly [Measure, string])[] = [
  ["scoop_g", "One scoop"],
  ["piece_g", "One piece"],
  ["pack_g", "One pack"],
  ["drained_g", "One pack, drained"],
  ["cup_g", "One US cup"],
];

/** What a scoop, a piece, a pack and a cup of it weigh, typed or learned from a sentence. */
export function MeasureFields({ draft, problems, onChange }: MeasureFieldsProps) {
  const [said, setSaid] = useState("");
  const learn = useMutation({
    mutationFn: () => data(api.POST("/api/v1/labels/measures", { body: { text: said } })),
    onSuccess: (told) => {
      onChange(withMeasures(draft, told));
      if (!told.problems.length) setSaid("");
    },
  });
  return (
    <fieldset>
      <legend className="mb-1 font-display text-lead font-[640]">How it is measured</legend>
      <div className="mb-2 flex gap-2">
        <input
          className="field flex-1"
          aria-label="What you measured"
          placeholder="1 scoop = 31 g; 1 can = 400 g, drained 240 g"
          maxLength={200}
          autoComplete="off"
          value={said}
          onChange={(event) => setSaid(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.preventDefault();
            if (said.trim()) learn.mutate();
          }}
        />
        <button
          type="button"
          className="btn btn-quiet"
          disabled={!said.trim() || learn.isPending}
          onClick={() => learn.mutate()}
        >
          Fill in
        </button>
      </div>
      {learn.data?.problems.map((problem) => (
        <p key={problem} role="alert" className="mb-2 text-small text-stop">
          {problem}
        </p>
      ))}
      {learn.error && (
        <p role="alert" className="mb-2 text-small text-stop">
          {learn.error.message}
        </p>
      )}
      <div className="grid gap-x-6 gap-y-1 sm:grid-cols-2">
        {NAMES.map(([name, label]) => (
          <Field
            key={name}
            name={name}
            label={label}
            unit="g"
            value={draft.figures[name]}
            problem={problems.get(name)}
            onChange={(typed) => onChange({ figures: { ...draft.figures, [name]: typed } })}
          />
        ))}
      </div>
    </fieldset>
  );
}
