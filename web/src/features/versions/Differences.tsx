import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { differenceQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { Select } from "@/ui/Select";
import { versionName } from "./versionName";

/** What differs between any two, in words and in figures. */
export function Differences({ view, id }: { view: Schemas["VersionsView"]; id: string }) {
  const oldest = view.versions.at(-1)?.number ?? 0;
  const [was, setWas] = useState(String(oldest));
  const [now, setNow] = useState("0");
  const query = useQuery({
    ...differenceQuery(id, Number(was), Number(now), view.versions[0]?.kept_at),
    enabled: view.versions.length > 1 && was !== now,
  });
  if (view.versions.length < 2) return null;
  const options = view.versions.map(
    (version) =>
      [String(version.number), `${version.number ? `${version.number} · ` : ""}${versionName(version)}`] as const,
  );
  return (
    <section className="card p-4" aria-labelledby="differs-title">
      <h2 id="differs-title">What differs</h2>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <span>from</span>
        <Select label="From" value={was} options={options} onChange={(value) => setWas(value || "0")} />
        <span>to</span>
        <Select label="To" value={now} options={options} onChange={(value) => setNow(value || "0")} />
      </div>
      {was === now && <p className="mt-2 text-soft">Choose two.</p>}
      {query.data && was !== now && (
        <>
          <p className="mt-2 font-semibold" data-difference>
            {query.data.figures[0]?.toUpperCase()}
            {query.data.figures.slice(1)} a piece
          </p>
          {query.data.mouth.length > 0 && <p className="text-note">In the mouth: {query.data.mouth.join(", ")}.</p>}
          <p className="text-note text-soft">
            {kcal(query.data.was.piece.energy_kcal)} → {kcal(query.data.now.piece.energy_kcal)} kcal,{" "}
            {grams(query.data.was.piece.protein_g)} → {grams(query.data.now.piece.protein_g)} g protein
          </p>
          <ul className="mt-2 grid gap-0.5 text-note">
            {query.data.words.map((words) => (
              <li key={words}>{words}</li>
            ))}
            {!query.data.words.length && <li className="text-soft">No line differs.</li>}
          </ul>
        </>
      )}
    </section>
  );
}
