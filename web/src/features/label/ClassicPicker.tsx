import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { formulasCalledQuery, versionsQuery } from "@/api/queries";
import type { ClassicChoice } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { useFigureTitle } from "@/features/common/useFigureTitle";
import { NumberField } from "@/ui/NumberField";
import { PickByName } from "@/ui/PickByName";
import { Select } from "@/ui/Select";

interface ComparedWithProps {
  reference: ClassicChoice | null;
  /** The name of what it is compared with, as the server found it; empty for nothing. */
  classic: string;
  store: DraftStore;
  said?: string;
}

const TYPED = "typed";
const FORMULA = "formula";
const OFFERED = 8;
const FIGURES = [
  "mass_g",
  "energy_kcal",
  "protein_g",
  "fat_g",
  "saturates_g",
  "sugars_g",
  "fibre_g",
  "salt_g",
] as const;

const NOTHING_TYPED: ClassicChoice = {
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
export function ClassicPicker({ reference, classic, store }: ComparedWithProps) {
  const [choosing, setChoosing] = useState(false);
  const value = reference?.formula_id || choosing ? FORMULA : reference ? TYPED : "";

  function choose(kind: string) {
    setChoosing(kind === FORMULA);
    const made = kind === TYPED ? NOTHING_TYPED : null;
    store.edit((draft) => ({ ...draft, classic: made }));
  }

  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-center gap-2">
        <span aria-hidden>Compare with the classic</span>
        <Select
          label="Compare with the classic"
          value={value}
          options={[
            ["", "nothing"],
            [TYPED, "figures I type"],
            [FORMULA, "a formula of yours"],
          ]}
          onChange={choose}
        />
        {value === FORMULA && <WhichFormula chosen={reference?.formula_id ?? null} name={classic} store={store} />}
        {reference?.formula_id && <WhichVersion reference={reference} store={store} />}
      </div>
      {reference && value === TYPED && <TypedFigures reference={reference} store={store} />}
      {reference?.formula_id && !classic && (
        <p className="text-caution">That formula has no figures yet, so nothing can be compared.</p>
      )}
    </div>
  );
}

/** Another formula, by typing its name; those changed last are offered first. */
function WhichFormula({ chosen, name, store }: { chosen: string | null; name: string; store: DraftStore }) {
  const [words, setWords] = useState<string | null>(null);
  const found = useQuery({ ...formulasCalledQuery(words ?? ""), enabled: words !== null });
  const others = (found.data ?? []).filter((each) => each.id !== store.id).slice(0, OFFERED);
  return (
    <PickByName
      label="Which formula"
      placeholder="its name"
      chosen={chosen ? { key: chosen, name } : null}
      found={others.map((each) => ({ key: each.id, name: each.name }))}
      behind={found.isPlaceholderData || found.isPending}
      onWords={setWords}
      onPick={({ key }) => store.edit((draft) => ({ ...draft, classic: { ...NOTHING_TYPED, formula_id: key } }))}
    />
  );
}

/** As it stands, or as it was kept. */
function WhichVersion({ reference, store }: { reference: ClassicChoice; store: DraftStore }) {
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
        store.edit((draft) => ({ ...draft, classic: { ...reference, number: number ? Number(number) : null } }))
      }
    />
  );
}

function TypedFigures({ reference, store }: { reference: ClassicChoice; store: DraftStore }) {
  const title = useFigureTitle();
  const change = (to: Partial<ClassicChoice>) =>
    store.edit((draft) => ({ ...draft, classic: { ...NOTHING_TYPED, ...draft.classic, ...to } }), "reference");
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
      {FIGURES.map((name) => (
        <NumberField
          key={name}
          label={name === "mass_g" ? "Figures are for" : title(name, name === "saturates_g")}
          unit={name === "energy_kcal" ? "kcal" : "g"}
          sub={name === "saturates_g"}
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
