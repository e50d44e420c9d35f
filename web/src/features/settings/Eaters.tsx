import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Plus, X } from "lucide-react";
import { ToggleGroup } from "radix-ui";
import { useRef, useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { newId } from "@/domain/ids";
import { useNotice } from "@/ui/Toast";

type Eater = Schemas["EaterRow"];

/** People who must not get something: every formula and piece is held against it. */
export function Eaters({ eaters, askable }: { eaters: readonly Eater[]; askable: readonly string[] }) {
  const [making, setMaking] = useState(false);
  return (
    <section className="card p-4" aria-labelledby="eaters-title">
      <h2 id="eaters-title">People to look out for</h2>
      <p className="mt-1 text-soft">
        What they must not get is pointed out wherever a formula or a piece of it stands. What nobody said of a product
        is pointed out too. It rests on what was typed: with an allergy, read the packs and ask.
      </p>
      <ul className="mt-2 grid gap-2">
        {eaters.map((eater) => (
          <EaterRow key={eater.id} eater={eater} askable={askable} />
        ))}
        {making && (
          <EaterRow eater={{ id: "", name: "", avoids: [] }} askable={askable} onDone={() => setMaking(false)} />
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

interface EaterRowProps {
  eater: Eater;
  askable: readonly string[];
  onDone?: () => void;
}

function EaterRow({ eater, askable, onDone }: EaterRowProps) {
  const fresh = onDone !== undefined;
  const id = useRef(eater.id || newId());
  const [name, setName] = useState(eater.name);
  const [avoids, setAvoids] = useState<readonly string[]>(eater.avoids);
  const [open, setOpen] = useState(fresh);
  const client = useQueryClient();
  const tell = useNotice();
  const save = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/v1/eaters/{eater_id}", {
          params: { path: { eater_id: id.current } },
          body: { name, avoids: [...avoids] },
        }),
      ),
    onSuccess: () => {
      void client.invalidateQueries();
      setOpen(false);
      onDone?.();
    },
  });
  const remove = useMutation({
    mutationFn: () => data(api.DELETE("/api/v1/eaters/{eater_id}", { params: { path: { eater_id: id.current } } })),
    onSuccess: () => {
      void client.invalidateQueries();
      tell(`${eater.name} is no longer looked out for.`, {
        label: "Undo",
        run: () => save.mutateAsync().then(() => {}),
      });
    },
  });
  if (!open) {
    return (
      <li className="flex items-center gap-3 border-b border-rim py-1">
        <button type="button" className="min-w-0 flex-1 text-left hover:underline" onClick={() => setOpen(true)}>
          <b>{eater.name}</b>: {eater.avoids.map(asked).join(", ")}
        </button>
        <button
          type="button"
          className="btn btn-bare text-soft"
          aria-label={`Remove ${eater.name}`}
          disabled={remove.isPending}
          onClick={() => remove.mutate()}
        >
          <X size={16} aria-hidden />
        </button>
      </li>
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
        <ToggleGroup.Root
          type="multiple"
          aria-label="Must not get"
          className="flex flex-wrap gap-1"
          value={[...avoids]}
          onValueChange={setAvoids}
        >
          {askable.map((each) => (
            <ToggleGroup.Item
              key={each}
              value={each}
              className="rounded-md border border-rim-strong px-2 py-1 text-note data-[state=on]:bg-stop data-[state=on]:font-semibold data-[state=on]:text-card"
            >
              {asked(each)}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        {save.error && (
          <p role="alert" className="text-stop">
            {save.error.message}
          </p>
        )}
        <div className="flex gap-2">
          <button type="submit" className="btn" disabled={save.isPending || !name.trim() || avoids.length === 0}>
            {save.isPending ? "Saving …" : "Look out for them"}
          </button>
          <button
            type="button"
            className="btn btn-quiet"
            onClick={() => {
              setName(eater.name);
              setAvoids(eater.avoids);
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

const DIETS: Record<string, string> = {
  vegan: "vegan only",
  vegetarian: "vegetarian only",
  "no added sugar": "no added sugar",
};
const asked = (name: string) => DIETS[name] ?? `no ${name}`;
