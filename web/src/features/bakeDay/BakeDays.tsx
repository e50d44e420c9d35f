import { useQuery } from "@tanstack/react-query";
import { format, parseISO } from "date-fns";
import { useState } from "react";
import { Link } from "react-router";
import { bakeDaysQuery } from "@/api/queries";
import { Pending } from "@/features/common/Pending";
import { isSingleKey, useKeys } from "@/ui/keys";
import { useTitle } from "@/ui/useTitle";
import { NewDay } from "./NewDay";

/** The bake days of the kitchen: what is under way first, then what is to come. */
export default function BakeDays() {
  useTitle("Bake day");
  const query = useQuery(bakeDaysQuery);
  const [making, setMaking] = useState(false);
  useKeys((event) => {
    if (isSingleKey(event) && event.key.toLowerCase() === "n") {
      event.preventDefault();
      setMaking(true);
    }
  });
  const days = query.data ?? [];
  const rank = (day: (typeof days)[number]) => (day.ended ? 2 : day.begun ? 0 : 1);
  const sorted = [...days].sort((one, other) => rank(one) - rank(other));
  const running = days.filter((day) => day.begun && !day.ended).length;
  return (
    <div className="mx-auto max-w-190">
      <header className="flex flex-wrap items-center gap-3">
        <h1>Bake day</h1>
        <button type="button" className="btn ml-auto" onClick={() => setMaking(true)}>
          Plan a bake day
        </button>
      </header>
      <p className="my-2 text-lead" role="status">
        {running > 0
          ? `${running === 1 ? "One bake is" : `${running} bakes are`} under way.`
          : "Buy, plan backwards from when guests come, and run it from the counter."}
      </p>
      <Pending query={query} words="Looking for bake days …" />
      {query.data && days.length === 0 && <p className="text-soft">Nothing is planned yet.</p>}
      <ul className="grid gap-3">
        {sorted.map((day) => (
          <li key={day.id} className="card flex flex-wrap items-center gap-x-4 gap-y-2 p-4">
            <span className="min-w-0 flex-1 basis-72">
              <Link to={`/bake-day/${day.id}`} className="text-lead font-semibold underline-offset-2 hover:underline">
                {day.name}
              </Link>
              <span className="block text-note text-soft">
                {format(parseISO(day.zero_at), "EEEE d MMMM")} ·{" "}
                {day.formulas.filter(Boolean).join(", ") || "no formula yet"}
              </span>
            </span>
            <span className="text-note text-soft">
              {day.ended ? "done" : day.begun ? "under way" : day.planned ? "planned" : "not planned yet"}
            </span>
            {day.planned && !day.ended && (
              <Link to={`/bake-day/${day.id}/run`} className={`btn ${day.begun ? "" : "btn-quiet"}`}>
                {day.begun ? "Go on" : "Begin"}
              </Link>
            )}
          </li>
        ))}
      </ul>
      <NewDay open={making} onOpenChange={setMaking} />
    </div>
  );
}
