import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { ledgerQuery } from "@/api/queries";
import { workedOutQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { dayAfter, grams, kcal, today } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { Select } from "@/ui/Select";

type Physique = Schemas["PhysiqueBody"];

const ACTIVITIES = [
  ["1.2", "Sitting most of the day (1.2)"],
  ["1.375", "Light training one to three days a week (1.375)"],
  ["1.55", "Training three to five days a week (1.55)"],
  ["1.725", "Hard training six or seven days a week (1.725)"],
  ["1.9", "Hard training twice a day, or heavy work (1.9)"],
] as const;

const RATES = [
  ["0", "Keep my weight"],
  ["0.25", "Lose 0.25 % a week"],
  ["0.5", "Lose 0.5 % a week"],
  ["0.75", "Lose 0.75 % a week"],
  ["1", "Lose 1 % a week"],
  ["-0.25", "Gain 0.25 % a week"],
  ["-0.5", "Gain 0.5 % a week"],
] as const;

const CIRCUMSTANCES = [
  ["pregnant", "pregnant"],
  ["breast-feeding", "breast-feeding"],
  ["kidney disease", "kidney disease"],
  ["diabetes medication", "medication for diabetes"],
  ["a history of disordered eating", "a history of disordered eating"],
] as const;

interface WorkOutProps {
  /** What they were last worked out from. */
  kept: Schemas["Physique"] | null;
  onTake: (targets: Schemas["Targets"], physique: Physique) => void;
}

/** Targets worked out from a body, with every sum; nothing is taken over but by a press. */
export function WorkOut({ kept, onTake }: WorkOutProps) {
  const shown = (value: number | null | undefined) => (value == null ? "" : String(value));
  const [sex, setSex] = useState<string>(kept?.sex ?? "f");
  const [age, setAge] = useState(shown(kept?.age_years));
  const [height, setHeight] = useState(shown(kept?.height_cm));
  const [weight, setWeight] = useState(shown(kept?.weight_kg));
  const [fat, setFat] = useState(shown(kept?.body_fat_percent));
  const [activity, setActivity] = useState(shown(kept?.activity_factor) || "1.55");
  const [rate, setRate] = useState(shown(kept?.rate_percent) || "0");
  const [circumstances, setCircumstances] = useState<NonNullable<Physique["circumstances"]>>([
    ...(kept?.circumstances ?? []),
  ]);
  const [perKg, setPerKg] = useState("1.6");
  const ledger = useQuery(ledgerQuery(dayAfter(today(), -41), today()));
  const burned = ledger.data?.burned;
  const [byLedger, setByLedger] = useState(false);

  const typed: Physique = {
    sex: sex as Physique["sex"],
    age_years: parseNumber(age),
    height_cm: parseNumber(height),
    weight_kg: parseNumber(weight),
    body_fat_percent: fat.trim() ? parseNumber(fat) : null,
    activity_factor: Number(activity),
    rate_percent: Number(rate),
    burned_kcal: byLedger && burned?.energy_kcal ? Math.round(burned.energy_kcal / 10) * 10 : null,
    circumstances,
  };
  const whole = [typed.age_years, typed.height_cm, typed.weight_kg].every((value) => value > 0);
  const found = useQuery({ ...workedOutQuery(typed), enabled: whole });
  const out = whole && !found.isError ? found.data : undefined;

  return (
    <div className="grid gap-3">
      <div className="grid gap-2 sm:grid-cols-2">
        <Row label="Equation for">
          <Select
            label="Equation for"
            value={sex}
            options={[
              ["f", "women"],
              ["m", "men"],
            ]}
            onChange={setSex}
          />
        </Row>
        <Typed label="Age" unit="years" value={age} onChange={setAge} />
        <Typed label="Height" unit="cm" value={height} onChange={setHeight} />
        <Typed label="Weight" unit="kg" value={weight} onChange={setWeight} />
        <Typed label="Body fat, if measured" unit="%" value={fat} onChange={setFat} />
        <Row label="Days">
          <Select label="Activity" value={activity} options={ACTIVITIES} onChange={setActivity} />
        </Row>
        <Row label="I want to">
          <Select label="I want to" value={rate} options={RATES} onChange={setRate} />
        </Row>
        <Row label="Protein">
          <Select
            label="Protein a kilogram"
            value={perKg}
            options={["1.4", "1.6", "1.8", "2"].map((each) => [each, `${each} g for each kg`] as const)}
            onChange={setPerKg}
          />
        </Row>
      </div>
      {burned?.energy_kcal != null && (
        <label className="flex items-center gap-2.5">
          <input
            type="checkbox"
            className="size-5 accent-[var(--enamel-ink)]"
            checked={byLedger}
            onChange={(event) => setByLedger(event.target.checked)}
          />
          By what the last six weeks say I burn, about {kcal(Math.round(burned.energy_kcal / 10) * 10)} kcal, instead of
          an activity
        </label>
      )}
      <details open={circumstances.length > 0}>
        <summary className="cursor-pointer text-soft">What a doctor has a say in</summary>
        <div className="mt-1 grid gap-1 sm:grid-cols-2">
          {CIRCUMSTANCES.map(([value, words]) => (
            <label key={value} className="flex items-center gap-2.5">
              <input
                type="checkbox"
                className="size-5 accent-[var(--enamel-ink)]"
                checked={circumstances.includes(value)}
                onChange={(event) =>
                  setCircumstances(
                    event.target.checked ? [...circumstances, value] : circumstances.filter((each) => each !== value),
                  )
                }
              />
              {words}
            </label>
          ))}
        </div>
      </details>
      <div aria-live="polite">
        {!whole && <p className="text-soft">Type age, height and weight; each sum is shown.</p>}
        {whole && found.isError && <p className="text-stop">{found.error.message}</p>}
        {out && <Found out={out} />}
      </div>
      {out && out.energy_kcal !== null && (
        <div className="flex justify-end">
          <button
            type="button"
            className="btn"
            onClick={() => onTake(takenOver(out, Number(perKg) * typed.weight_kg), typed)}
          >
            Take these over
          </button>
        </div>
      )}
      {out?.refused && (
        <p className="text-note text-soft">
          Figures that you have from your doctor or dietitian can be typed under Targets all the same.
        </p>
      )}
    </div>
  );
}

/** As targets are typed: to 10 kcal and whole grams. Fat and carbohydrate are limits there, so only fibre goes along. */
function takenOver(out: Schemas["WorkedOutTargets"], protein_g: number): Schemas["Targets"] {
  return {
    energy_kcal: Math.round((out.energy_kcal ?? 0) / 10) * 10,
    protein_g: Math.round(protein_g),
    fat_g: null,
    carbohydrate_g: null,
    fibre_g: Math.round(out.fibre_g),
  };
}

function Found({ out }: { out: Schemas["WorkedOutTargets"] }) {
  return (
    <>
      {out.refused ? (
        <p role="alert" className="border-l-4 border-caution bg-caution-ground px-3 py-2">
          {out.refused}
        </p>
      ) : (
        <p className="text-lead" data-worked-out>
          <b>{kcal(out.energy_kcal ?? 0)} kcal a day</b>, with{" "}
          <b className="text-protein-ink">
            {grams(out.protein_g.low_g)}
            {out.protein_g.high_g > out.protein_g.low_g && ` to ${grams(out.protein_g.high_g)}`} g of protein
          </b>
          , at least {grams(out.least_fat_g)} g of fat and {grams(out.fibre_g)} g of fibre.
        </p>
      )}
      <ol className="mt-2 grid gap-1 text-note" aria-label="How it was reached">
        {out.sums.map((sum) => (
          <li key={sum}>{sum}</li>
        ))}
      </ol>
      <ul className="mt-2 grid gap-1 text-note text-soft" aria-label="To bear in mind">
        {out.cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </>
  );
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[110px_1fr] items-center gap-2">
      <span>{label}</span>
      {children}
    </div>
  );
}

interface TypedProps {
  label: string;
  unit: string;
  value: string;
  onChange: (value: string) => void;
}

function Typed({ label, unit, value, onChange }: TypedProps) {
  return (
    <label className="grid grid-cols-[110px_1fr_44px] items-center gap-2">
      <span>{label}</span>
      <input
        className="field text-right"
        inputMode="decimal"
        autoComplete="off"
        aria-label={`${label}, ${unit}`}
        maxLength={8}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
      <span className="text-soft">{unit}</span>
    </label>
  );
}
