import { Plus, X } from "lucide-react";
import { useRef, useState } from "react";
import type { Schemas } from "@/api/types";
import { asked } from "@/domain/alerts";
import { newId } from "@/domain/ids";
import { parseNumber } from "@/domain/numbers";
import { Select } from "@/ui/Select";
import { AvoidedFoods } from "./AvoidedFoods";
import { type Person, usePeople } from "./usePeople";

const STEPS = [
  ["half", "in half pieces"],
  ["whole", "in whole pieces"],
  ["grams", "by weight"],
] as const;

/** What may be counted, and per how much of it somebody types what it counts. */
const COUNTED = [
  ["energy_kcal", "energy", 100, "100 kcal"],
  ["protein_g", "protein", 10, "10 g"],
  ["fat_g", "fat", 10, "10 g"],
  ["saturates_g", "saturates", 10, "10 g"],
  ["carbohydrate_g", "carbohydrate", 10, "10 g"],
  ["sugars_g", "sugars", 10, "10 g"],
  ["fibre_g", "fibre", 10, "10 g"],
] as const;

/** Who has days of their own here. */
export function People({ askable }: { askable: readonly string[] }) {
  const { people } = usePeople();
  const [making, setMaking] = useState(false);
  return (
    <section className="card p-4" aria-labelledby="people-title">
      <h2 id="people-title">People of this kitchen</h2>
      <p className="mt-1 text-soft">
        Each has targets, days and a ledger of their own; formulas, stash and cupboard are everybody’s.
      </p>
      <ul className="mt-2 grid gap-2">
        {people.map((person) => (
          <PersonRow key={person.id} person={person} askable={askable} />
        ))}
        {making && <PersonRow person={null} askable={askable} onDone={() => setMaking(false)} />}
      </ul>
      {!making && (
        <button type="button" className="btn btn-quiet mt-2" onClick={() => setMaking(true)}>
          <Plus size={16} aria-hidden /> Another person
        </button>
      )}
    </section>
  );
}

interface PersonRowProps {
  /** Nobody yet for one who comes in. */
  person: Person | null;
  askable: readonly string[];
  onDone?: () => void;
}

function PersonRow({ person, askable, onDone }: PersonRowProps) {
  const { be, put, remove } = usePeople();
  const [open, setOpen] = useState(person === null);
  const id = useRef(person?.id ?? newId());
  if (!open && person) {
    return (
      <li className="flex flex-wrap items-center gap-3 border-b border-rim py-1">
        <button type="button" className="min-w-0 flex-1 text-left hover:underline" onClick={() => setOpen(true)}>
          <b>{person.name}</b>
          <span className="text-soft">
            {person.here ? ", here now" : ""}
            {` · pieces ${STEPS.find(([step]) => step === person.piece_step)?.[1]}`}
            {person.avoids.length > 0 && ` · ${person.avoids.map(asked).join(", ")}`}
            {person.hides_energy && " · energy hidden"}
            {person.tally && ` · counts ${person.tally.name}`}
          </span>
        </button>
        {!person.here && (
          <>
            <button type="button" className="btn btn-quiet" disabled={be.isPending} onClick={() => be.mutate(person)}>
              Switch to {person.name}
            </button>
            <button
              type="button"
              className="btn btn-bare text-soft"
              aria-label={`Take ${person.name} out`}
              disabled={remove.isPending}
              onClick={() => remove.mutate(person)}
            >
              <X size={16} aria-hidden />
            </button>
          </>
        )}
      </li>
    );
  }
  const done = () => {
    setOpen(false);
    onDone?.();
  };
  return (
    <li className="border-b border-rim py-2">
      <PersonForm
        person={person}
        askable={askable}
        problem={put.error?.message ?? ""}
        saving={put.isPending}
        onSave={(body) => put.mutate({ id: id.current, ...body }, { onSuccess: done })}
        onCancel={done}
      />
    </li>
  );
}

interface PersonFormProps {
  person: Person | null;
  askable: readonly string[];
  problem: string;
  saving: boolean;
  onSave: (body: Schemas["PersonBody"]) => void;
  onCancel: () => void;
}

