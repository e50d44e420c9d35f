import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { stashChanged } from "@/api/queries/changes";

import { pressId } from "@/domain/ids";
import type { Shelf } from "@/domain/stash";
import { RemovableRow } from "@/ui/RemovableRow";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { TextField } from "@/ui/TextField";

const KINDS = [
  ["counter", "Counter"],
  ["fridge", "Fridge"],
  ["freezer", "Freezer"],
] as const;

/** The shelves of the kitchen: a second freezer, a tin on the shelf, renamed or taken away. */
export default function ShelvesSheet({ shelves, onClose }: { shelves: Shelf[]; onClose: () => void }) {
  const client = useQueryClient();
  const [name, setName] = useState("");
  const [kind, setKind] = useState("freezer");
  const renew = () => stashChanged(client);
  const put = useMutation({
    mutationFn: (shelf: Shelf) =>
      data(
        api.PUT("/api/v1/shelves/{shelf_id}", {
          params: { path: { shelf_id: shelf.id } },
          body: { kind: shelf.kind, name: shelf.name },
        }),
      ),
    onSuccess: renew,
  });
  const remove = useMutation({
    mutationFn: (shelf_id: string) =>
      data(api.DELETE("/api/v1/shelves/{shelf_id}", { params: { path: { shelf_id } } })),
    onSuccess: renew,
  });
  const problem = put.error ?? remove.error;
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Shelves">
      <ul className="grid gap-2">
        {shelves.map((shelf) => (
          <RemovableRow
            key={shelf.id}
            label={`Remove ${shelf.name}`}
            word="Remove"
            onRemove={() => remove.mutate(shelf.id)}
          >
            <div className="flex items-center gap-2">
              <input
                className="field"
                maxLength={40}
                aria-label={`Name of ${shelf.name}, a ${shelf.kind}`}
                defaultValue={shelf.name}
                onBlur={(event) => {
                  const now = event.target.value.trim();
                  if (now && now !== shelf.name) put.mutate({ ...shelf, name: now });
                }}
              />
              <span className="w-16 text-soft">{shelf.kind}</span>
            </div>
          </RemovableRow>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="mt-2 text-stop">
          {problem.message}
        </p>
      )}
      <form
        className="mt-4 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim())
            put.mutate(
              { id: pressId("shelf", name, kind), kind: kind as Shelf["kind"], name: name.trim() },
              { onSuccess: () => setName("") },
            );
        }}
      >
        <TextField
          label="Another shelf"
          className="min-w-40 flex-1"
          most={40}
          placeholder="Chest in the cellar"
          value={name}
          onChange={setName}
        />
        <Select label="Kind of shelf" value={kind} options={KINDS} onChange={setKind} />
        <button type="submit" className="btn" disabled={!name.trim() || put.isPending}>
          Add
        </button>
      </form>
    </Sheet>
  );
}
