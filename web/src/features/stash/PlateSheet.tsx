import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { stashChanged } from "@/api/queries/changes";

import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { RemovableRow } from "@/ui/RemovableRow";
import { Sheet } from "@/ui/Sheet";
import { TextField } from "@/ui/TextField";

interface PlateSheetProps {
  formula_id: string;
  plates: Schemas["PlateView"][];
  onClose: () => void;
}

/** What a piece is always eaten with: kept once, offered whenever one is eaten. */
export default function PlateSheet({ formula_id, plates, onClose }: PlateSheetProps) {
  const client = useQueryClient();
  const [name, setName] = useState("");
  const [sides, setSides] = useState("");
  const renew = () => stashChanged(client);
  const put = useMutation({
    mutationFn: (plate_id: string) =>
      data(
        api.PUT("/api/v1/formulas/{formula_id}/plates/{plate_id}", {
          params: { path: { formula_id, plate_id } },
          body: { name: name.trim() || `with ${sides.trim()}`.slice(0, 60), sides: sides.trim() },
        }),
      ),
    onSuccess: () => {
      setName("");
      setSides("");
      return renew();
    },
  });
  const remove = useMutation({
    mutationFn: (plate_id: string) => data(api.DELETE("/api/v1/plates/{plate_id}", { params: { path: { plate_id } } })),
    onSuccess: renew,
  });
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Plates"
      description="What a piece is eaten with. One press adds both to the day."
    >
      <ul className="grid gap-2">
        {plates.map((plate) => (
          <RemovableRow
            key={plate.id}
            label={`Remove ${plate.name}`}
            word="Remove"
            onRemove={() => remove.mutate(plate.id)}
          >
            <b>{plate.name}</b> <span className="text-soft">{plate.sides}</span>
            <span className="block text-note">
              {kcal(plate.figures.energy_kcal)} kcal, {grams(plate.figures.protein_g)} g protein
              {plate.contains.length > 0 && ` · contains ${plate.contains.join(", ")}`}
            </span>
            {plate.problem && <span className="block text-note text-caution">{plate.problem}</span>}
          </RemovableRow>
        ))}
      </ul>
      <form
        className="mt-3 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (sides.trim()) put.mutate(pressId("plate", sides));
        }}
      >
        <TextField
          label="Eaten with"
          most={1000}
          placeholder="150 g skyr, 80 g raspberries"
          invalid={put.isError}
          value={sides}
          onChange={setSides}
        />
        <TextField label="Called" most={60} placeholder="with yogurt and berries" value={name} onChange={setName} />
        {put.isError && (
          <p role="alert" className="text-stop">
            {put.error.message}
          </p>
        )}
        <button type="submit" className="btn justify-self-start" disabled={!sides.trim() || put.isPending}>
          Keep this plate
        </button>
      </form>
    </Sheet>
  );
}
