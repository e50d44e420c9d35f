import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { Band } from "@/parts/Band";
import { Choose } from "@/parts/Choose";
import { NumberField } from "@/parts/NumberField";
import { count, grams, kcal } from "@/parts/words";
import type { BenchStore } from "./bench-store";
import type { Making } from "./draft";
import { HeatField } from "./HeatField";
import { TinDrawing } from "./TinDrawing";
import { TinsSheet } from "./TinsSheet";

type Made = Schemas["MadeView"];

interface MakingCardProps {
  store: BenchStore;
  made: Made;
  layers: Schemas["Layers"];
}

const WAYS = [
  ["count", "equal pieces"],
  ["cuts", "cuts of the tin"],
  ["dough", "so many grams of dough"],
  ["baked", "so many grams baked"],
  ["scoop", "a scoop or disher"],
] as const;

/** From dough to pieces: how it is parted, in which tins, what baking takes, and when to look. */
export function MakingCard({ store, made, layers }: MakingCardProps) {
  const kitchen = useQuery(kitchenQuery);
  const [tins, setTins] = useState(false);
  const { making, family } = store.state.draft;
  const change = (to: Partial<Making>, merge = "making") =>
    store.edit((draft) => ({ ...draft, making: { ...draft.making, ...to } }), merge);
  const all = kitchen.data?.tins ?? [];
  const own = all.filter((tin) => !tin.archived || making.tins.some((used) => used.tin_id === tin.id));
  const named = new Map(all.map((tin) => [tin.id, tin]));
  const first = making.tins[0] ? named.get(making.tins[0].tin_id) : undefined;

  return (
    <details className="card mt-4 px-4 py-3" data-making>
      <summary className="cursor-pointer">
        <h2 className="inline">Pieces, tin and oven</h2>
        <span className="mt-1 block text-[14px] text-soft">{inWords(made, making, named)}</span>
      </summary>
      {made.problems.map((problem) => (
        <p key={problem} role="alert" className="mt-2 border-l-4 border-stop px-3 text-stop">
          {problem}
        </p>
      ))}
      <div className="mt-3 grid gap-x-8 gap-y-4 md:grid-cols-2">
        <section className="grid content-start gap-2" aria-label="How it is parted">
          <h3 className="font-semibold">Pieces</h3>
          <Choose
            label="A piece is"
            value={making.by}
            options={WAYS}
            onChange={(by) => change({ by: by as Making["by"], made: null }, "")}
          />
          {making.by === "cuts" && (
            <Text
              label="Cuts"
              placeholder="4x3, or 8 wedges"
              value={making.cuts}
              onChange={(cuts) => change({ cuts })}
            />
          )}
          {(making.by === "dough" || making.by === "baked") && (
            <NumberField
              label={making.by === "dough" ? "Dough of a piece" : "A piece, baked"}
              unit="g"
              least={0.1}
              value={making.grams ?? null}
              onChange={(value) => change({ grams: value })}
            />
          )}
          {making.by === "scoop" && (
            <Text
              label="Scoop"
              placeholder="disher 40, or 2 tbsp"
              value={making.scoop}
              onChange={(scoop) => change({ scoop })}
            />
          )}
          {(making.by === "scoop" || making.tins.length > 0) && (
            <NumberField
              label="A millilitre of dough"
              unit="g"
              least={0.2}
              most={3}
              placeholder="usual"
              value={making.density_g_per_ml ?? null}
              onChange={(value) => change({ density_g_per_ml: value })}
            />
          )}
          {making.by === "scoop" && made.piece_dough_g > 0 && making.made == null && (
            <NumberField
              label="One scoop, weighed"
              unit="g"
              least={0.5}
              placeholder={grams(made.piece_dough_g)}
              value={null}
              onChange={(value) =>
                value && change({ density_g_per_ml: (value * made.density_g_per_ml) / made.piece_dough_g })
              }
            />
          )}
          <NumberField
            label="What came out, pieces"
            unit=""
            least={0.1}
            most={1000}
            placeholder={count(made.count)}
            value={making.made ?? null}
            onChange={(value) => change({ made: value })}
          />
          <NumberField
            label="Small ones taken off before"
            unit=""
            most={1000}
            value={making.small_count || null}
            onChange={(value) => change({ small_count: Math.round(value ?? 0) })}
          />
          {making.small_count > 0 && (
            <NumberField
              label="each of dough"
              unit="g"
              sub
              value={making.small_g || null}
              onChange={(value) => change({ small_g: value ?? 0 })}
            />
          )}
          {made.small_g > 0 && (
            <p className="text-[14px] text-soft">
              A small one: {grams(made.small_g)} g, {kcal(made.small_energy_kcal)} kcal.
            </p>
          )}
          {made.rest_g > 0.5 && (
            <p className="text-[14px] text-soft">{grams(made.rest_g)} g of dough are left, less than another piece.</p>
          )}
        </section>

        <section className="grid content-start gap-2" aria-label="In which tins">
          <h3 className="font-semibold">Tins</h3>
          {making.tins.map((used, place) => (
            <div key={used.tin_id} className="flex items-center gap-2">
              <span className="min-w-0 flex-1">{named.get(used.tin_id)?.name ?? "a tin that is gone"}</span>
              <input
                className="field !w-[60px] text-right"
                aria-label={`How many of ${named.get(used.tin_id)?.name ?? "it"}`}
                inputMode="numeric"
                value={used.count}
                onChange={(event) => {
                  const number = Math.round(Number(event.target.value));
                  if (number < 1 || number > 20) return;
                  change({ tins: making.tins.map((each, at) => (at === place ? { ...each, count: number } : each)) });
                }}
              />
              <button
                type="button"
                className="btn btn-bare !min-h-[28px]"
                aria-label={`Remove ${named.get(used.tin_id)?.name ?? "it"}`}
                onClick={() => change({ tins: making.tins.filter((_, at) => at !== place) }, "")}
              >
                Remove
              </button>
            </div>
          ))}
          <div className="flex flex-wrap gap-2">
            <Choose
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
            <button type="button" className="btn btn-quiet" onClick={() => setTins(true)}>
              My tins
            </button>
          </div>
          {made.filling && (
            <>
              {first && <TinDrawing tin={first.tin} filling={made.filling} making={making} layers={layers} />}
              <ul className="text-[14px]" data-filling>
                {made.filling.tins.length > 1 &&
                  made.filling.tins.map((each, place) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: tins stand in the order in which they are named
                    <li key={place}>
                      tin {place + 1}: {grams(each.grams)} g
                    </li>
                  ))}
              </ul>
              {made.filling.warnings.map((warning) => (
                <p key={warning} className="border-l-4 border-caution bg-caution-ground px-3 py-1 text-[14px]">
                  {warning}
                </p>
              ))}
            </>
          )}
        </section>

        <section className="grid content-start gap-2" aria-label="From dough to baked">
          <h3 className="font-semibold">From dough to baked</h3>
          <p className="text-[14px] text-soft">
            {grams(made.dough_g)} g of dough, {grams(made.baked_g)} g in the end
            {LOSS[made.loss_by] && ` (${Math.round(made.loss * 1000) / 10} % less, ${LOSS[made.loss_by]})`}.
          </p>
          <NumberField
            label="Weighed dough"
            unit="g"
            least={0.1}
            value={making.dough_g ?? null}
            onChange={(value) => change({ dough_g: value })}
          />
          <NumberField
            label="Weighed when baked"
            unit="g"
            least={0.1}
            value={making.baked_g ?? null}
            onChange={(value) => change({ baked_g: value })}
          />
          {making.baked_g == null && (
            <NumberField
              label="or baking takes"
              unit="%"
              most={60}
              placeholder="usual"
              value={making.loss == null ? null : making.loss * 100}
              onChange={(percent) => change({ loss: percent === null ? null : percent / 100 })}
            />
          )}
          <NumberField
            label="Left in the bowl"
            unit="g"
            value={making.residue_g || null}
            onChange={(value) => change({ residue_g: value ?? 0 })}
          />
          <NumberField
            label="Cut off after baking"
            unit="g"
            value={making.trimmings_g || null}
            onChange={(value) => change({ trimmings_g: value ?? 0 })}
          />
        </section>

        <section className="grid content-start gap-2" aria-label="Oven">
          <h3 className="font-semibold">Oven</h3>
          <div className="flex flex-wrap gap-2">
            <Choose
              label="Oven"
              value={making.oven ?? ""}
              options={[
                ["", `${kitchen.data?.settings.oven ?? "oven"}, as always`],
                ...(kitchen.data?.ovens ?? []).map((each) => [each, each] as const),
              ]}
              onChange={(oven) => change({ oven: (oven || null) as Making["oven"] }, "")}
            />
          </div>
          <HeatField celsius={making.celsius ?? null} onChange={(celsius) => change({ celsius })} />
          {made.loads && (
            <p className="text-[14px]">
              {made.loads.per_tray} on a tray, each about {made.loads.spread_cm.toFixed(1)} cm wide: {made.loads.trays}{" "}
              {made.loads.trays === 1 ? "load" : "loads"}.
            </p>
          )}
          {made.window ? (
            <WindowText window={made.window} />
          ) : (
            <p className="text-[14px] text-soft">
              {family ? "Nothing of this family goes into an oven." : "Choose a family to see when to look."}
            </p>
          )}
        </section>
      </div>
      {tins && <TinsSheet onClose={() => setTins(false)} />}
    </details>
  );
}

