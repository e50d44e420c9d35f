import { X } from "lucide-react";
import { grams, kcal, longDate } from "@/domain/format";
import type { usePlan } from "./usePlan";

/** Every set of targets with the day from which it holds, the latest first; those to come among them. */
export function TargetHistory({ plan, day }: { plan: ReturnType<typeof usePlan>; day: string }) {
  const data = plan.query.data;
  if (!data) return null;
  const names = new Map(data.day_types.map(({ slug, name }) => [slug, name]));
  const inForce = data.targets.find((each) => each.from_day <= day)?.from_day;
  if (data.targets.length === 0) return <p className="text-soft">No targets yet.</p>;
  return (
    <ul className="grid gap-2">
      {data.targets.map((set) => (
        <li key={set.from_day} className="flex items-start gap-3 border-b border-rim pb-2">
          <div className="flex-1">
            <b>
              From {longDate(set.from_day)} {set.from_day.slice(0, 4)}
            </b>
            {set.name && `, ${set.name}`}
            <span className="text-soft">
              {set.from_day > day ? " · to come" : set.from_day === inForce ? " · in force" : ""}
            </span>
            {Object.entries(set.by_type).map(([slug, targets]) => (
              <div key={slug} className="text-soft">
                {names.get(slug) ?? slug}: {kcal(targets.energy_kcal)} kcal, {grams(targets.protein_g)} g protein
                {targets.fibre_g != null && `, ${grams(targets.fibre_g)} g fibre`}
              </div>
            ))}
            {set.caution && <p className="text-note text-caution">{set.caution}</p>}
          </div>
          <button
            type="button"
            className="btn btn-bare text-soft"
            aria-label={`Take away the targets from ${longDate(set.from_day)}`}
            onClick={() => plan.removeTargets.mutate(set)}
          >
            <X size={16} aria-hidden />
          </button>
        </li>
      ))}
    </ul>
  );
}
