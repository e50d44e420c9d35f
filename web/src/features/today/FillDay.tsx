import { lazy, useState } from "react";
import { AskedAnswers } from "./AskedAnswers";
import type { useDayWrites } from "./useDay";

const FillAnswers = lazy(() => import("./FillAnswers"));

interface FillDayProps {
  day: string;
  writes: ReturnType<typeof useDayWrites>;
}

/** What closes the day: looked for when it is asked for. */
export function FillDay({ day, writes }: FillDayProps) {
  const [open, setOpen] = useState(false);
  const [sure, setSure] = useState(false);
  return (
    <section className="card mt-4" aria-labelledby="fill-title">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3.5 py-2.5">
        <h2 id="fill-title">Close the day</h2>
        <span className="text-soft">the fewest pieces that find the protein, what expires first before the rest</span>
        <span className="ml-auto flex items-center gap-3">
          {open && (
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-[var(--enamel-ink)]"
                checked={sure}
                onChange={(event) => setSure(event.target.checked)}
              />
              sure to stay under
            </label>
          )}
          <button type="button" className="btn btn-quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Close" : "Show how"}
          </button>
        </span>
      </div>
      {open && (
        <AskedAnswers>
          <FillAnswers day={day} sure={sure} writes={writes} />
        </AskedAnswers>
      )}
    </section>
  );
}
