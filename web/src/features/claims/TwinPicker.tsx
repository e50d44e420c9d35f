import { useQuery } from "@tanstack/react-query";
import { formulasQuery, versionsQuery } from "@/api/queries";
import type { TwinChoice } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";

interface ComparedWithProps {
  reference: TwinChoice | null;
  /** The name of what it is compared with, as the server found it; empty for nothing. */
  twin: string;
  store: DraftStore;
  said?: string;
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

const NOTHING_TYPED: TwinChoice = {
  formula_id: null,
  number: null,
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
export function TwinPicker({ reference, twin, store }: ComparedWithProps) {
  const formulas = useQuery(formulasQuery);
  const others = (formulas.data ?? []).filter((each) => !each.archived && each.id !== store.id);
  const value = reference === null ? "" : (reference.formula_id ?? TYPED);

  function choose(chosen: string) {
    const made = chosen === "" ? null : chosen === TYPED ? NOTHING_TYPED : { ...NOTHING_TYPED, formula_id: chosen };
    store.edit((draft) => ({ ...draft, twin: made }));
  }

  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-center gap-2">
        <span aria-hidden>Compare with the classic</span>
        <Select
          label="Compare with the classic"
          value={value}
          options={[["", "nothing"], [TYPED, "figures I type"], ...others.map((each) => [each.id, each.name] as const)]}
          onChange={choose}
        />
        {reference?.formula_id && <WhichVersion reference={reference} store={store} />}
      </div>
      {reference && value === TYPED && <TypedFigures reference={reference} store={store} />}
      {reference?.formula_id && !twin && (
        <p className="text-caution">That formula has no figures yet, so nothing can be compared.</p>
      )}
    </div>
  );
}

/** As it stands, or as it was kept. */
function WhichVersion({ reference, store }: { reference: TwinChoice; store: DraftStore }) {
  const versions = useQuery(versionsQuery(reference.formula_id ?? ""));
  const kept = (versions.data?.versions ?? []).filter((each) => each.number > 0);
  if (!kept.length) return null;
  return (
    <Select
      label="Which version of it"
      value={reference.number ? String(reference.number) : ""}
      options={[
        ["", "as it stands"],
        ...kept.map((each) => [String(each.number), each.name || `version ${each.number}`] as const),
      ]}
      onChange={(number) =>
        store.edit((draft) => ({ ...draft, twin: { ...reference, number: number ? Number(number) : null } }))
      }
    />
  );
}

function TypedFigures({ reference, store }: { reference: TwinChoice; store: DraftStore }) {
  const change = (to: Partial<TwinChoice>) =>
    store.edit((draft) => ({ ...draft, twin: { ...NOTHING_TYPED, ...draft.twin, ...to } }), "reference");
  return (
    <div className="mt-2 grid gap-1">
      <input
        className="field"
        aria-label="What the classic is called"
        placeholder="What it is, such as a butter brownie"
        maxLength={120}
        value={reference.name}
        onChange={(event) => change({ name: event.target.value })}
      />
      {FIGURES.map(([name, label, unit]) => (
        <NumberField
          key={name}
          label={label}
          unit={unit}
          sub={label.startsWith("of")}
          value={reference[name] ?? null}
          least={name === "mass_g" ? 0.1 : 0}
          most={10_000}
          optional={name !== "mass_g"}
          onChange={(number) => change({ [name]: number })}
        />
      ))}
    </div>
  );
}
