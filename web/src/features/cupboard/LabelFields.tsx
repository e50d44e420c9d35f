import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { kitchenQuery } from "@/api/queries";
import type { ProductDraft } from "@/domain/productDraft";
import { useFigureTitle } from "@/features/common/useFigureTitle";
import { Choice } from "@/ui/Choice";
import { Select } from "@/ui/Select";

interface LabelFieldsProps {
  draft: ProductDraft;
  /** Sentences by the name of the field they belong to. */
  problems: ReadonlyMap<string, string>;
  /** What the figures come to, right below them. */
  check: ReactNode;
  onChange: (to: Partial<ProductDraft>) => void;
}

const POLYOLS = ["isomalt", "lactitol", "xylitol", "maltitol", "sorbitol", "mannitol"] as const;

/** The fields of a label, in the order in which labels print them. */
export function LabelFields({ draft, problems, check, onChange }: LabelFieldsProps) {
  const kitchen = useQuery(kitchenQuery);
  const us = draft.style === "us";
  const title = useFigureTitle();
  const figure = (name: keyof ProductDraft["figures"], label = title(name, true), unit = "g") => (
    <Field
      name={name}
      label={label}
      unit={unit}
      sub={label.startsWith("of which")}
      value={draft.figures[name]}
      problem={problems.get(name)}
      onChange={(typed) => onChange({ figures: { ...draft.figures, [name]: typed } })}
    />
  );
  return (
    <>
      <div className="grid gap-2 sm:grid-cols-2">
        <Text label="Name" value={draft.name} problem={problems.get("name")} onChange={(name) => onChange({ name })} />
        <Text
          label="Also called, separated by commas"
          value={draft.synonyms}
          onChange={(synonyms) => onChange({ synonyms })}
        />
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Select
          label="Kind"
          value={draft.role}
          options={[["", "No kind yet"], ...(kitchen.data?.roles ?? []).map((each) => [each, each] as const)]}
          onChange={(role) => onChange({ role })}
        />
        <Choice
          label="Style of the label"
          value={draft.style}
          options={[
            ["european", "European"],
            ["us", "US"],
          ]}
          onChange={(style) =>
            onChange({ style: style as ProductDraft["style"], basis: style === "us" ? "serving" : "100 g" })
          }
        />
        <Choice
          label="Figures for"
          value={draft.basis}
          options={[
            ["100 g", "per 100 g"],
            ["100 ml", "per 100 ml"],
            ["serving", "per serving"],
          ]}
          onChange={(basis) => onChange({ basis: basis as ProductDraft["basis"] })}
        />
      </div>
      <div className="grid items-start gap-x-6 gap-y-1 sm:grid-cols-2">
        <div className="grid gap-1">
          {draft.basis === "serving" && figure("serving_g", "One serving")}
          {draft.basis === "100 ml" && figure("density_g_per_ml", "One millilitre weighs")}
          <Field
            name="energy"
            label="Energy"
            unit={
              <Choice
                label="Energy in"
                value={draft.energy_unit}
                options={[
                  ["kcal", "kcal"],
                  ["kj", "kJ"],
                ]}
                onChange={(unit) => onChange({ energy_unit: unit as ProductDraft["energy_unit"] })}
              />
            }
            value={draft.energy}
            problem={problems.get("energy")}
            onChange={(energy) => onChange({ energy })}
          />
          {figure("fat_g")}
          {figure("saturates_g")}
        </div>
        <div className="grid gap-1">
          {figure("carbohydrate_g", us ? "Carbohydrate, all of it" : undefined)}
          {figure("sugars_g")}
          {figure("fibre_g", us ? "of which fibre" : undefined)}
          {figure("protein_g")}
          {us ? figure("sodium_mg", undefined, "mg") : figure("salt_g")}
        </div>
      </div>
      {check}
      <details open={!!(draft.figures.polyols_g || draft.figures.allulose_g || draft.figures.alcohol_g)}>
        <summary className="cursor-pointer font-semibold text-enamel-ink">Sugar alcohols, allulose, alcohol</summary>
        <div className="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-2">
          {figure("polyols_g", "Sugar alcohols, all")}
          {figure("erythritol_g")}
          {figure("allulose_g")}
          {figure("alcohol_g")}
          <Select
            label="The other sugar alcohol"
            value={draft.polyol_kind}
            options={[["", "the other: not named"], ...POLYOLS.map((each) => [each, `the other: ${each}`] as const)]}
            onChange={(polyol_kind) => onChange({ polyol_kind })}
          />
        </div>
      </details>
    </>
  );
}

interface FieldProps {
  name: string;
  label: string;
  unit: ReactNode;
  value: string;
  problem: string | undefined;
  sub?: boolean;
  onChange: (typed: string) => void;
}

export function Field({ name, label, unit, value, problem, sub, onChange }: FieldProps) {
  return (
    <div>
      <div className="grid grid-cols-[1fr_92px_auto] items-center gap-2">
        <label htmlFor={`label-${name}`} className={sub ? "pl-3 text-soft" : ""}>
          {label}
        </label>
        <input
          id={`label-${name}`}
          className="field text-right"
          inputMode="decimal"
          autoComplete="off"
          maxLength={20}
          value={value}
          aria-invalid={!!problem}
          aria-describedby={problem ? `label-${name}-wrong` : undefined}
          onChange={(event) => onChange(event.target.value)}
        />
        <span className="min-w-5.5">{unit}</span>
      </div>
      {problem && (
        <p id={`label-${name}-wrong`} className="text-small text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}

function Text(props: { label: string; value: string; problem?: string; onChange: (typed: string) => void }) {
  return (
    <label>
      <span className="mb-1 block font-semibold">{props.label}</span>
      <input
        className="field"
        maxLength={120}
        autoComplete="off"
        value={props.value}
        aria-invalid={!!props.problem}
        onChange={(event) => props.onChange(event.target.value)}
      />
      {props.problem && <span className="text-small text-stop">{props.problem}</span>}
    </label>
  );
}