const LOSS: Record<string, string> = {
  family: "as usual for its family",
  typed: "as typed",
  weighed: "as weighed",
};

const minutes = (value: number) => (value < 5 ? value.toFixed(1) : Math.round(value).toString());

function WindowText({ window }: { window: Schemas["Window"] }) {
  return (
    <div className="text-[14px]" data-window>
      <p>
        <b>
          Look from minute {minutes(window.from_min)}, until {minutes(window.until_min)}
        </b>
        {window.celsius != null && (
          <>
            {" "}
            · {window.celsius} °C, {window.fahrenheit} °F{window.gas && `, gas ${window.gas}`} · {window.oven}
          </>
        )}
      </p>
      <p>Done when: {window.signs.join("; ")}.</p>
      {window.notes.map((note) => (
        <p key={note} className="text-soft">
          {note}
        </p>
      ))}
      <p className="text-[13px] text-soft">{window.reasons.join(" ")}</p>
    </div>
  );
}

function inWords(made: Made, making: Making, tins: ReadonlyMap<string, Schemas["OwnTin"]>): React.ReactNode {
  const fill = made.filling;
  const names = making.tins.map((used) => tins.get(used.tin_id)?.name).filter(Boolean);
  return (
    <>
      {count(made.count)} pieces of {grams(made.piece_dough_g)} g dough
      {made.loss > 0 && (
        <>
          , {grams(made.piece_g)}
          <Band sd={made.piece_sd_g} of={made.piece_g} unit="g" /> g baked
        </>
      )}
      {fill &&
        ` · ${names.join(", ")}: ${Math.round(fill.share * 100)} % full, ${fill.tins[0]?.height_cm.toFixed(1)} cm high`}
      {made.window && ` · look from minute ${minutes(made.window.from_min)}, until ${minutes(made.window.until_min)}`}
    </>
  );
}

interface TextProps {
  label: string;
  placeholder: string;
  value: string;
  onChange: (text: string) => void;
}

function Text({ label, placeholder, value, onChange }: TextProps) {
  return (
    <label className="grid grid-cols-[1fr_160px] items-center gap-2">
      <span>{label}</span>
      <input
        className="field"
        autoComplete="off"
        maxLength={40}
        placeholder={placeholder}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
