import { lazy, Suspense, useState } from "react";
import type { Schemas } from "@/api/types";
import { grams } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { Select } from "@/ui/Select";
import type { SectionProps } from "./section";
import { TinDrawing } from "./TinDrawing";

const TinsSheet = lazy(() => import("./TinsSheet"));

interface TinsSectionProps extends SectionProps {
  tins: readonly Schemas["OwnTin"][];
  layers: Schemas["Layers"];
}

/** Which tins it goes into, how full they are, and how a piece is cut. */
export function TinsSection({ making, made, change, tins, layers }: TinsSectionProps) {
  const [open, setOpen] = useState(false);
  const own = tins.filter((tin) => !tin.archived || making.tins.some((used) => used.tin_id === tin.id));
  const named = new Map(tins.map((tin) => [tin.id, tin]));
  const names = making.tins.flatMap((used) => Array<string | undefined>(used.count).fill(named.get(used.tin_id)?.name));
  const first = making.tins[0] ? named.get(making.tins[0].tin_id) : undefined;
  return (
    <section className="grid content-start gap-2" aria-label="In which tins">
      <h3 className="font-semibold">Tins</h3>
      {making.tins.map((used, place) => (
        <div key={used.tin_id} className="flex items-center gap-2">
          <span className="min-w-0 flex-1">{named.get(used.tin_id)?.name ?? "a tin that is gone"}</span>
          <input
            className="field !w-15 text-right"
            aria-label={`How many of ${named.get(used.tin_id)?.name ?? "it"}`}
            inputMode="numeric"
            value={used.count}
            onChange={(event) => {
              const number = Math.round(parseNumber(event.target.value));
              if (!(number >= 1 && number <= 20)) return;
              change({ tins: making.tins.map((each, at) => (at === place ? { ...each, count: number } : each)) });
            }}
          />
          <button
            type="button"
            className="btn btn-bare md:!min-h-7"
            aria-label={`Remove ${named.get(used.tin_id)?.name ?? "it"}`}
            onClick={() => change({ tins: making.tins.filter((_, at) => at !== place) }, "")}
          >
            Remove
          </button>
        </div>
      ))}
      <div className="flex flex-wrap gap-2">
        <Select
          label="Add a tin"
          value=""
          options={[
            ["", "Add a tin"],
            ...own
              .filter((tin) => !making.tins.some((used) => used.tin_id === tin.id))
              .map((tin) => [tin.id, `${tin.name} · ${Math.round(tin.volume_ml)} ml`] as const),
          ]}
          onChange={(id) => id && change({ tins: [...making.tins, { tin_id: id, count: 1 }] }, "")}
        />
        <button type="button" className="btn btn-quiet" onClick={() => setOpen(true)}>
          My tins
        </button>
      </div>
      {made.tin_fill && (
        <>
          {first && <TinDrawing tin={first.tin} filling={made.tin_fill} making={making} layers={layers} />}
          <ul className="text-note" data-filling>
            {made.tin_fill.tins.length > 1 &&
              made.tin_fill.tins.map((each, place) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: tins stand in the order in which they are named
                <li key={place}>
                  {names[place] ?? `tin ${place + 1}`}: {grams(each.dough_g)} g
                </li>
              ))}
          </ul>
          {made.tin_fill.warnings.map((warning) => (
            <p key={warning} className="border-l-4 border-caution bg-caution-ground px-3 py-1 text-note">
              {warning}
            </p>
          ))}
        </>
      )}
      {open && (
        <Suspense>
          <TinsSheet onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </section>
  );
}
