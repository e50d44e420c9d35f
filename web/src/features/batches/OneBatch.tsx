import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, data } from "@/api/client";
import { batchQuery, batchStashQuery } from "@/api/queries";
import { batchRemoved, piecesMoved } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { change, clock, count, grams, kcal, longDate, momentOn, plural, today } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { problemText } from "@/domain/problem";
import { NotHere } from "@/features/common/NotHere";
import { Pending } from "@/features/common/Pending";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import { NumberField } from "@/ui/NumberField";
import { PieceFigures } from "@/ui/PieceFigures";
import { useNotice } from "@/ui/Toast";
import { usePersistedText } from "@/ui/usePersistedText";
import { useTitle } from "@/ui/useTitle";
import { Causes } from "../causes/Causes";
import { Photos } from "./Photos";

/** A batch as it was made. */
export default function OneBatch() {
  const { id = "" } = useParams();
  const query = useQuery(batchQuery(id));
  useTitle(query.data?.item.name ?? "Batch");
  if (query.isError) return <NotHere words={query.error.message} to="/batches" place="To the batches" />;
  if (!query.data) return <Pending query={query} words="Opening the batch …" />;
  return <Opened view={query.data} />;
}

function Opened({ view }: { view: Schemas["BatchView"] }) {
  const { item, record } = view;
  const [paper] = usePersistedText("paper");
  const parted = record.dough_share < 1;
  return (
    <div className="mx-auto max-w-310">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <h1 className="min-w-0">{item.name}</h1>
        <span className="text-soft">
          {longDate(item.made_at)}, {clock(item.made_at)}
          {item.version_number !== null && ` · version ${item.version_number} of its formula`}
          {view.revision > 1 && ` · corrected ${view.revision === 2 ? "once" : `${view.revision - 1} times`}`}
        </span>
        <span className="ml-auto flex flex-wrap gap-2">
          {item.formula_id && (
            <Link className="btn btn-quiet" to={`/formulas/${item.formula_id}/batches`}>
              Its formula
            </Link>
          )}
          {parted && (
            <Link className="btn btn-quiet" to={`/batches/new?dough=${item.id}`}>
              The rest of the dough
            </Link>
          )}
          <a
            className="btn btn-quiet"
            href={`/api/v1/batches/${item.id}/card.pdf?paper=${paper === "Letter" ? "Letter" : "A4"}&zone=${Intl.DateTimeFormat().resolvedOptions().timeZone}`}
            target="_blank"
            rel="noreferrer"
          >
            Card as PDF
          </a>
          <Link className="btn btn-quiet" to={`/batches/${item.id}/correct`}>
            Correct it
          </Link>
          <TakeOut view={view} />
        </span>
      </header>
      {view.archived && <p className="mt-1 text-caution">Its formula was put away since; the batch stays as it was.</p>}
      {view.contains.length > 0 && (
        <p className="mt-1 text-note">
          <b>contains {view.contains.join(", ")}</b>
          {view.may_contain.length > 0 && ` · may contain ${view.may_contain.join(", ")}`}
        </p>
      )}
      <DietAlerts alarms={view.alerts} />
      {view.removed && <p className="mt-1 text-caution">This batch was taken out of the lists.</p>}
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_360px]">
        <div className="grid min-w-0 gap-4">
          <section className="card p-4" aria-labelledby="lots-title">
            <h2 id="lots-title">The pieces</h2>
            <ul className="mt-1">
              {view.lots.map((lot) => (
                <LotRow key={lot.lot} lot={lot} batch={item} />
              ))}
            </ul>
            <p className="mt-2 text-note text-soft">
              {grams(view.dough_g)} g of dough, {grams(view.baked_g)} g in the end
              {record.broken_count > 0 && `; ${record.broken_count} stuck or broken`}
              {item.took_min !== null && `; done after ${item.took_min} min`}
              {record.oven_c != null && ` at ${Math.round(record.oven_c)} °C`}
              {record.signs && `: ${record.signs}`}.
            </p>
          </section>
          <section className="card p-4" aria-labelledby="as-made-title">
            <h2 id="as-made-title">As made</h2>
            {view.made.parts.map((part, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a part of a fact is its place
              <div key={place} className="mt-1">
                {part.name && <h3 className="font-semibold">{part.name}</h3>}
                <ul className="grid gap-0.5">
                  {part.lines
                    .filter((line) => line.text.trim())
                    .map((line) => (
                      <li key={line.id}>{line.text}</li>
                    ))}
                </ul>
                {part.options.used_share < 1 && (
                  <p className="text-note text-soft">{Math.round(part.options.used_share * 100)} % of it used</p>
                )}
              </div>
            ))}
          </section>
          <Causes batch_id={item.id} formula_id={item.formula_id} />
          <Photos batch={view} />
        </div>
        <Told view={view} />
      </div>
    </div>
  );
}

