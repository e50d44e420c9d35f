import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { grams, kcal, lineCount, money } from "@/domain/format";
import { Band } from "@/ui/Band";
import { useDraft } from "@/ui/useDraft";
import { ClaimsCard } from "./ClaimsCard";
import { PrintedLabel } from "./PrintedLabel";
import { ProteinQuality } from "./ProteinQuality";
import { StatedCard } from "./StatedCard";

interface LabelTabProps {
  worked: Schemas["EvaluatedView"];
  analysis: Schemas["AnalysisView"];
  currency: string;
  store: DraftStore;
}

/** What may be said of a piece: its name for the law, what is in it, what it costs, and a label to print. */
export default function LabelTab({ worked, analysis, currency, store }: LabelTabProps) {
  const reference = useDraft(store, (state) => state.draft.classic);
  return (
    <div className="mt-3 grid items-start gap-5 lg:grid-cols-2">
      <div className="grid gap-4">
        <PrintedLabel worked={worked} analysis={analysis} store={store} />
        <Batch worked={worked} currency={currency} />
      </div>
      <div className="grid gap-4">
        <StatedCard stated={analysis.stated} called={analysis.called} />
        <ClaimsCard
          claims={analysis.claims}
          words={analysis.words}
          piece={worked.piece}
          baked={worked.production.loss_share > 0}
          reference={reference}
          store={store}
        />
        <Contents contents={worked.allergens} />
        <Keeping keeping={analysis.keeping} />
      </div>
    </div>
  );
}

/** The whole batch, what it costs, and its protein by quality. */
function Batch({ worked, currency }: { worked: Schemas["EvaluatedView"]; currency: string }) {
  const { batch, cost } = worked;
  return (
    <section className="card p-4 print:hidden" aria-labelledby="batch-title">
      <h2 id="batch-title">The batch</h2>
      <p className="text-note text-soft">
        {grams(batch.mass_g)}
        <Band sd={batch.sd.mass_g} of={batch.mass_g} unit="g" /> g · {kcal(batch.energy_kcal)}
        <Band sd={batch.sd.energy_kcal} of={batch.energy_kcal} /> kcal · {grams(batch.protein_g)}
        <Band sd={batch.sd.protein_g} of={batch.protein_g} unit="g" /> g protein
      </p>
      {cost ? (
        <p className="mt-1 text-note" data-cost>
          Costs {cost.at_least && "at least "}
          <b>{money(cost.piece_cost, currency)}</b> a piece{" "}
          <span className="text-soft">
            · batch {money(cost.batch_cost, currency)}
            {cost.unpriced.length > 0 && (
              <span title={cost.unpriced.join("\n")}> · no price for {lineCount(cost.unpriced.length)}</span>
            )}
          </span>
        </p>
      ) : (
        <p className="mt-1 text-note text-soft">No line has a price yet; the Cupboard takes them.</p>
      )}
      <ProteinQuality quality={worked.quality} />
    </section>
  );
}

/** How long it keeps, and where; what is made of it counts its own days in the Stash. */
function Keeping({ keeping }: { keeping: Schemas["KeepingView"] }) {
  return (
    <section className="card p-4 text-note print:hidden" aria-labelledby="keeping-title">
      <h2 id="keeping-title">Keeping</h2>
      <p className="first-letter:uppercase">{keeping.is_what}. The careful time first:</p>
      <ul className="list-disc pl-5">
        {keeping.places.map((place) => (
          <li key={place}>{place}</li>
        ))}
      </ul>
      <p>
        Thaw {keeping.thaw}. {keeping.best} Travels {keeping.travels}.
      </p>
      <p className="text-small text-soft">From: {keeping.source}.</p>
    </section>
  );
}

/** Allergens and diets with the lines that bring or break each. */
function Contents({ contents }: { contents: Schemas["Allergens"] }) {
  const unknown = contents.unknown_lines;
  return (
    <section className="card p-4 text-note print:hidden" aria-labelledby="contents-title">
      <h2 id="contents-title">What is in it</h2>
      <Rows title="Contains" rows={contents.contains} />
      <Rows title="May contain, by the packs" rows={contents.may_contain} />
      <Rows title="Is not" rows={contents.diets_broken} />
      {unknown.length > 0 && <Rows title="Unknown" rows={[{ name: "not all known", lines: unknown }]} />}
      {contents.diets_kept.length > 0 && <p>It is {contents.diets_kept.join(", ")}.</p>}
      <p className="text-small text-soft">
        Told by the lines, as the ingredients are made up; traces (“may contain”) only where a product’s label says so.
        Ask whoever has an allergy, and read the packs.
      </p>
    </section>
  );
}

function Rows({ title, rows }: { title: string; rows: readonly Schemas["Causes"][] }) {
  if (!rows.length) return null;
  return (
    <dl className="mb-2" aria-label={title}>
      <dt className="font-semibold">{title}</dt>
      {rows.map((row) => (
        <dd key={row.name} className="grid grid-cols-[110px_1fr] gap-2 border-b border-rim py-1">
          <span>{row.name}</span>
          <span className="text-soft">{row.lines.join("; ")}</span>
        </dd>
      ))}
    </dl>
  );
}
