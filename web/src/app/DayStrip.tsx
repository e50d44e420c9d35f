import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { dayQuery } from "@/api/queries";
import { grams, isEnergyHidden, kcal, today, weekday } from "@/domain/format";
import { useSingleKeys } from "@/ui/keys";
import type { StatusLine } from "@/ui/statusLine";

interface DayStripProps {
  remark: StatusLine;
  onFind: () => void;
  onKeys: () => void;
}

/** The day in one line, at the foot of every view. */
export function DayStrip({ remark, onFind, onKeys }: DayStripProps) {
  const day = useQuery(dayQuery(today()));
  const [single] = useSingleKeys();
  const tin = day.data?.budget;
  const targets = day.data?.targets;
  const eaten = targets && tin ? 1 - tin.room_kcal / targets.energy_kcal : 0;
  return (
    <footer className="z-20 flex min-h-13.5 flex-wrap items-center gap-x-3.5 gap-y-1 border-t border-rim bg-card px-6.5 py-2 max-md:fixed max-md:inset-x-0 max-md:bottom-14.25 max-md:min-h-0 max-md:gap-x-2 max-md:px-4 max-md:py-1 max-md:text-small">
      <Link to="/today" className="font-semibold">
        {weekday(today()).slice(0, 3)}
        <span className="sr-only">, today</span>
      </Link>
      {tin && targets ? (
        <>
          <span
            aria-hidden
            className="h-3 w-[min(300px,22vw)] max-md:hidden overflow-hidden rounded-[3px] border-2 border-rim-strong"
          >
            <span className="block h-full bg-enamel" style={{ width: `${Math.min(100, eaten * 100)}%` }} />
          </span>
          <span className={isEnergyHidden() ? "hidden" : undefined}>
            {tin.room_kcal >= 0 ? `${kcal(tin.room_kcal)} kcal left` : `${kcal(-tin.room_kcal)} kcal above target`}
          </span>
          <span className="font-semibold text-protein-ink">
            {tin.protein_to_find_g > 0 ? `${grams(tin.protein_to_find_g)} g protein to find` : "protein found"}
          </span>
        </>
      ) : (
        <span className="text-soft">{day.data ? "no targets yet" : "…"}</span>
      )}
      {remark.fits && <span className="text-soft">{remark.fits}</span>}
      <span className="ml-auto flex items-center gap-1 text-soft">
        {remark.saved && (
          <span role="status" data-saved className="mr-1">
            {remark.saved}
          </span>
        )}
        <button type="button" className="btn btn-bare max-md:hidden" onClick={onFind}>
          {single && <kbd className="key">/</kbd>} find anything
        </button>
        <button type="button" className="btn btn-bare max-md:hidden" onClick={onKeys}>
          {single && <kbd className="key">?</kbd>} keys
        </button>
        <button type="button" className="btn btn-bare md:!min-h-6 md:hidden" onClick={onFind}>
          Find
        </button>
      </span>
    </footer>
  );
}
