import { Link } from "react-router";
import type { Schemas } from "@/api/types";
import { change, clock, count, dayName, grams, kcal } from "@/domain/format";
import { Band } from "@/ui/Band";
import { Slab } from "@/ui/Slab";

/** A batch in a list: when, a piece of it against what was planned, what differed, how it turned out. */
export function BatchRow({ batch, named }: { batch: Schemas["BatchItem"]; named?: boolean }) {
  const { piece } = batch;
  const planned = batch.planned_energy_kcal;
  return (
    <li className="grid grid-cols-[46px_minmax(0,1fr)] gap-x-3 border-b border-rim px-3.5 py-2.5 last:border-b-0">
      <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} size={44} />
      <div className="min-w-0">
        <Link to={`/batches/${batch.id}`} className="font-semibold hover:underline">
          {named && `${batch.name}, `}
          {dayName(batch.made_at)}, {clock(batch.made_at)}
        </Link>
        {batch.words.length > 0 && (
          <span
            className={`ml-2 rounded px-2 py-px text-small ${batch.words[0] === "just right" ? "bg-window" : "bg-caution-ground text-caution"}`}
          >
            {batch.words.join(", ")}
          </span>
        )}
        <div className="text-note">
          {count(batch.piece_count)} at {kcal(piece.energy_kcal)}
          <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} /> kcal,{" "}
          <span className="text-protein-ink">{grams(piece.protein_g)} g protein</span>
          {planned !== null && (
            <span className="text-soft"> · {change(piece.energy_kcal - planned, kcal)} kcal against the plan</span>
          )}
        </div>
        {batch.difference.length > 0 && <div className="text-note text-soft">{batch.difference.join(" · ")}</div>}
        {batch.note && <div className="text-note">“{batch.note}”</div>}
      </div>
    </li>
  );
}
