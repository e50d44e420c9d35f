import { TriangleAlert } from "lucide-react";
import type { Schemas } from "@/api/types";
import { alertsByPerson } from "@/domain/alerts";

/** Who must not get this, and why; nothing when nobody is to be looked out for. */
export function DietAlerts({ alarms }: { alarms: readonly Schemas["DietAlert"][] | undefined }) {
  if (!alarms?.length) return null;
  return (
    <span className="block text-small" data-alarms>
      {alertsByPerson(alarms).map(({ person, words, stop }) => (
        <span key={person} className={`mr-3 inline-block ${stop ? "text-stop" : "text-caution"}`}>
          <TriangleAlert size={13} aria-hidden className="mr-1 inline align-[-2px]" />
          <b>{person}:</b> {words}
        </span>
      ))}
    </span>
  );
}
