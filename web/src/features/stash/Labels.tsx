import { useQuery } from "@tanstack/react-query";
import { FileDown, Printer } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { stashQuery } from "@/api/queries";
import { count, grams, kcal, longDate } from "@/domain/format";
import { allLying, dueWord, keyOf, type Lying } from "@/domain/stash";
import { Pending } from "@/features/common/Pending";
import { Band } from "@/ui/Band";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import { usePersistedText } from "@/ui/usePersistedText";
import { useTitle } from "@/ui/useTitle";

const PAPERS = [
  ["A4", "A4"],
  ["Letter", "Letter"],
] as const;

/** Labels of what is kept: chosen, seen as they print, sent to paper or taken as PDF. */
export default function Labels() {
  useTitle("Labels");
  const query = useQuery(stashQuery);
  const [counts, setCounts] = useState<Record<string, number>>({});
  const [kept, setPaper] = usePersistedText("paper");
  const paper = kept === "Letter" ? "Letter" : "A4";
  const all = query.data ? allLying(query.data) : [];
  const wanted = all.map((lying) => [lying, counts[keyOf(lying)] ?? 0] as const).filter(([, many]) => many > 0);
  const address = new URLSearchParams({ paper, zone: Intl.DateTimeFormat().resolvedOptions().timeZone });
  for (const [{ batch, position }, many] of wanted)
    address.append("label", `${batch.id}.${position.lot}.${position.shelf_id}.${many}`);
  const labels = wanted.reduce((sum, [, many]) => sum + many, 0);
  return (
    <div className="mx-auto max-w-310">
      <style>{`@page { size: ${paper}; margin: 10mm; }`}</style>
      <header className="no-print flex flex-wrap items-center gap-x-3 gap-y-2">
        <h1>Labels</h1>
        <Link to="/stash" className="btn btn-bare">
          To the stash
        </Link>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          <Select label="Paper" value={paper} options={PAPERS} onChange={setPaper} />
          <button type="button" className="btn btn-quiet" disabled={!labels} onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print
          </button>
          {labels > 0 && (
            <a className="btn" href={`/api/v1/stash/labels.pdf?${address}`} target="_blank" rel="noreferrer">
              <FileDown size={16} aria-hidden /> PDF of {labels}
            </a>
          )}
        </span>
      </header>
      <Pending query={query} words="Looking at the shelves …" />
      {query.data && all.length === 0 && (
        <p className="mt-3 text-soft">Nothing is kept, so there is nothing to label.</p>
      )}
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[360px_minmax(0,1fr)]">
        <section className="card no-print grid gap-2.5 p-4" aria-label="How many labels">
          {all.map((lying) => (
            <div key={keyOf(lying)}>
              <NumberField
                label={`${lying.batch.name}, ${lying.shelf.name}`}
                unit=""
                value={counts[keyOf(lying)] ?? 0}
                most={100}
                onChange={(many) => setCounts((now) => ({ ...now, [keyOf(lying)]: Math.round(many ?? 0) }))}
              />
              <button
                type="button"
                className="btn btn-bare"
                onClick={() => setCounts((now) => ({ ...now, [keyOf(lying)]: Math.ceil(lying.position.piece_count) }))}
              >
                One for each of the {count(lying.position.piece_count)}
              </button>
            </div>
          ))}
        </section>
        <section aria-label="As they print" className="grid grid-cols-2 gap-2 max-sm:grid-cols-1 print:gap-0">
          {wanted.flatMap(([lying, many]) =>
            Array.from({ length: many }, (_, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: labels of one position are alike
              <PieceLabel key={`${keyOf(lying)} ${place}`} lying={lying} now={query.data?.now ?? ""} />
            )),
          )}
          {!labels && <p className="no-print text-soft">Say how many, and they stand here as they print.</p>}
        </section>
      </div>
    </div>
  );
}

function PieceLabel({ lying: { batch, position }, now }: { lying: Lying; now: string }) {
  const { figures } = position;
  return (
    <article className="card break-inside-avoid rounded-none p-3 text-small">
      <h2>{batch.name}</h2>
      <p className="text-base font-semibold">
        {position.for_taste ? "Best before" : "Eat by"} {longDate(position.eat_by)}
        <span className="sr-only"> ({dueWord(position.eat_by, now)})</span>
      </p>
      <p className="text-soft">
        Made {longDate(batch.made_at)}. {position.for_taste ? `Thaw ${batch.thaw}.` : ""}
      </p>
      <p>
        {grams(figures.mass_g)} g: {kcal(figures.energy_kcal)}
        <Band sd={figures.sd.energy_kcal} of={figures.energy_kcal} /> kcal, {grams(figures.protein_g)}
        <Band sd={figures.sd.protein_g} of={figures.protein_g} unit="g" /> g protein, {grams(figures.carbohydrate_g)} g
        carbohydrate, {grams(figures.fat_g)} g fat
      </p>
      <p className="font-semibold">
        {batch.contains.length > 0 && `Contains ${batch.contains.join(", ")}. `}
        {batch.may_contain.length > 0 && `May contain ${batch.may_contain.join(", ")}.`}
      </p>
    </article>
  );
}
