import { memo, useState } from "react";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { count, grams, kcal, lineCount, money, plural, today, unreadLines } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { Problem } from "@/domain/problem";
import { useDayWrites } from "@/features/today/useDay";
import { Band } from "@/ui/Band";
import { Slab } from "@/ui/Slab";
import { useNotice } from "@/ui/Toast";

type Figures = Schemas["FiguresView"];

const CARBOHYDRATE: Record<string, string> = {
  available: "Carbohydrate",
  net: "Net carbohydrate",
  net_of_polyols: "Net carbohydrate",
  us_total: "Total carbohydrate",
};

const ROWS = [
  ["fat_g", "Fat"],
  ["carbohydrate_g", ""],
  ["saturates_g", "saturates"],
  ["sugars_g", "sugars"],
  ["fibre_g", "Fibre"],
  ["salt_g", "Salt"],
  ["polyols_g", "Polyols"],
] as const;

interface PieceCardProps {
  worked: Schemas["EvaluatedView"];
  school: string;
  fitting: Schemas["Fitting"] | null;
  store: DraftStore;
}

/** One piece: its slab, what it costs and brings, and the button that adds it to today. */
export const PieceCard = memo(function PieceCard({ worked, school, fitting, store }: PieceCardProps) {
  const { piece, piece_count: pieces, unread, production: made } = worked;
  const [wanted, setWanted] = useState("1");
  const writes = useDayWrites(today());
  const laying = writes.layingPieces;
  const tell = useNotice();
  const number = parseNumber(wanted);
  // Anything else than a number is read by the server: "45 g", "a quarter of the whole".
  const usable = Number.isNaN(number) ? wanted.trim() !== "" : number > 0 && number <= 100;

  async function lay() {
    try {
      await store.flush();
      writes.layPieces(store.id, store.state.draft.name, wanted.trim().replace(/^(\d+),(\d+)$/, "$1.$2"));
    } catch (error) {
      tell(error instanceof Problem ? error.detail : String(error));
    }
  }

  return (
    <aside className="card p-4" aria-labelledby="piece-title">
      <h2 id="piece-title" className="sr-only">
        One piece
      </h2>
      <div className="flex items-end gap-4">
        <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} />
        <div className="min-w-0">
          <div className="figure text-[34px] leading-none" data-piece-kcal>
            <Least figures={piece} name="energy_kcal" />
            {kcal(piece.energy_kcal)}
            <span className="text-[21px]">
              <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} />
            </span>{" "}
            <span className="text-[16px] font-medium">kcal</span>
          </div>
          <div className="figure mt-1 text-[24px] leading-tight text-protein-ink" data-piece-protein>
            <Least figures={piece} name="protein_g" />
            {grams(piece.protein_g)}
            <span className="text-[19px]">
              <Band sd={piece.sd.protein_g} of={piece.protein_g} unit="g" />
            </span>{" "}
            g <span className="text-[14px] font-medium">protein</span>
          </div>
          <div className="text-soft">
            one of {count(pieces)} · {grams(piece.mass_g)}
            <Band sd={piece.sd.mass_g} of={piece.mass_g} unit="g" /> g {made.loss_share > 0 ? "baked" : "of dough"}
          </div>
        </div>
      </div>
      {worked.plain_energy_kcal !== null && (
        <p className="mt-2 text-[14px]">
          Without what is optional: <b>{kcal(worked.plain_energy_kcal)} kcal</b>,{" "}
          <b className="text-protein-ink">{grams(worked.plain_protein_g ?? 0)} g protein</b>
        </p>
      )}
      {unread.length > 0 && (
        <div className="mt-3 border-l-4 border-caution bg-caution-ground px-3 py-2 text-[14px]" role="status">
          <b>{unreadLines(unread.length)}</b>, and the figures are without {unread.length === 1 ? "it" : "them"}:{" "}
          {unread.slice(0, 4).join("; ")}
          {unread.length > 4 && " …"}
        </div>
      )}
      <dl className="mt-3 grid grid-cols-[0.85fr_1.15fr] gap-x-4 text-[13.5px]">
        {ROWS.filter(([name]) => name !== "polyols_g" || piece.polyols_g > 0).map(([name, label]) => (
          <div
            key={name}
            className="flex flex-wrap items-baseline justify-between gap-x-2 border-b border-rim py-[4px] whitespace-nowrap"
          >
            <dt className={label === "saturates" || label === "sugars" ? "pl-2 text-soft" : ""}>
              {label || CARBOHYDRATE[school]}
            </dt>
            <dd>
              <Least figures={piece} name={name} />
              {grams(piece[name])}
              <Band sd={piece.sd[name]} of={piece[name]} unit="g" /> g
            </dd>
          </div>
        ))}
      </dl>
      <form
        className="mt-3 flex flex-wrap items-center gap-2 border-t border-rim pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (usable) void lay();
        }}
      >
        <label htmlFor="pieces-wanted">Pieces</label>
        <input
          id="pieces-wanted"
          className="field !w-[110px] text-right"
          title="2, ½, 45 g, or a quarter of the whole"
          maxLength={60}
          value={wanted}
          aria-invalid={!usable}
          onChange={(event) => setWanted(event.target.value)}
        />
        <button type="submit" className="btn" disabled={!usable || laying || piece.mass_g <= 0}>
          {laying ? "Adding …" : "Add to today"}
        </button>
        {made.small_g > 0 && (
          <button type="button" className="btn btn-quiet" onClick={() => setWanted(`${made.small_g.toFixed(1)} g`)}>
            A sample
          </button>
        )}
        <span className={wanted === "1" ? "sr-only" : "w-full text-[14px] text-soft"}>
          {usable && !Number.isNaN(number)
            ? `${count(number)} ${plural(number, "piece")}: ${kcal(number * piece.energy_kcal)} kcal, ${grams(number * piece.protein_g)} g protein`
            : Number.isNaN(number)
              ? "A number of pieces, 45 g, or a quarter of the whole."
              : "From a part of a piece to 100."}
          {fitting && (fitting.piece_count > 0 ? ` · ${count(fitting.piece_count)} would fit` : " · none fits today")}
        </span>
      </form>
    </aside>
  );
});

