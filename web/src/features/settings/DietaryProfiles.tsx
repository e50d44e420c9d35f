import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useRef, useState } from "react";
import { api, data } from "@/api/client";
import { kitchenChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { asked } from "@/domain/alerts";
import { newId } from "@/domain/ids";
import { AvoidedFoods } from "@/features/people/AvoidedFoods";
import { RemovableRow } from "@/ui/RemovableRow";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";

type Profile = Schemas["DietaryProfileRow"];

/** People who must not get something: every formula and piece is held against it. */
export function DietaryProfiles({ profiles, askable }: { profiles: readonly Profile[]; askable: readonly string[] }) {
  const [making, setMaking] = useState(false);
  return (
    <section className="card p-4" aria-labelledby="eaters-title">
      <h2 id="eaters-title">People to look out for</h2>
      <p className="mt-1 text-soft">
        Children and guests who eat along without days of their own. What they must not get is pointed out wherever a
        formula or a piece of it stands. What nobody said of a product is pointed out too. It rests on what was typed:
        with an allergy, read the packs and ask.
      </p>
      <ul className="mt-2 grid gap-2">
        {profiles.map((profile) => (
          <DietaryProfileRow key={profile.id} profile={profile} askable={askable} />
        ))}
        {making && (
          <DietaryProfileRow
            profile={{ id: "", name: "", avoids: [], piece_share: 1, age_band: "" }}
            askable={askable}
            onDone={() => setMaking(false)}
          />
        )}
      </ul>
      {!making && (
        <button type="button" className="btn btn-quiet mt-2" onClick={() => setMaking(true)}>
          <Plus size={16} aria-hidden /> Somebody
        </button>
      )}
    </section>
  );
}

interface DietaryProfileRowProps {
  profile: Profile;
  askable: readonly string[];
  onDone?: () => void;
}

function DietaryProfileRow({ profile, askable, onDone }: DietaryProfileRowProps) {
  const fresh = onDone !== undefined;
  const id = useRef(profile.id || newId());
  const [name, setName] = useState(profile.name);
  const [avoids, setAvoids] = useState<readonly string[]>(profile.avoids);
  const [age, setAge] = useState(profile.age_band ?? "");
  const [share, setShare] = useState(String(profile.piece_share ?? 1));
  const [open, setOpen] = useState(fresh);
  const client = useQueryClient();
  const tell = useNotice();
  const save = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/v1/dietary-profiles/{profile_id}", {
          params: { path: { profile_id: id.current } },
          body: {
            name,
            avoids: [...avoids],
            age_band: age as Schemas["AgeBand"],
            piece_share: Number(share),
          },
        }),
      ),
    onSuccess: () => {
      void kitchenChanged(client);
      setOpen(false);
      onDone?.();
    },
  });
  const remove = useMutation({
    mutationFn: () =>
      data(api.DELETE("/api/v1/dietary-profiles/{profile_id}", { params: { path: { profile_id: id.current } } })),
    onSuccess: () => {
      void kitchenChanged(client);
      tell(`${profile.name} is no longer looked out for.`, {
        label: "Undo",
        run: () => save.mutateAsync().then(() => {}),
      });
    },
  });
  if (!open) {
    return (
      <RemovableRow label={`Remove ${profile.name}`} disabled={remove.isPending} onRemove={() => remove.mutate()}>
        <button type="button" className="w-full text-left hover:underline" onClick={() => setOpen(true)}>
          <b>{profile.name}</b>
          {toldOf(profile)}
        </button>
      </RemovableRow>
    );
  }
  return (
    <li className="border-b border-rim py-2">
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <input
          className="field"
          aria-label="Who"
          placeholder="Who, such as my eater"
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <AvoidedFoods askable={askable} avoids={avoids} onChange={setAvoids} />
        <div className="flex flex-wrap items-center gap-2">
          <Select label="Age" value={age} options={AGES} onChange={(to) => setAge(to as typeof age)} />
          <Select label="Size of a piece" value={share} options={SHARES} onChange={setShare} />
        </div>
        {age && (
          <p className="text-note text-soft">
            Formulas with what children of this age must not get are pointed out too. It is no full list: your doctor
            and local advice come first.
          </p>
        )}
        {save.error && (
          <p role="alert" className="text-stop">
            {save.error.message}
          </p>
        )}
        <div className="flex gap-2">
          <button type="submit" className="btn" disabled={save.isPending || !name.trim()}>
            {save.isPending ? "Saving …" : "Look out for them"}
          </button>
          <button
            type="button"
            className="btn btn-quiet"
            onClick={() => {
              setName(profile.name);
              setAvoids(profile.avoids);
              setOpen(false);
              onDone?.();
            }}
          >
            Cancel
          </button>
        </div>
      </form>
    </li>
  );
}

const AGES = [
  ["", "Grown, or age does not matter"],
  ["under one", "Under one year"],
  ["one to four", "One to four years"],
  ["five to eleven", "Five to eleven years"],
] as const;

const SHARES = [
  ["1", "Whole pieces"],
  ["0.75", "Three quarters of a piece"],
  ["0.5", "Half pieces"],
  ["0.25", "Quarter pieces"],
] as const;

/** What is known of somebody who eats along: ": no milk · one to four years · half pieces". */
function toldOf(profile: Profile): string {
  const words = [
    profile.avoids.map(asked).join(", "),
    profile.age_band ? `${profile.age_band}${profile.age_band === "under one" ? "" : " years"}` : "",
    SHARES.find(([share]) => Number(share) === profile.piece_share && share !== "1")?.[1].toLowerCase() ?? "",
  ].filter(Boolean);
  return words.length ? `: ${words.join(" · ")}` : "";
}
