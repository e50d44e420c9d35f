import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { formulasQuery } from "@/api/queries";
import { Choose } from "@/parts/Choose";
import type { BenchStore } from "./bench-store";
import type { Reference } from "./draft";

interface ComparedWithProps {
  reference: Reference | null;
  /** The name of what it is compared with, as the server found it; empty for nothing. */
  twin: string;
  store: BenchStore;
}

const TYPED = "typed";
const FIGURES = [
  ["mass_g", "Figures are for", "g"],
  ["energy_kcal", "Energy", "kcal"],
  ["protein_g", "Protein", "g"],
  ["fat_g", "Fat", "g"],
  ["saturates_g", "of which saturates", "g"],
  ["sugars_g", "Sugars", "g"],
  ["fibre_g", "Fibre", "g"],
  ["salt_g", "Salt", "g"],
] as const;
type Figure = (typeof FIGURES)[number][0];

const NOTHING_TYPED: Reference = {
  formula_id: null,
  name: "",
  mass_g: 100,
  energy_kcal: null,
  protein_g: null,
  fat_g: null,
  saturates_g: null,
  sugars_g: null,
  fibre_g: null,
  salt_g: null,
};

/** What "reduced" and "more" compare with: nothing, another formula, or figures typed off a pack. */
export function ComparedWith({ reference, twin, store }: ComparedWithProps) {
  const formulas = useQuery(formulasQuery);
  const others = (formulas.data ?? []).filter((each) => !each.archived && each.id !== store.id);
  const value = reference === null ? "" : (reference.formula_id ?? TYPED);

  function choose(chosen: string) {
    const made = chosen === "" ? null : chosen === TYPED ? NOTHING_TYPED : { ...NOTHING_TYPED, formula_id: chosen };
    store.edit((draft) => ({ ...draft, reference: made }));
  }

  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-center gap-2">
        <span>“Reduced” against</span>
        <Choose
          label="Compared with"
          value={value}
          options={[["", "nothing"], [TYPED, "figures I type"], ...others.map((each) => [each.id, each.name] as const)]}
          onChange={choose}
        />
      </div>
      {reference && value === TYPED && <TypedFigures reference={reference} store={store} />}
      {reference?.formula_id && !twin && (
        <p className="text-caution">That formula has no figures yet, so nothing can be compared.</p>
      )}
    </div>
  );
}

function TypedFigures({ reference, store }: { reference: Reference; store: BenchStore }) {
  const change = (to: Partial<Reference>) =>
    store.edit((draft) => ({ ...draft, reference: { ...NOTHING_TYPED, ...draft.reference, ...to } }), "reference");
  return (
    <div className="mt-2 grid gap-1">
      <input
        className="field"
        aria-label="What it is compared with"
        placeholder="What it is, such as a butter brownie"
        maxLength={120}
        value={reference.name}
        onChange={(event) => change({ name: event.target.value })}
      />
      {FIGURES.map(([name, label, unit]) => (
        <FigureField
          key={name}
          name={name}
          label={label}
          unit={unit}
          value={reference[name] ?? null}
          onChange={(number) => change({ [name]: number })}
        />
      ))}
    </div>
  );
}

interface FigureFieldProps {
  name: Figure;
  label: string;
  unit: string;
  value: number | null;
  onChange: (value: number | null) => void;
}

/** Keeps what is typed while it is no number; the number alone goes into the draft. */
function FigureField({ name, label, unit, value, onChange }: FigureFieldProps) {
  const [text, setText] = useState(value === null ? "" : String(value));
  const least = name === "mass_g" ? 0.1 : 0;
  const typed = Number(text.replace(",", "."));
  const empty = text.trim() === "";
  const right = empty ? name !== "mass_g" : typed >= least && typed <= 10_000;
  return (
    <label className="grid grid-cols-[1fr_84px_34px] items-center gap-2">
      <span className={label.startsWith("of") ? "pl-3 text-soft" : ""}>{label}</span>
      <input
        className="field text-right"
        aria-label={`${label}, ${unit}`}
        inputMode="decimal"
        autoComplete="off"
        aria-invalid={!right}
        title={right ? undefined : `From ${least} to 10,000`}
        value={text}
        onChange={(event) => {
          const now = event.target.value;
          setText(now);
          const number = Number(now.replace(",", "."));
          if (now.trim() === "") name !== "mass_g" && onChange(null);
          else if (number >= least && number <= 10_000) onChange(number);
        }}
      />
      <span>{unit}</span>
    </label>
  );
}
