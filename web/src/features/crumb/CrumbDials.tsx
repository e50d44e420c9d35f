import type { Schemas } from "@/api/types";
import { DialTrack, dialValue } from "@/ui/DialTrack";

/** The crumb of what is in the bowl now: its dials, and why one is out. */
export function CrumbDials({ check }: { check: Schemas["CrumbCheck"] }) {
  const shown = check.dials.filter((dial) => dial.value !== null && dial.low !== null);
  const off = shown.filter((dial) => dial.verdict !== "fits");
  if (!shown.length) return null;
  return (
    <section className="card p-4" aria-labelledby="bowl-crumb-title">
      <h2 id="bowl-crumb-title">The dough as made</h2>
      {check.state && <p className="mt-1 text-note">{check.state.sentence}</p>}
      <ul className="mt-2 grid gap-1.5 text-note">
        {shown.map((dial) => (
          <li key={dial.name} className="grid grid-cols-[minmax(0,1fr)_110px_64px] items-center gap-2">
            <span>{dial.title}</span>
            <DialTrack dial={dial} />
            <b className={`text-right ${dial.verdict === "fits" ? "" : "text-caution"}`}>{dialValue(dial)}</b>
          </li>
        ))}
      </ul>
      {off.map((dial) => (
        <p key={dial.name} className="mt-2 border-l-4 border-caution bg-caution-ground px-3 py-2 text-note">
          <b>{dial.title}.</b> {dial.reason}
        </p>
      ))}
    </section>
  );
}
