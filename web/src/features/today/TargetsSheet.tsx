import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { longDate } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { Problem } from "@/domain/problem";
import { Sheet } from "@/ui/Sheet";

type Targets = Schemas["Targets"];

const TYPES = [
  { kind: "training", name: "Training day" },
  { kind: "rest", name: "Rest day" },
] as const;

const FIELDS = [
  { name: "energy_kcal", label: "Energy, at most", unit: "kcal" },
  { name: "protein_g", label: "Protein, at least", unit: "g" },
  { name: "fat_g", label: "Fat, at most", unit: "g, if it matters" },
  { name: "carbohydrate_g", label: "Carbohydrate, at most", unit: "g, if it matters" },
] as const;

type Typed = Record<string, string>;

function typed(targets: Targets | undefined): Typed {
  return Object.fromEntries(FIELDS.map(({ name }) => [name, targets?.[name] == null ? "" : String(targets[name])]));
}

/** Targets as typed; a type of day in which nothing is typed keeps what it has. */
function body(of: Typed = {}): Schemas["TargetsBody"] | null {
  if (FIELDS.every(({ name }) => !of[name]?.trim())) return null;
  return {
    energy_kcal: number(of.energy_kcal) as number,
    protein_g: number(of.protein_g) as number,
    fat_g: number(of.fat_g),
    carbohydrate_g: number(of.carbohydrate_g),
  };
}

const number = (text: string | undefined) => (text?.trim() ? parseNumber(text) : null);

/** Targets typed by hand, in force from the day that is open. */
export default function TargetsSheet({
  day,
  targets,
  onClose,
}: {
  day: string;
  targets: Record<string, Targets>;
  onClose: () => void;
}) {
  const client = useQueryClient();
  const [values, setValues] = useState<Record<string, Typed>>({
    training: typed(targets.training),
    rest: typed(targets.rest),
  });
  const save = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/v1/days/{day}/targets", {
          params: { path: { day } },
          body: { training: body(values.training), rest: body(values.rest) },
        }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ["days"] });
      onClose();
    },
  });

  const problems = new Map(
    save.error instanceof Problem ? save.error.errors.map((each) => [each.pointer, each.detail] as const) : [],
  );

  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Targets"
      description={`In force from ${longDate(day)}; the days before keep theirs.`}
      wide
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <div className="grid gap-4 sm:grid-cols-2">
          {TYPES.map(({ kind, name }) => (
            <fieldset key={kind} className="grid content-start gap-2">
              <legend className="mb-1 font-display text-lead font-[640]">{name}</legend>
              {FIELDS.map((field) => (
                <label key={field.name} className="grid grid-cols-[1fr_92px] items-center gap-2">
                  <span>
                    {field.label} <span className="text-soft">{field.unit}</span>
                  </span>
                  <input
                    className="field text-right"
                    inputMode="decimal"
                    aria-invalid={problems.has(`/${kind}/${field.name}`)}
                    aria-label={`${name}: ${field.label}, ${field.unit}`}
                    value={values[kind]?.[field.name] ?? ""}
                    onChange={(event) => {
                      setValues({ ...values, [kind]: { ...values[kind], [field.name]: event.target.value } });
                      save.reset();
                    }}
                  />
                  {problems.has(`/${kind}/${field.name}`) && (
                    <span role="alert" className="col-span-2 text-small text-stop">
                      {problems.get(`/${kind}/${field.name}`)}
                    </span>
                  )}
                </label>
              ))}
            </fieldset>
          ))}
        </div>
        <p className="mt-3 text-small text-soft">
          Below 1,200 kcal (women) or 1,500 kcal (men) a day, or when pregnant, under 18, with kidney disease, diabetes
          or a history of disordered eating, please ask a doctor or registered dietitian first.
        </p>
        {save.error && problems.size === 0 && (
          <p role="alert" className="mt-2 text-stop">
            {save.error.message}
          </p>
        )}
        <div className="mt-4 flex justify-end">
          <button type="submit" className="btn" disabled={save.isPending}>
            {save.isPending ? "Saving …" : "Save targets"}
          </button>
        </div>
      </form>
    </Sheet>
  );
}
