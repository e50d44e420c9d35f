import type { Schemas } from "@/api/types";
import { parseNumber } from "@/domain/numbers";
import { DidYouMean } from "@/ui/DidYouMean";

type Targets = Schemas["Targets"];

/** With what makes sense for a day, as the server has it. */
const FIELDS = [
  { name: "energy_kcal", label: "Energy, at most", unit: "kcal", optional: false, least: 300, most: 20_000 },
  { name: "protein_g", label: "Protein, at least", unit: "g", optional: false, least: 0, most: 2000 },
  { name: "fat_g", label: "Fat, at most", unit: "g", optional: true, least: 0, most: 2000 },
  { name: "carbohydrate_g", label: "Carbohydrate, at most", unit: "g", optional: true, least: 0, most: 4000 },
  { name: "fibre_g", label: "Fibre, at least", unit: "g", optional: true, least: 0, most: 200 },
] as const;

const unitOf = ({ unit, optional }: (typeof FIELDS)[number]) => (optional ? `${unit}, if it matters` : unit);

/** Targets as somebody types them. */
export type TypedTargets = Record<string, string>;

export function typedTargets(targets: Targets | null | undefined): TypedTargets {
  return Object.fromEntries(
    FIELDS.map(({ name }) => [name, targets?.[name] == null ? "" : String(Math.round(targets[name] * 10) / 10)]),
  );
}

const number = (text: string | undefined) => (text?.trim() ? parseNumber(text) : null);

/** What was typed; null where nothing was. */
export function targetsOf(typed: TypedTargets = {}): Schemas["TargetsBody"] | null {
  if (FIELDS.every(({ name }) => !typed[name]?.trim())) return null;
  return {
    energy_kcal: number(typed.energy_kcal) as number,
    protein_g: number(typed.protein_g) as number,
    fat_g: number(typed.fat_g),
    carbohydrate_g: number(typed.carbohydrate_g),
    fibre_g: number(typed.fibre_g),
  };
}

interface TargetFieldsProps {
  title: string;
  typed: TypedTargets;
  /** Sentences by the name of their field. */
  problems: Map<string, string>;
  onChange: (typed: TypedTargets) => void;
}

/** The targets of one type of day. */
export function TargetFields({ title, typed, problems, onChange }: TargetFieldsProps) {
  return (
    <fieldset className="grid content-start gap-2">
      <legend className="mb-1 font-display text-lead font-[640]">{title}</legend>
      {FIELDS.map((field) => (
        <label key={field.name} className="grid grid-cols-[1fr_92px] items-center gap-2">
          <span>
            {field.label} <span className="text-soft">{unitOf(field)}</span>
          </span>
          <input
            className="field text-right"
            inputMode="decimal"
            aria-invalid={problems.has(field.name)}
            aria-label={`${title}: ${field.label}, ${unitOf(field)}`}
            value={typed[field.name] ?? ""}
            onChange={(event) => onChange({ ...typed, [field.name]: event.target.value })}
          />
          <DidYouMean
            text={typed[field.name] ?? ""}
            least={field.least}
            most={field.most}
            unit={field.unit}
            onTake={(text) => onChange({ ...typed, [field.name]: text })}
          />
          {problems.has(field.name) && (
            <span role="alert" className="col-span-2 text-small text-stop">
              {problems.get(field.name)}
            </span>
          )}
        </label>
      ))}
    </fieldset>
  );
}