/** How it turned out, and what differed. */
function Told({ view }: { view: Schemas["BatchView"] }) {
  const { item } = view;
  return (
    <section className="card p-4" aria-labelledby="told-title">
      <h2 id="told-title">How it turned out</h2>
      <div className="mt-2">
        <PieceFigures piece={item.piece}>one of {count(item.piece_count)}</PieceFigures>
      </div>
      {item.planned_energy_kcal !== null && (
        <p className="mt-2 text-note">
          Planned {kcal(item.planned_energy_kcal)} kcal and {grams(item.planned_protein_g ?? 0)} g protein:{" "}
          <b>{change(item.piece.energy_kcal - item.planned_energy_kcal, kcal)} kcal</b> a piece.
        </p>
      )}
      {item.words.length > 0 && <p className="mt-2 text-lead first-letter:uppercase">{item.words.join(", ")}.</p>}
      {item.note && <p className="mt-1">“{item.note}”</p>}
      <ul className="mt-2 grid gap-0.5 border-t border-rim pt-2 text-note" aria-label="What differed">
        {item.difference.map((words) => (
          <li key={words}>{words}</li>
        ))}
        {!item.difference.length && <li className="text-soft">All went as written.</li>}
      </ul>
    </section>
  );
}

function LotRow({ lot, batch }: { lot: Schemas["LotView"]; batch: Schemas["BatchItem"] }) {
  const client = useQueryClient();
  const tell = useNotice();
  const [eaten, setEaten] = useState<number | null>(1);
  const told = useQuery(batchStashQuery(batch.id));
  // From where it must be eaten first; what is on no shelf is eaten all the same.
  const position = told.data?.batch.positions
    .filter((each) => each.lot === lot.lot && each.piece_count >= (eaten ?? 1))
    .sort((one, other) => Date.parse(one.eat_by) - Date.parse(other.eat_by))[0];
  const add = useMutation({
    mutationFn: (entry: string) =>
      data(
        api.POST("/api/v1/days/{day}/batch-pieces", {
          params: { path: { day: today() } },
          body: {
            id: entry,
            planned: false,
            eaten_at: momentOn(today()),
            batch_id: batch.id,
            lot: lot.lot,
            piece_count: eaten ?? 1,
            shelf_id: position?.shelf_id ?? null,
            sides: "",
          },
        }),
      ),
    onSuccess: (_, entry) => {
      void piecesMoved(client);
      tell(`${count(eaten ?? 1)} ${plural(eaten ?? 1, "piece")} of ${batch.name} added to today.`, {
        label: "Undo",
        run: () => undo.mutate(entry),
      });
    },
    onError: (error) => tell(problemText(error)),
  });
  const undo = useMutation({
    mutationFn: (entry: string) =>
      data(api.DELETE("/api/v1/entries/{entry_id}", { params: { path: { entry_id: entry } } })),
    onSuccess: () => {
      return piecesMoved(client);
    },
  });
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rim py-1.5 last:border-0">
      <span className="min-w-0 flex-1">
        <b>{lot.piece_count}</b> of {grams(lot.piece_g)} g: {kcal(lot.figures.energy_kcal)}
        <Band sd={lot.figures.sd.energy_kcal} of={lot.figures.energy_kcal} /> kcal,{" "}
        <span className="text-protein-ink">{grams(lot.figures.protein_g)} g protein</span> each
      </span>
      <form
        className="flex items-center gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (eaten) add.mutate(pressId("lot", lot, eaten));
        }}
      >
        <span className="w-44">
          <NumberField label="Eaten" unit="" value={eaten} least={0.1} most={100} onChange={setEaten} />
        </span>
        <button type="submit" className="btn btn-quiet" disabled={!eaten || add.isPending}>
          Add to today
        </button>
      </form>
    </li>
  );
}

function TakeOut({ view }: { view: Schemas["BatchView"] }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const tell = useNotice();
  const { id, name, formula_id } = view.item;
  const set = useMutation({
    mutationFn: (removed: boolean) =>
      data(api.PUT("/api/v1/batches/{batch_id}/removed", { params: { path: { batch_id: id } }, body: { removed } })),
    onSuccess: (_, removed) => {
      void batchRemoved(client);
      if (!removed) return;
      tell(`The batch of ${name} is taken out.`, { label: "Undo", run: () => set.mutate(false) });
      navigate(formula_id ? `/formulas/${formula_id}/batches` : "/batches");
    },
  });
  return (
    <button type="button" className="btn btn-quiet" disabled={set.isPending} onClick={() => set.mutate(!view.removed)}>
      {view.removed ? "Bring it back" : "Take it out"}
    </button>
  );
}