/** What else there is to say of a piece: its batch, other numbers of pieces, what it costs, its protein by quality. */
export const PieceMore = memo(function PieceMore({ worked, currency, store }: PieceMoreProps) {
  const { batch, production: made } = worked;
  return (
    <section className="card p-4" aria-label="The batch">
      <p className="text-[14px] text-soft">
        Whole batch: {grams(batch.mass_g)}
        <Band sd={batch.sd.mass_g} of={batch.mass_g} unit="g" /> g · {kcal(batch.energy_kcal)}
        <Band sd={batch.sd.energy_kcal} of={batch.energy_kcal} /> kcal · {grams(batch.protein_g)}
        <Band sd={batch.sd.protein_g} of={batch.protein_g} unit="g" /> g protein
      </p>
      <Alternatives made={made} store={store} />
      {worked.cost && worked.cost.piece_cost >= 0.005 && <Costs cost={worked.cost} currency={currency} />}
      <Quality quality={worked.quality} />
    </section>
  );
});

interface PieceMoreProps {
  worked: Schemas["EvaluatedView"];
  currency: string;
  store: DraftStore;
}

/** The same batch in more or fewer pieces; a press makes it so where pieces are counted. */
function Alternatives({ made, store }: { made: Schemas["ProductionView"]; store: DraftStore }) {
  if (!made.alternatives.length || made.baked_g <= 0) return null;
  return (
    <ul className="mt-2 flex flex-wrap gap-1 text-[13px]" aria-label="In other numbers of pieces">
      {made.alternatives.map((other) => (
        <li key={other.count}>
          <button
            type="button"
            className="rounded border border-rim px-[6px] py-[1px] text-soft hover:bg-sunk"
            title={`${grams(other.baked_g)} g and ${grams(other.protein_g)} g protein each`}
            onClick={() =>
              store.edit((draft) => ({
                ...draft,
                pieces: other.count,
                production: { ...draft.production, by: "count", made_count: null },
              }))
            }
          >
            at {other.count}: <b className="text-ink">{kcal(other.energy_kcal)}</b> kcal
          </button>
        </li>
      ))}
    </ul>
  );
}

/** What a piece costs, only where every line has a price; else what is sure of it. */
function Costs({ cost, currency }: { cost: Schemas["Cost"]; currency: string }) {
  return (
    <p className="mt-1 text-[14px]" data-cost>
      Costs {cost.at_least && "at least "}
      <b>{money(cost.piece_cost, currency)}</b> a piece{" "}
      <span className="text-soft">
        · batch {money(cost.batch_cost, currency)}
        {cost.unpriced.length > 0 && (
          <span title={cost.unpriced.join("\n")}> · no price for {lineCount(cost.unpriced.length)}</span>
        )}
      </span>
    </p>
  );
}

/** Protein weighed by its quality, a second figure under the one on the label. */
function Quality({ quality }: { quality: Schemas["ProteinQuality"] }) {
  if (!quality.sources.length) return null;
  const known = quality.unknown_g < 0.05;
  return (
    <details className="mt-2 border-t border-rim pt-2 text-[14px]">
      <summary className="flex cursor-pointer justify-between">
        <span className="text-protein-ink">Protein by its quality</span>
        <span>
          {!known && <span className="text-[13px]">at least </span>}
          {grams(quality.counts_g)} g
        </span>
      </summary>
      <table className="mt-1 w-full text-[13px] text-soft">
        <tbody>
          {quality.sources.map((source) => (
            <tr key={source.protein}>
              <th scope="row" className="text-left font-normal">
                {source.protein}
              </th>
              <td className="text-right">
                {grams(source.protein_g)} g, {source.score === 0 ? "none of it counts" : `× ${source.score}`}
              </td>
            </tr>
          ))}
          {!known && (
            <tr>
              <th scope="row" className="text-left font-normal">
                foods without a score
              </th>
              <td className="text-right">{grams(quality.unknown_g)} g</td>
            </tr>
          )}
        </tbody>
      </table>
      <p className="text-[13px] text-soft">
        By digestible indispensable amino acids (FAO 2013). A mix may count for more: proteins make up for each other.
      </p>
    </details>
  );
}

function Least({ figures, name }: { figures: Figures; name: string }) {
  const least = figures.at_least.includes(name);
  return least ? <span className="text-[13px] font-medium">at least </span> : null;
}
