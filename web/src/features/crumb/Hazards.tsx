import type { Schemas } from "@/api/types";

/** Hazards of this formula, quietly, each with its reason. */
export function Hazards({ hazards }: { hazards: readonly Schemas["Hazard"][] }) {
  if (!hazards.length) return null;
  return (
    <details className="mt-3 px-2 text-note text-soft">
      <summary className="cursor-pointer">
        <b className="text-ink">Cautions:</b> {hazards.map((hazard) => hazard.name).join(", ")}
      </summary>
      <ul className="mt-1 grid gap-1">
        {hazards.map((hazard) => (
          <li key={hazard.name}>
            <b className="text-ink">{hazard.sentence}</b> {hazard.reason}
            {hazard.lines.length > 0 && ` (${hazard.lines.join("; ")})`}
          </li>
        ))}
        <li>Local rules, doctors and dietitians go before what is said here.</li>
      </ul>
    </details>
  );
}
