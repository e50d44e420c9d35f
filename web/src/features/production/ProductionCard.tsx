import { useQuery } from "@tanstack/react-query";
import { kitchenQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import type { ProductionSettings } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { count, grams, plural } from "@/domain/format";
import { Band } from "@/ui/Band";
import { useDraft } from "@/ui/useDraft";
import { BakedSection } from "./BakedSection";
import { minutes, OvenSection } from "./OvenSection";
import { PiecesSection } from "./PiecesSection";
import { TinsSection } from "./TinsSection";

type Made = Schemas["ProductionView"];

interface ProductionCardProps {
  store: DraftStore;
  made: Made;
  layers: Schemas["Layers"];
}

/** From dough to pieces: how it is parted, in which tins, what baking takes, and when to look. */
export function ProductionCard({ store, made, layers }: ProductionCardProps) {
  const kitchen = useQuery(kitchenQuery);
  const making = useDraft(store, (state) => state.draft.production);
  const family = useDraft(store, (state) => state.draft.family);
  const change = (to: Partial<ProductionSettings>, merge = "making") =>
    store.edit((draft) => ({ ...draft, production: { ...draft.production, ...to } }), merge);
  const all = kitchen.data?.tins ?? [];
  const named = new Map(all.map((tin) => [tin.id, tin]));

  const section = { making, made, change };

  return (
    <details className="card mt-4 px-4 py-3" data-making>
      <summary className="cursor-pointer">
        <h2 className="inline">Pieces, tin and oven</h2>
        <span className="mt-1 block text-note text-soft">{inWords(made, making, named)}</span>
      </summary>
      {made.problems.map((problem) => (
        <p key={problem} role="alert" className="mt-2 border-l-4 border-stop px-3 text-stop">
          {problem}
        </p>
      ))}
      <div className="mt-3 grid gap-x-8 gap-y-4 md:grid-cols-2">
        <PiecesSection {...section} />
        <TinsSection {...section} tins={all} layers={layers} />
        <BakedSection {...section} />
        <OvenSection
          {...section}
          family={family}
          usual={kitchen.data?.settings.oven ?? "oven"}
          ovens={kitchen.data?.ovens ?? []}
        />
      </div>
    </details>
  );
}

function inWords(
  made: Made,
  making: ProductionSettings,
  tins: ReadonlyMap<string, Schemas["OwnTin"]>,
): React.ReactNode {
  const fill = made.tin_fill;
  const names = making.tins.map((used) => tins.get(used.tin_id)?.name).filter(Boolean);
  return (
    <>
      {count(made.piece_count)} {plural(made.piece_count, "piece")} of {grams(made.piece_dough_g)} g dough
      {made.loss_share > 0 && (
        <>
          , {grams(made.piece_g)}
          <Band sd={made.piece_sd_g} of={made.piece_g} unit="g" /> g baked
        </>
      )}
      {fill &&
        ` · ${names.join(", ")}: ${Math.round(fill.share * 100)} % full, ${fill.tins[0]?.height_cm.toFixed(1)} cm high`}
      {made.bake_window &&
        ` · look from minute ${minutes(made.bake_window.from_min)}, until ${minutes(made.bake_window.until_min)}`}
    </>
  );
}
