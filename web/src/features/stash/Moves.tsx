import type { Schemas } from "@/api/types";
import { clock, dayName } from "@/domain/format";
import { moveWords, type Shelf } from "@/domain/stash";

interface MovesProps {
  moves: Schemas["MoveView"][];
  shelves: Shelf[];
  onUndo: (id: string, undone: boolean) => void;
}

/** All that became of a batch, the last first; each can be taken back, and done again. */
export function Moves({ moves, shelves, onUndo }: MovesProps) {
  return (
    <details className="card p-4">
      <summary className="cursor-pointer font-semibold">What became of it</summary>
      <ul className="mt-2 grid gap-1.5 text-note">
        {moves.map((move) => (
          <li key={move.id} className="flex flex-wrap items-center gap-2">
            <span className={move.undone ? "text-soft line-through" : ""}>{moveWords(move, shelves)}</span>
            <span className="text-small text-soft">
              {dayName(move.moved_at)}, {clock(move.moved_at)}
            </span>
            {move.kind !== "made" && (
              <button
                type="button"
                className="btn btn-bare ml-auto md:!min-h-6"
                aria-label={`${move.undone ? "Do again" : "Undo"}: ${moveWords(move, shelves)}`}
                onClick={() => onUndo(move.id, !move.undone)}
              >
                {move.undone ? "Do again" : "Undo"}
              </button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
