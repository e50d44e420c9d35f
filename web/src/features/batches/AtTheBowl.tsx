import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { portioningQuery } from "@/api/queries/questions";

import type { Schemas } from "@/api/types";
import { recordBody, weightsIn } from "@/domain/batchDraft";
import { grams, kcal } from "@/domain/format";
import { newId } from "@/domain/ids";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import type { Recording } from "./useRecording";

const BY: readonly (readonly [Schemas["WishedBy"], string])[] = [
  ["count", "so many pieces"],
  ["grams", "g of dough a piece"],
  ["kcal", "kcal a piece at most"],
];

/** Portioning while it is done: what is wished, what the first pieces weigh, and what that comes to. */
export function AtTheBowl({ recording }: { recording: Recording }) {
  const { told, tell, view } = recording;
  const planned = view ? Math.max(1, Math.round(view.planned_count)) : null;
  const wish = told.wish ?? (told.wish_by === "count" ? planned : null);
  const weights_g = weightsIn(told.weights);
  const body = {
    plan: { number: 0, ...recording.plan },
    record: recordBody({ ...told, lots: [] }),
    wish: { by: told.wish_by, amount_count: wish ?? 1 },
    weights_g,
    layers: told.layers ?? 0,
  };
  const query = useQuery({ ...portioningQuery(body), enabled: wish !== null });
  const found = wish === null ? undefined : query.data;
  const count = found?.portioned?.running?.piece_count;
  return (
    <section className="card p-4" aria-labelledby="bowl-title">
      <h2 id="bowl-title">At the bowl</h2>
      <div className="mt-2 grid gap-x-6 gap-y-1.5 sm:grid-cols-2">
        <NumberField
          label="Dough in the bowl, weighed"
          unit="g"
          placeholder={view ? String(Math.round(view.dough_g)) : ""}
          value={told.dough_g}
          onChange={(dough_g) => tell({ dough_g })}
        />
        <span className="flex items-center gap-2">
          <span className="min-w-0 flex-1">
            <NumberField label="Wished" unit="" value={wish} least={0.5} onChange={(wish) => tell({ wish })} />
          </span>
          <Select
            label="What a piece is wished by"
            value={told.wish_by}
            options={BY}
            onChange={(by) => tell({ wish_by: by as Schemas["WishedBy"], wish: null })}
          />
        </span>
        <label className="grid grid-cols-[1fr_126px] items-center gap-2">
          <span>The first two or three weigh</span>
          <input
            className="field"
            aria-label="What the first pieces weigh, g"
            inputMode="decimal"
            autoComplete="off"
            placeholder="34 36 35"
            maxLength={80}
            value={told.weights}
            onChange={(event) => tell({ weights: event.target.value })}
          />
        </label>
        {view?.made.production?.tins?.length && !view.tray_loads ? (
          <NumberField
            label="Parted into layers"
            unit=""
            value={told.layers}
            most={12}
            onChange={(layers) => tell({ layers })}
          />
        ) : null}
      </div>
      <div role="status" className="mt-2" data-portioned>
        {found?.portioned && <p className="text-lead">{found.portioned.sentence}</p>}
        {found?.problems.map((problem) => (
          <p key={problem} className="text-caution">
            {problem}
          </p>
        ))}
      </div>
      {found && <Advice found={found} />}
      {count !== undefined && (
        <button
          type="button"
          className="btn btn-quiet mt-2"
          onClick={() => tell({ lots: [{ key: "bowl", piece_count: count, piece_g: null }] })}
        >
          Count {count} pieces
        </button>
      )}
    </section>
  );
}

