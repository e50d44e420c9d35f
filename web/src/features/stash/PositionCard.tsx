import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { Link } from "react-router";
import { batchStashQuery, dayQuery } from "@/api/queries";
import { change, count, grams, kcal, longDate, money, today } from "@/domain/format";
import { dueWord, type Lying, madeWord, type Stash } from "@/domain/stash";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import { Moves } from "./Moves";
import type { useStashWrites } from "./useStash";

const LeavingSheet = lazy(() => import("./LeavingSheet"));
const PlateSheet = lazy(() => import("./PlateSheet"));

interface PositionCardProps {
  lying: Lying;
  stash: Stash;
  writes: ReturnType<typeof useStashWrites>;
  /** Whether it says its name: a sheet does by itself. */
  named: boolean;
}

const WRAPPINGS = [
  ["covered", "covered"],
  ["sealed", "in a closed bag"],
  ["vacuum", "vacuum sealed"],
] as const;

type Opened = "given" | "thrown" | "counted" | "plate" | null;

/** What the chosen pieces are, until when they are good and why, and what can become of them. */
export function PositionCard({ lying, stash, writes, named }: PositionCardProps) {
  const { batch, position, shelf } = lying;
  const told = useQuery(batchStashQuery(batch.id));
  const [opened, setOpened] = useState<Opened>(null);
  const [eaten, setEaten] = useState<number | null>(Math.min(1, position.piece_count));
  const [moved, setMoved] = useState<number | null>(null);
  const [wrapping, setWrapping] = useState<string>(position.wrapping);
  const pieces = Math.min(eaten ?? 1, position.piece_count);
  const moving = Math.min(moved ?? position.piece_count, position.piece_count);
  const { figures } = position;
  const others = stash.batches.filter(
    (each) => each.dough_id && each.dough_id === batch.dough_id && each.id !== batch.id,
  );
  return (
    <div className="grid gap-3.5">
      <section className="card grid gap-3 p-4">
        <div>
          {named && <h2>{batch.name}</h2>}
          <p className="text-note text-soft">
            <Link className="underline" to={`/batches/${batch.id}`}>
              made {madeWord(batch.made_at)}
            </Link>
            , {count(batch.piece_count)} of {grams(position.piece_g)} g · {kcal(figures.energy_kcal)}
            <Band sd={figures.sd.energy_kcal} of={figures.energy_kcal} /> kcal,{" "}
            <b className="text-protein-ink">{grams(figures.protein_g)} g protein</b>
          </p>
          <DietAlerts alarms={batch.alerts} />
          {others.length > 0 && (
            <p className="text-note">
              Of one dough with {others.map((each) => each.name).join(", ")}.{" "}
              <Link
                className="underline"
                to={`/compare?${[batch, ...others].map(({ id }) => `batch=${id}`).join("&")}`}
              >
                Compare
              </Link>
            </p>
          )}
          <Link className="text-note underline" to={`/batches/${batch.id}#why`}>
            Not as it should be? Why it turned out so
          </Link>
        </div>
        <Keeping lying={lying} now={stash.now} />
        {position.past && (
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn" onClick={() => setOpened("thrown")}>
              Throw {position.piece_count === 1 ? "it" : `all ${count(position.piece_count)}`} away
            </button>
            <button type="button" className="btn btn-quiet" onClick={() => setOpened("counted")}>
              There are others: count again
            </button>
          </div>
        )}
        <div className="grid gap-2 border-t border-rim pt-3">
          <NumberField
            label="Pieces to eat"
            unit=""
            value={eaten}
            least={0.25}
            most={position.piece_count}
            onChange={setEaten}
          />
          <EatButton lying={lying} pieces={pieces} disabled={writes.eating} onEat={() => writes.eat(lying, pieces)} />
          {told.data?.plates.map((plate) => (
            <button
              key={plate.id}
              type="button"
              className="btn btn-quiet h-auto whitespace-normal"
              disabled={writes.eating}
              onClick={() => writes.eat(lying, pieces, plate.sides)}
            >
              {plate.name} ({change(plate.figures.energy_kcal, kcal)} kcal, {change(plate.figures.protein_g, grams)} g
              protein)
            </button>
          ))}
          {told.data?.plates.map((plate) => (
            <DietAlerts key={plate.id} alarms={plate.alerts} />
          ))}
          {batch.formula_id && (
            <button type="button" className="btn btn-bare justify-self-start" onClick={() => setOpened("plate")}>
              Plates: what it is eaten with
            </button>
          )}
        </div>
        <div className="grid gap-2 border-t border-rim pt-3">
          <NumberField
            label="Pieces to move"
            unit=""
            value={moving}
            least={0.25}
            most={position.piece_count}
            onChange={setMoved}
          />
          <div className="flex items-center justify-between gap-2">
            <span>Wrapped</span>
            <Select label="How it is wrapped" value={wrapping} options={WRAPPINGS} onChange={setWrapping} />
          </div>
          <div className="flex flex-wrap gap-2">
            {stash.shelves
              .filter(({ id }) => id !== shelf.id)
              .map((to) => (
                <button
                  key={to.id}
                  type="button"
                  className="btn btn-quiet h-auto whitespace-normal"
                  aria-label={`Move ${count(moving)} to ${to.name}`}
                  disabled={writes.busy}
                  onClick={() => writes.move(lying, moving, to, wrapping as typeof position.wrapping)}
                >
                  {count(moving)} to {to.name}
                </button>
              ))}
          </div>
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn btn-quiet" onClick={() => setOpened("given")}>
              Give away
            </button>
            <button type="button" className="btn btn-quiet" onClick={() => setOpened("thrown")}>
              Throw away
            </button>
            <button type="button" className="btn btn-quiet" onClick={() => setOpened("counted")}>
              Count again
            </button>
          </div>
        </div>
        <Cost lying={lying} currency={stash.currency} />
      </section>
      {batch.note && (
        <section className="card p-4">
          <h2>Said of this batch</h2>
          <p>“{batch.note}”</p>
        </section>
      )}
      {told.data && <Moves moves={told.data.moves} shelves={stash.shelves} onUndo={writes.undo} />}
      <Suspense>
        {(opened === "given" || opened === "thrown" || opened === "counted") && (
          <LeavingSheet lying={lying} kind={opened} writes={writes} onClose={() => setOpened(null)} />
        )}
        {opened === "plate" && batch.formula_id && (
          <PlateSheet formula_id={batch.formula_id} plates={told.data?.plates ?? []} onClose={() => setOpened(null)} />
        )}
      </Suspense>
    </div>
  );
}

