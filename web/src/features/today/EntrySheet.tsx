import { useState } from "react";
import type { Schemas } from "@/api/types";
import { clock, count, grams, kcal } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { Problem } from "@/domain/problem";
import { Sheet } from "@/ui/Sheet";
import { useReadFoods } from "./AddFoods";
import type { useDayWrites } from "./useDay";

type Entry = Schemas["EntryView"];

interface EntrySheetProps {
  entry: Entry;
  writes: ReturnType<typeof useDayWrites>;
  onClose: () => void;
}

/** Changes an entry: how much, when, or on which day. */
export default function EntrySheet({ entry, writes, onClose }: EntrySheetProps) {
  const [text, setText] = useState(entry.text);
  const [pieces, setPieces] = useState(String(entry.piece_count ?? 1));
  const [day, setDay] = useState(entry.day);
  const [time, setTime] = useState(clock(entry.eaten_at));
  const [base, setBase] = useState(entry);
  const isPiece = entry.kind === "piece";
  const read = useReadFoods(entry.day, isPiece || text === entry.text ? "" : text);
  const problem = writes.change.error;
  const number = parseNumber(pieces);
  const wrong = isPiece && !(number > 0 && number <= 100) ? "From a part of a piece to 100." : "";

  function save() {
    if (wrong || !day || !time) return;
    const moved = day !== entry.day || time !== clock(entry.eaten_at);
    const eaten_at = moved ? new Date(`${day}T${time}`).toISOString() : entry.eaten_at;
    writes.change.mutate(
      { entry: base, day, eaten_at, text, piece_count: isPiece ? number : null },
      {
        onSuccess: onClose,
        onError: (error) => {
          if (error instanceof Problem && error.status === 409) setBase(error.current as Entry);
        },
      },
    );
  }

  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={entry.name}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <p className="text-soft">
          {isPiece && `${count(entry.piece_count ?? 1)} × `}
          {grams(entry.figures.mass_g)} g · {kcal(entry.figures.energy_kcal)} kcal · {grams(entry.figures.protein_g)} g
          protein, as it was when it was added
          {entry.figures.without_lines > 0 && <span className="text-caution"> (without what could not be read)</span>}
        </p>
        {isPiece ? (
          <label>
            <span className="mb-1 block font-semibold">Pieces</span>
            <input
              className="field"
              inputMode="decimal"
              value={pieces}
              aria-invalid={!!wrong}
              onChange={(event) => setPieces(event.target.value)}
            />
            {wrong && <span className="text-stop">{wrong}</span>}
          </label>
        ) : (
          <label>
            <span className="mb-1 block font-semibold">What it was</span>
            <input className="field" maxLength={1000} value={text} onChange={(event) => setText(event.target.value)} />
            {text !== entry.text && read.data && (
              <span className="text-soft">
                = {kcal(read.data.figures.energy_kcal)} kcal, {grams(read.data.figures.protein_g)} g protein
                {read.data.unread.length > 0 && (
                  <span className="text-caution"> · not read: {read.data.unread.join(", ")}</span>
                )}
              </span>
            )}
          </label>
        )}
        <div className="grid grid-cols-2 gap-3">
          <label>
            <span className="mb-1 block font-semibold">Day</span>
            <input
              className="field"
              type="date"
              required
              value={day}
              onChange={(event) => setDay(event.target.value)}
            />
          </label>
          <label>
            <span className="mb-1 block font-semibold">Time</span>
            <input
              className="field"
              type="time"
              required
              value={time}
              onChange={(event) => setTime(event.target.value)}
            />
          </label>
        </div>
        {problem && (
          <p role="alert" className="text-stop">
            {problem.message} {problem instanceof Problem && problem.status === 409 && "Saving again replaces that."}
          </p>
        )}
        <div className="flex justify-between gap-2">
          <button
            type="button"
            className="btn btn-quiet"
            onClick={() => {
              writes.remove(entry);
              onClose();
            }}
          >
            Remove
          </button>
          <button type="submit" className="btn" disabled={writes.change.isPending}>
            {writes.change.isPending ? "Saving …" : "Save"}
          </button>
        </div>
      </form>
    </Sheet>
  );
}