function PersonForm({ person, askable, problem, saving, onSave, onCancel }: PersonFormProps) {
  const [name, setName] = useState(person?.name ?? "");
  const [avoids, setAvoids] = useState<string[]>([...(person?.avoids ?? [])]);
  const [step, setStep] = useState<string>(person?.piece_step ?? "half");
  const [hides, setHides] = useState(person?.hides_energy ?? false);
  const [tally, setTally] = useState(typedTally(person?.tally ?? null));
  return (
    <form
      className="grid gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        onSave({
          name,
          avoids,
          piece_step: step as Schemas["PieceStep"],
          hides_energy: hides,
          tally: tallyOf(tally),
        });
      }}
    >
      <input
        className="field"
        aria-label="Name"
        placeholder="A first name"
        maxLength={80}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-soft">Takes pieces</span>
        <Select label="Takes pieces" value={step} options={STEPS} onChange={setStep} />
      </div>
      <label className="flex items-center gap-3">
        <input
          type="checkbox"
          className="size-5 accent-[var(--enamel-ink)]"
          checked={hides}
          onChange={(event) => setHides(event.target.checked)}
        />
        Hide energy; protein and grams stay
      </label>
      <details>
        <summary className="cursor-pointer text-soft">
          Must not get{avoids.length > 0 && `: ${avoids.map(asked).join(", ")}`}
        </summary>
        <AvoidedFoods askable={askable} avoids={avoids} onChange={setAvoids} />
      </details>
      <details open={tally.name !== ""}>
        <summary className="cursor-pointer text-soft">A count of your own{tally.name && `: ${tally.name}`}</summary>
        <TallyFields tally={tally} onChange={setTally} />
      </details>
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <div className="flex gap-2">
        <button type="submit" className="btn" disabled={saving || !name.trim()}>
          {saving ? "Saving …" : "Save"}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onCancel}>
          Cancel
        </button>
      </div>
    </form>
  );
}

interface TypedTally {
  name: string;
  rounding: string;
  counts: Record<string, string>;
}

const clean = (value: number) => String(Number(value.toPrecision(6)));

function typedTally(tally: Schemas["Tally"] | null): TypedTally {
  return {
    name: tally?.name ?? "",
    rounding: tally ? clean(tally.rounding_count) : "1",
    counts: Object.fromEntries(
      COUNTED.map(([figure, , per]) => {
        const coefficient = tally?.coefficients[figure];
        return [figure, coefficient ? clean(coefficient * per) : ""];
      }),
    ),
  };
}

function tallyOf(typed: TypedTally): Schemas["TallyBody"] | null {
  if (!typed.name.trim()) return null;
  const coefficients = Object.fromEntries(
    COUNTED.flatMap(([figure, , per]) => {
      const counts = parseNumber(typed.counts[figure] ?? "");
      return counts ? [[figure, counts / per]] : [];
    }),
  );
  return { name: typed.name.trim(), coefficients, rounding_count: parseNumber(typed.rounding) || 1 };
}

/** What somebody counts beside the figures; none ships. */
function TallyFields({ tally, onChange }: { tally: TypedTally; onChange: (tally: TypedTally) => void }) {
  return (
    <div className="mt-1.5 grid gap-2">
      <p className="text-note text-soft">
        A sum of figures that you type, rounded as you say; it stands beside what you eat. It is yours alone and no
        measure of anything.
      </p>
      <div className="flex flex-wrap gap-2">
        <label className="grid gap-1">
          What it is called
          <input
            className="field"
            maxLength={40}
            value={tally.name}
            onChange={(event) => onChange({ ...tally, name: event.target.value })}
          />
        </label>
        <label className="grid gap-1">
          Rounded to
          <input
            className="field !w-24 text-right"
            inputMode="decimal"
            value={tally.rounding}
            onChange={(event) => onChange({ ...tally, rounding: event.target.value })}
          />
        </label>
      </div>
      <div className="grid gap-x-4 gap-y-1.5 sm:grid-cols-2">
        {COUNTED.map(([figure, title, , per]) => (
          <label key={figure} className="grid grid-cols-[1fr_84px] items-center gap-2">
            <span>
              {per} of {title}
            </span>
            <input
              className="field text-right"
              inputMode="text"
              aria-label={`${per} of ${title} count`}
              value={tally.counts[figure] ?? ""}
              onChange={(event) => onChange({ ...tally, counts: { ...tally.counts, [figure]: event.target.value } })}
            />
          </label>
        ))}
      </div>
    </div>
  );
}
