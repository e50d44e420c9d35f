import { memo } from "react";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { count, grams, kcal, unreadLines } from "@/domain/format";
import { useFigureTitle } from "@/features/common/useFigureTitle";
import { Band } from "@/ui/Band";
import { Slab } from "@/ui/Slab";
import { AddToToday } from "./AddToToday";

type Figures = Schemas["FiguresView"];

/** In two columns, so that a part stands below what it is a part of. */
const FIGURES = ["fat_g", "carbohydrate_g", "saturates_g", "sugars_g", "fibre_g", "salt_g", "polyols_g"] as const;
const PARTS: readonly string[] = ["saturates_g", "sugars_g"];

interface PieceCardProps {
  worked: Schemas["EvaluatedView"];
  /** What the person's own carbohydrate is called. */
  carbohydrate: string;
  fitting: Schemas["Fitting"] | null;
  store: DraftStore;
}

/** One piece: its slab, what it costs and brings, and the button that adds it to today. */
export const PieceCard = memo(function PieceCard({ worked, carbohydrate, fitting, store }: PieceCardProps) {
  const title = useFigureTitle();
  const { piece, piece_count: pieces, unread, production: made } = worked;
  return (
    <aside className="card p-4" aria-labelledby="piece-title">
      <h2 id="piece-title" className="sr-only">
        One piece
      </h2>
      <div className="flex items-end gap-4">
        <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} />
        <div className="min-w-0">
          <div className="figure text-grand leading-none" data-piece-kcal>
            <Least figures={piece} name="energy_kcal" />
            {kcal(piece.energy_kcal)}
            <span className="text-title">
              <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} />
            </span>{" "}
            <span className="text-lead font-medium">kcal</span>
          </div>
          <div className="figure mt-1 text-figure leading-tight text-protein-ink" data-piece-protein>
            <Least figures={piece} name="protein_g" />
            {grams(piece.protein_g)}
            <span className="text-title">
              <Band sd={piece.sd.protein_g} of={piece.protein_g} unit="g" />
            </span>{" "}
            g <span className="text-note font-medium">protein</span>
          </div>
          <div className="text-soft">
            one of {count(pieces)} · {grams(piece.mass_g)}
            <Band sd={piece.sd.mass_g} of={piece.mass_g} unit="g" /> g {made.loss_share > 0 ? "baked" : "of dough"}
          </div>
        </div>
      </div>
      {worked.plain_energy_kcal !== null && (
        <p className="mt-2 text-note">
          Without what is optional: <b>{kcal(worked.plain_energy_kcal)} kcal</b>,{" "}
          <b className="text-protein-ink">{grams(worked.plain_protein_g ?? 0)} g protein</b>
        </p>
      )}
      {unread.length > 0 && (
        <div className="mt-3 border-l-4 border-caution bg-caution-ground px-3 py-2 text-note" role="status">
          <b>{unreadLines(unread.length)}</b>, and the figures are without {unread.length === 1 ? "it" : "them"}:{" "}
          {unread.slice(0, 4).join("; ")}
          {unread.length > 4 && " …"}
        </div>
      )}
      <dl className="mt-3 grid grid-cols-[0.85fr_1.15fr] gap-x-4 text-small">
        {FIGURES.filter((name) => name !== "polyols_g" || piece.polyols_g > 0).map((name) => (
          <div
            key={name}
            className="flex flex-wrap items-baseline justify-between gap-x-2 border-b border-rim py-1 whitespace-nowrap"
          >
            <dt className={PARTS.includes(name) ? "pl-2 text-soft lowercase" : ""}>
              {name === "carbohydrate_g" ? carbohydrate : title(name)}
            </dt>
            <dd>
              <Least figures={piece} name={name} />
              {grams(piece[name])}
              <Band sd={piece.sd[name]} of={piece[name]} unit="g" /> g
            </dd>
          </div>
        ))}
      </dl>
      {/* Below that width it stands in the line that stays in sight. */}
      <div className="max-lg:hidden">
        <AddToToday worked={worked} store={store} fitting={fitting} />
      </div>
      <Alternatives made={made} store={store} />
    </aside>
  );
});

/** The same batch in more or fewer pieces; a press makes it so where pieces are counted. */
function Alternatives({ made, store }: { made: Schemas["ProductionView"]; store: DraftStore }) {
  if (!made.alternatives.length || made.baked_g <= 0) return null;
  return (
    <ul className="mt-2 flex flex-wrap gap-1 text-small" aria-label="In other numbers of pieces">
      {made.alternatives.map((other) => (
        <li key={other.count}>
          <button
            type="button"
            className="rounded border border-rim px-1.5 py-px text-soft hover:bg-sunk"
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

function Least({ figures, name }: { figures: Figures; name: string }) {
  const least = figures.at_least.includes(name);
  return least ? <span className="text-small font-medium">at least </span> : null;
}