/** Scoop, trays, sizes, cuts and layers, each in a line. */
function Advice({ found }: { found: Schemas["PortionView"] }) {
  const { portioned, tray_loads: loads, window, windows, grids, layering } = found;
  return (
    <ul className="mt-1 grid gap-0.5 text-note text-soft">
      {portioned && (
        <li>
          Nearest disher: number {portioned.disher}, {grams(portioned.disher_g)} g of this dough.
        </li>
      )}
      {loads && (
        <li>
          {loads.per_tray} on a tray, {loads.trays === 1 ? "one tray" : `${loads.trays} trays`}.
        </li>
      )}
      {window && windows.length === 0 && (
        <li>
          Look from minute {Math.round(window.from_min)}, until {Math.round(window.until_min)}.
        </li>
      )}
      {windows.map((window, place) => (
        <li key={`${window.piece_g} ${window.from_min}`}>
          {place === 0 ? "Small ones out first: " : ""}
          {grams(window.piece_g)} g from minute {Math.round(window.from_min)} to {Math.round(window.until_min)}.
        </li>
      ))}
      {grids.map((grid) => (
        <li key={`${grid.row_count} ${grid.column_count}`}>
          Cut {grid.row_count} × {grid.column_count}: {grid.row_count * grid.column_count} of{" "}
          {grid.length_cm.toFixed(1)} × {grid.width_cm.toFixed(1)} cm, {grams(grid.piece.piece_g)} g and{" "}
          {kcal(grid.piece.energy_kcal)} kcal each.
        </li>
      ))}
      {layering && (
        <li>
          {layering.layer_count} layers of {grams(layering.layer_g)} g, {layering.height_cm.toFixed(1)} cm high in the
          tin
          {layering.frosting_g > 0 && `; ${grams(layering.frosting_g)} g of what is put on, on each`}.
        </li>
      )}
    </ul>
  );
}

/** The pieces: how many, and what they weigh where they differ. */
export function PiecesOut({ recording }: { recording: Recording }) {
  const { told, tell, view } = recording;
  const lots = told.lots.length ? told.lots : [{ key: "first", piece_count: null, piece_g: null }];
  const last = lots[lots.length - 1];
  const set = (key: string, to: Partial<(typeof lots)[number]>) =>
    tell({ lots: lots.map((lot) => (lot.key === key ? { ...lot, ...to } : lot)) });
  // Another size has a row once the one before says something.
  useEffect(() => {
    if (told.lots.length > 1 && told.lots.every((lot) => !lot.piece_count)) tell({ lots: [] });
  }, [told.lots, tell]);
  return (
    <section className="card p-4" aria-labelledby="pieces-title">
      <h2 id="pieces-title">How many pieces</h2>
      <ul className="mt-2 grid gap-1.5">
        {lots.map((lot, place) => (
          <li key={lot.key} className="flex flex-wrap items-center gap-x-4 gap-y-1">
            <span className="min-w-0 basis-56">
              <NumberField
                label={place === 0 ? "Pieces" : `Pieces of another size, ${place + 1}`}
                unit=""
                placeholder={place === 0 && view ? String(Math.round(view.planned_count)) : ""}
                value={lot.piece_count}
                most={1000}
                onChange={(value) => set(lot.key, { piece_count: value === null ? null : Math.round(value) })}
              />
            </span>
            <span className="min-w-0 basis-78">
              <NumberField
                label="each weighs, if weighed"
                unit="g"
                value={lot.piece_g}
                least={0.1}
                onChange={(piece_g) => set(lot.key, { piece_g })}
              />
            </span>
            <span className="text-note text-soft">
              {view?.lots[place] && told.lots.length > 0 && `${kcal(view.lots[place].figures.energy_kcal)} kcal each`}
            </span>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <button
          type="button"
          className="btn btn-quiet"
          disabled={!last?.piece_count || lots.length >= 12}
          onClick={() => tell({ lots: [...lots, { key: newId(), piece_count: null, piece_g: null }] })}
        >
          Another size
        </button>
        <span className="basis-72">
          <NumberField
            label="Stuck or broken"
            unit=""
            value={told.broken_count || null}
            most={1000}
            onChange={(value) => tell({ broken_count: Math.round(value ?? 0) })}
          />
        </span>
      </div>
      {view && view.windows.length > 1 && (
        <p className="mt-2 text-note text-soft">
          Small ones out first:{" "}
          {view.windows
            .map(
              (each) =>
                `${grams(each.piece_g)} g from minute ${Math.round(each.from_min)} to ${Math.round(each.until_min)}`,
            )
            .join(", ")}
          .
        </p>
      )}
    </section>
  );
}
