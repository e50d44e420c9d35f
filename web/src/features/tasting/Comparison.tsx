import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { comparisonQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { count, grams, kcal } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { Band } from "@/ui/Band";
import { useTitle } from "@/ui/useTitle";

/** Two to four batches: what tastings tell, each mark on its line, and what differed as made. */
export default function Comparison() {
  useTitle("Compared");
  const [search] = useSearchParams();
  const batches = search.getAll("batch");
  const [versions, setVersions] = useState(false);
  const query = useQuery({
    ...comparisonQuery(batches, versions ? "version" : "batch"),
    enabled: batches.length > 0,
    retry: false,
  });
  const view = query.data;
  return (
    <div className="mx-auto max-w-310">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <h1>Compared</h1>
        <Link to="/tastings" className="btn btn-bare">
          All tastings
        </Link>
        <label className="ml-auto flex items-center gap-2 text-note">
          <input type="checkbox" checked={versions} onChange={(event) => setVersions(event.target.checked)} />
          All batches of their versions
        </label>
        <Link className="btn btn-quiet" to={`/tastings?${batches.map((id) => `batch=${id}`).join("&")}`}>
          Taste them
        </Link>
      </header>
      {batches.length === 0 && <p className="mt-3 text-soft">Choose two batches at a tasting, or in a formula.</p>}
      <Pending query={query} words="Comparing …" />
      {view && (
        <>
          <p className="mt-1 text-lead first-letter:uppercase" data-finding>
            {view.sentence}
          </p>
          <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1fr)_400px]">
            {view.poles.length > 0 && <Poles poles={view.poles} sentence={view.sentence} />}
            <AsMade batches={view.batches} />
          </div>
        </>
      )}
    </div>
  );
}

/** A row a pole: the marks of each batch as ticks on one line, the median a thicker one. */
function Poles({ poles, sentence }: { poles: Schemas["ComparedPole"][]; sentence: string }) {
  return (
    <section className="card p-4" aria-label="What was said">
      {poles.map(({ pole, finding, told, marks }) => (
        <div key={pole.name} className="border-t border-rim py-3 first:border-t-0 first:pt-0">
          <h2 className="text-base">{pole.question}</h2>
          <div className="mt-1.5 grid grid-cols-[minmax(90px,210px)_minmax(0,1fr)] items-center gap-x-3 gap-y-1.5">
            {marks.map((each) => (
              <MarkLine key={each.label} marks={each} pole={pole} />
            ))}
            <span />
            <span className="flex justify-between text-small text-soft">
              <span>{pole.low}</span>
              <span>{pole.high}</span>
            </span>
          </div>
          {finding !== sentence && (
            <p className={`mt-1 text-note first-letter:uppercase ${told ? "font-semibold" : "text-soft"}`}>{finding}</p>
          )}
        </div>
      ))}
    </section>
  );
}

const at = (score: number) => `${((score - 1) / 4) * 100}%`;

function MarkLine({ marks, pole }: { marks: Schemas["ComparedMarks"]; pole: Schemas["PoleView"] }) {
  const words = `${marks.scores.length} ${marks.scores.length === 1 ? "mark" : "marks"}, from ${pole.low} to ${pole.high}; the middle one at ${Math.round(((marks.median_score - 1) / 4) * 100)} % of the way`;
  return (
    <>
      <span className="text-note">{marks.label}</span>
      <span
        role="img"
        aria-label={`${marks.label}: ${words}`}
        className="relative mx-2 block h-5 border-b-2 border-rim"
      >
        {marks.scores.map((score, place) => (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: marks are alike, their place is all there is
            key={place}
            className="absolute bottom-0 block h-3.5 w-0.5 bg-ink"
            style={{ left: `calc(${at(score)} + ${(place - (marks.scores.length - 1) / 2) * 3}px)` }}
          />
        ))}
        <span
          className="absolute -bottom-1 block h-2 w-3 -translate-x-1/2 rounded-sm bg-protein"
          style={{ left: at(marks.median_score) }}
        />
      </span>
    </>
  );
}

function AsMade({ batches }: { batches: Schemas["ComparedBatch"][] }) {
  return (
    <section className="card grid gap-3 p-4" aria-labelledby="as-made">
      <h2 id="as-made">As they were made</h2>
      {batches.map((batch, place) => (
        <div key={batch.batch_id} className="border-t border-rim pt-3">
          <Link to={`/batches/${batch.batch_id}`} className="font-semibold hover:underline">
            {batch.label}
          </Link>
          <p className="text-note">
            {kcal(batch.piece.energy_kcal)}
            <Band sd={batch.piece.sd.energy_kcal} of={batch.piece.energy_kcal} /> kcal,{" "}
            <span className="text-protein-ink">{grams(batch.piece.protein_g)} g protein</span> a piece
            {batch.oven_c !== null && ` · ${Math.round(batch.oven_c)} °C`}
            {batch.took_min !== null && ` · ${count(batch.took_min)} min`}
          </p>
          {place > 0 && (
            <ul className="mt-1 list-disc pl-5 text-note">
              {batch.differs.map((words) => (
                <li key={words}>{words}</li>
              ))}
              {batch.differs.length === 0 && <li className="list-none text-soft">The same lines as the first.</li>}
            </ul>
          )}
          {batch.said.length > 0 && <p className="text-note text-soft">{batch.said.join(" · ")}</p>}
          {batch.words.length > 0 && <p className="text-note">{batch.words.join(", ")}</p>}
          {batch.note && <p className="text-note">“{batch.note}”</p>}
        </div>
      ))}
    </section>
  );
}