/** Until when, why, and what to mind. */
function Keeping({ lying: { batch, position }, now }: { lying: Lying; now: string }) {
  const longer = position.usual_until !== position.eat_by;
  return (
    <div className="grid gap-1.5 text-note">
      <p className={position.past ? "border-l-4 border-stop pl-2.5" : ""}>
        {position.past ? "Its careful date was " : position.for_taste ? "Best until " : "Careful date "}
        <b title={longDate(position.eat_by)}>{dueWord(position.eat_by, now)}</b>
        {longer && `, the usual one ${dueWord(position.usual_until, now)}`}. {position.why}
        {position.past && " Where in doubt, throw it out."}
      </p>
      {position.cautions.map((caution) => (
        <p key={caution} className="text-caution">
          {caution}
        </p>
      ))}
      <p>
        {position.for_taste && `Thaw it ${batch.thaw}. `}
        {batch.best && `${batch.best} `}
        Travels {batch.travels}.
      </p>
      <details className="text-small text-soft">
        <summary className="cursor-pointer">Where these times are from</summary>
        {batch.source}
      </details>
    </div>
  );
}

interface EatButtonProps {
  lying: Lying;
  pieces: number;
  disabled: boolean;
  onEat: () => void;
}

/** Eats so many pieces; it says what they take of what the day has left. */
function EatButton({ lying, pieces, disabled, onEat }: EatButtonProps) {
  const day = useQuery(dayQuery(today()));
  const room = day.data?.budget?.room_kcal;
  const of = room !== undefined && room > 0 ? ` of ${kcal(room)} left` : " kcal";
  return (
    <button type="button" className="btn" disabled={disabled} onClick={onEat}>
      Eat {pieces === 1 ? "one" : count(pieces)}: {kcal(pieces * lying.position.figures.energy_kcal)}
      {of}
    </button>
  );
}

function Cost({ lying: { batch }, currency }: { lying: Lying; currency: string }) {
  if (!batch.cost) return null;
  const least = batch.cost.at_least ? "at least " : "";
  return (
    <p className="border-t border-rim pt-3 text-note text-soft">
      As made {least}
      {money(batch.cost.piece_cost, currency)} a piece
      {batch.cost.protein_cost !== null && `, ${money(batch.cost.protein_cost, currency)} for 25 g of protein`}.
    </p>
  );
}
