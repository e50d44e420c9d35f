import { useState } from "react";
import { count } from "@/domain/format";
import { type Lying, THROWN_FOR } from "@/domain/stash";
import { NumberField } from "@/ui/NumberField";
import { Sheet } from "@/ui/Sheet";
import { TextField } from "@/ui/TextField";
import type { useStashWrites } from "./useStash";

interface LeavingSheetProps {
  lying: Lying;
  kind: "given" | "thrown" | "counted";
  writes: ReturnType<typeof useStashWrites>;
  onClose: () => void;
}

const TITLES = { given: "Give away", thrown: "Throw away", counted: "Count again" };

/** How many leave the kitchen and why, or how many there are. */
export default function LeavingSheet({ lying, kind, writes, onClose }: LeavingSheetProps) {
  const { position, batch } = lying;
  const past = kind === "thrown" && position.past;
  const [pieces, setPieces] = useState<number | null>(
    kind === "given" ? Math.min(1, position.piece_count) : position.piece_count,
  );
  const [reason, setReason] = useState<string>(past ? THROWN_FOR[0] : "");
  const send = () => {
    if (pieces === null) return;
    if (kind === "counted") writes.count(lying, pieces);
    else writes.leave(lying, pieces, kind, reason.trim());
    onClose();
  };
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={`${TITLES[kind]}: ${batch.name}`}
      description={`${count(position.piece_count)} ${position.piece_count === 1 ? "is" : "are"} thought to be there.`}
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          send();
        }}
      >
        <NumberField
          label={kind === "counted" ? "There are" : "Pieces"}
          unit=""
          value={pieces}
          optional={false}
          least={kind === "counted" ? 0 : 0.25}
          most={kind === "counted" ? 1000 : position.piece_count}
          onChange={setPieces}
        />
        {kind === "thrown" && (
          <fieldset className="flex flex-wrap gap-2">
            <legend className="mb-1 text-soft">Why?</legend>
            {THROWN_FOR.map((why) => (
              <button
                key={why}
                type="button"
                className={`btn ${reason === why ? "" : "btn-quiet"}`}
                aria-pressed={reason === why}
                onClick={() => setReason(reason === why ? "" : why)}
              >
                {why}
              </button>
            ))}
          </fieldset>
        )}
        {kind !== "counted" && (
          <TextField
            label={kind === "given" ? "To whom, if you like" : "Or in your words"}
            most={200}
            value={reason}
            onChange={setReason}
          />
        )}
        <button type="submit" className="btn justify-self-start">
          {TITLES[kind]}
        </button>
      </form>
    </Sheet>
  );
}
