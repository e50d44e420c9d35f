import { useState } from "react";
import { clock, count, dayName, grams, kcal } from "@/domain/format";
import { Slab } from "@/ui/Slab";
import { type Version, versionName } from "./versionName";

const KEPT_BY: Record<string, string> = {
  baker: "",
  "edit session": "kept when you began editing again",
  restore: "kept before it was replaced",
  bake: "kept because it was baked",
  now: "as it stands",
};

interface VersionRowProps {
  version: Version;
  bakes: boolean;
  onBake: () => void;
  onRestore: () => void;
  onRename: (to: string) => void;
}

/** A kept state: a piece of it, when and why it was kept, and what can be done with it. */
export function VersionRow({ version, bakes, onBake, onRestore, onRename }: VersionRowProps) {
  const { piece, number } = version;
  const [editing, setEditing] = useState<string | null>(null);
  return (
    <li className="grid grid-cols-[44px_minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rim px-3 py-2 last:border-b-0">
      <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} size={42} />
      <div className="min-w-0">
        {editing === null ? (
          <b className="first-letter:uppercase">
            {number > 0 && <span className="text-soft">{number} · </span>}
            {versionName(version)}
            {bakes && <span className="ml-2 rounded bg-window px-2 py-px text-small">to bake</span>}
          </b>
        ) : (
          <form
            className="flex gap-1"
            onSubmit={(event) => {
              event.preventDefault();
              onRename(editing);
              setEditing(null);
            }}
          >
            <input
              className="field"
              aria-label={`Name of version ${number}`}
              maxLength={80}
              value={editing}
              onChange={(event) => setEditing(event.target.value)}
            />
            <button type="submit" className="btn btn-quiet">
              Name it
            </button>
          </form>
        )}
        <div className="text-note">
          {kcal(piece.energy_kcal)} kcal, <span className="text-protein-ink">{grams(piece.protein_g)} g protein</span>,
          one of {count(version.count)}
          <span className="text-soft">
            {" "}
            · {dayName(version.kept_at)}, {clock(version.kept_at)}
            {KEPT_BY[version.kept_by] && number > 0 && `, ${KEPT_BY[version.kept_by]}`}
          </span>
        </div>
      </div>
      <div className="flex flex-wrap justify-end gap-1 max-sm:col-span-3">
        {!bakes && (
          <button
            type="button"
            className="btn btn-bare"
            aria-label={`Bake this: ${versionName(version)}`}
            onClick={onBake}
          >
            Bake this
          </button>
        )}
        {number > 0 && (
          <>
            <button
              type="button"
              className="btn btn-bare"
              aria-label={`Rename ${versionName(version)}`}
              onClick={() => setEditing(version.name)}
            >
              Rename
            </button>
            <button
              type="button"
              className="btn btn-bare"
              aria-label={`Go back to it: ${versionName(version)}`}
              onClick={onRestore}
            >
              Go back to it
            </button>
          </>
        )}
      </div>
    </li>
  );
}
