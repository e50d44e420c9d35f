import { useQuery } from "@tanstack/react-query";
import { ChevronLeft, ChevronRight, X } from "lucide-react";
import { ToggleGroup } from "radix-ui";
import { lazy, Suspense, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { dayQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { clock, count, dayAfter, dayName, grams, isDay, kcal, longDate, plural, today } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { Band } from "@/ui/Band";
import { DietAlerts } from "@/ui/DietAlerts";
import { isSingleKey, useKeys, useSingleKeys } from "@/ui/keys";
import { useTitle } from "@/ui/useTitle";
import { AddFoods } from "./AddFoods";
import { DayTin, Trough } from "./DayTin";
import { useDayWrites } from "./useDay";

const EntrySheet = lazy(() => import("./EntrySheet"));
const TargetsSheet = lazy(() => import("./TargetsSheet"));

type Day = Schemas["DayView"];
type Entry = Schemas["EntryView"];

const pathOf = (day: string) => (day === today() ? "/today" : `/today/${day}`);

export default function Today() {
  const given = useParams().day;
  const day = given === undefined ? today() : isDay(given) ? given : null;
  return day ? <Opened day={day} /> : <NoDay given={given ?? ""} />;
}

/** An address that names no day shows none, and says so. */
function NoDay({ given }: { given: string }) {
  useTitle("No such day");
  return (
    <div className="mx-auto max-w-190">
      <h1>No such day</h1>
      <p className="my-3" role="alert">
        “{given.slice(0, 40)}” is no day of the calendar. Write it as 2026-05-01.
      </p>
      <Link to="/today" className="btn">
        To today
      </Link>
    </div>
  );
}

function Opened({ day }: { day: string }) {
  const navigate = useNavigate();
  useTitle(dayName(day));
  const query = useQuery(dayQuery(day));
  const writes = useDayWrites(day);
  const [opened, setOpened] = useState<Entry | null>(null);
  const [targeting, setTargeting] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const view = query.data;

  useKeys((event) => {
    if (!isSingleKey(event)) return;
    const fit = view?.fits[Number(event.key) - 1];
    if (event.key === "ArrowLeft") navigate(pathOf(dayAfter(day, -1)));
    else if (event.key === "ArrowRight") navigate(pathOf(dayAfter(day, 1)));
    else if (event.key === "t") navigate("/today");
    else if (event.key === "a") input.current?.focus();
    else if (fit) writes.layPieces(fit.formula_id, fit.name, fit.piece_count);
    else return;
    event.preventDefault();
  });

  return (
    <div className="mx-auto max-w-310">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{dayName(day)}</h1>
        <span className="text-soft">{longDate(day)}</span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          {view && (
            <ToggleGroup.Root
              type="single"
              value={view.day_type}
              onValueChange={(kind) => kind && writes.setType.mutate(kind)}
              aria-label="Type of day"
              className="flex rounded-lg border border-rim-strong p-0.5"
            >
              {["training", "rest"].map((kind) => (
                <ToggleGroup.Item
                  key={kind}
                  value={kind}
                  className="rounded-md px-3 py-1 text-note font-semibold text-soft data-[state=on]:bg-enamel data-[state=on]:text-on-enamel"
                >
                  {kind === "training" ? "Training day" : "Rest day"}
                </ToggleGroup.Item>
              ))}
            </ToggleGroup.Root>
          )}
          <button type="button" className="btn btn-quiet" onClick={() => setTargeting(true)}>
            Targets
          </button>
          <Link
            className="btn btn-quiet"
            to={pathOf(dayAfter(day, -1))}
            aria-label={`${dayName(dayAfter(day, -1))}, the day before, ${longDate(dayAfter(day, -1))}`}
          >
            <ChevronLeft size={16} aria-hidden /> {dayName(dayAfter(day, -1))}
          </Link>
          <Link
            className="btn btn-quiet"
            to={pathOf(dayAfter(day, 1))}
            aria-label={`${dayName(dayAfter(day, 1))}, the day after, ${longDate(dayAfter(day, 1))}`}
          >
            {dayName(dayAfter(day, 1))} <ChevronRight size={16} aria-hidden />
          </Link>
        </span>
      </header>
      <Pending query={query} words="Opening the day …" />
      {view && (
        <>
          <Sentence view={view} />
          {view.caution && (
            <p className="mt-2 border-l-4 border-caution bg-caution-ground px-3 py-2 text-note">{view.caution}</p>
          )}
          {view.budget && view.targets && (
            <div className="mt-3">
              <DayTin
                entries={view.entries}
                limit_kcal={view.targets.energy_kcal}
                room_kcal={view.budget.room_kcal}
                protein_to_find_g={view.budget.protein_to_find_g}
                onOpen={setOpened}
              />
              <Trough
                eaten_g={view.budget.eaten.protein_g}
                target_g={view.targets.protein_g}
                sd_g={view.budget.eaten.sd.protein_g ?? 0}
                least={view.budget.eaten.at_least.includes("protein_g")}
              />
              <Others view={view} />
            </div>
          )}
          <div className="mt-4 grid grid-cols-[minmax(0,1fr)] items-start gap-4.5 lg:grid-cols-[minmax(0,1fr)_372px] lg:grid-rows-[auto_1fr]">
            <div className="max-lg:order-2 lg:row-span-2">
              {!view.budget && <NoTargets view={view} onTargets={() => setTargeting(true)} />}
              <WhatFits view={view} onLay={(fit) => writes.layPieces(fit.formula_id, fit.name, fit.piece_count)} />
            </div>
            <div className="max-lg:order-1">
              <AddFoods key={day} day={day} layFoods={writes.layFoods} input={input} />
            </div>
            <div className="max-lg:order-3">
              <Entries
                day={day}
                entries={view.entries}
                alarms={view.entry_alerts}
                onOpen={setOpened}
                onRemove={writes.remove}
              />
            </div>
          </div>
        </>
      )}
      <Suspense>
        {opened && (
          <EntrySheet
            key={opened.id}
            entry={opened}
            writes={writes}
            onClose={() => {
              setOpened(null);
              writes.change.reset();
            }}
          />
        )}
        {targeting && view && <TargetsSheet day={day} targets={view.all_targets} onClose={() => setTargeting(false)} />}
      </Suspense>
    </div>
  );
}

function Sentence({ view }: { view: Day }) {
  const { budget: tin, targets } = view;
  if (!tin || !targets) return <p className="mt-3 text-lead">No targets for a {view.day_type} day yet.</p>;
  const found = tin.protein_to_find_g <= 0;
  return (
    <p className="mt-2 text-lead" data-sentence>
      <b>
        {tin.room_kcal >= 0 ? "Room for " : ""}
        {kcal(Math.abs(tin.room_kcal))}
        <Band sd={tin.eaten.sd.energy_kcal} of={tin.room_kcal} /> kcal{tin.room_kcal >= 0 ? "." : " above target."}
      </b>{" "}
      {found ? (
        <span className="font-semibold text-protein-ink">The protein is found.</span>
      ) : (
        <>
          <span className="font-semibold text-protein-ink">{grams(tin.protein_to_find_g)} g of protein</span> still to
          find
          {tin.protein_share === null
            ? "."
            : tin.protein_share > 1
              ? `: more than ${kcal(tin.room_kcal)} kcal of pure protein would bring.`
              : tin.tight
                ? `: ${Math.round(tin.protein_share * 100)} % of what is left would have to be protein, which is tight.`
                : `: ${Math.round(tin.protein_share * 100)} % of what is left.`}
        </>
      )}{" "}
      <span className="text-soft">
        Targets {kcal(targets.energy_kcal)} kcal, {grams(targets.protein_g)} g protein.
      </span>
      {tin.eaten.without_lines > 0 && (
        <span className="text-caution"> Something eaten could not be read; the day holds at least this.</span>
      )}
    </p>
  );
}

/** What stands in place of the drawing while nobody has set a target. */
function NoTargets({ view, onTargets }: { view: Day; onTargets: () => void }) {
  const { eaten } = view;
  return (
    <section className="card p-5" aria-labelledby="no-targets-title">
      <h2 id="no-targets-title">What may a day hold?</h2>
      <p className="mt-1 max-w-[56ch] text-soft">
        Type your energy and protein for training and rest days, and what was eaten is set against them here: what is
        left of the day, and the pieces that fit it.
      </p>
      {view.entries.length > 0 && (
        <p className="mt-3">
          So far:{" "}
          <b>
            {kcal(eaten.energy_kcal)}
            <Band sd={eaten.sd.energy_kcal} of={eaten.energy_kcal} /> kcal
          </b>
          , <b className="text-protein-ink">{grams(eaten.protein_g)} g protein</b>
        </p>
      )}
      <p className="mt-4 flex flex-wrap gap-2">
        <button type="button" className="btn" onClick={onTargets}>
          Set targets
        </button>
        <Link className="btn btn-quiet" to="/formulas">
          Paste a recipe first
        </Link>
      </p>
    </section>
  );
}

function Others({ view }: { view: Day }) {
  const { targets, budget: tin } = view;
  if (!targets || !tin || (targets.fat_g == null && targets.carbohydrate_g == null)) return null;
  return (
    <p className="mt-1 text-note text-soft">
      {targets.fat_g != null && `Fat ${grams(tin.eaten.fat_g)} of ${grams(targets.fat_g)} g`}
      {targets.fat_g != null && targets.carbohydrate_g != null && " · "}
      {targets.carbohydrate_g != null &&
        `carbohydrate ${grams(tin.eaten.carbohydrate_g)} of ${grams(targets.carbohydrate_g)} g`}
    </p>
  );
}

function WhatFits({ view, onLay }: { view: Day; onLay: (fit: Schemas["FitView"]) => void }) {
  const [singleKeys] = useSingleKeys();
  if (!view.budget) return null;
  return (
    <section className="card" aria-labelledby="fits-title">
      <div className="flex flex-wrap items-baseline gap-x-2.5 border-b border-rim px-3.5 py-2.5">
        <h2 id="fits-title">What fits</h2>
        <span className="text-soft">the largest portion that keeps within the target, most protein first</span>
      </div>
      {view.fits.length === 0 && (
        <p className="px-3.5 py-3 text-soft">
          {view.budget.room_kcal > 0
            ? "Half a piece of every formula is more than the room that is left."
            : "The energy target of this day is reached."}
        </p>
      )}
      <ol>
        {view.fits.map((fit, place) => (
          <li
            key={fit.formula_id}
            className="grid grid-cols-[30px_1fr_auto] items-center gap-x-3 border-b border-rim px-3.5 py-2.5 last:border-0"
          >
            <span>{singleKeys && <kbd className="key">{place + 1}</kbd>}</span>
            <div className="min-w-0">
              <Link to={`/formulas/${fit.formula_id}`} className="font-semibold hover:underline">
                {fit.name}
              </Link>
              <div className="text-soft">
                {count(fit.piece_count)} {plural(fit.piece_count, "piece")} · {grams(fit.figures.mass_g)} g ·{" "}
                {kcal(fit.figures.energy_kcal)}
                <Band sd={fit.figures.sd.energy_kcal} of={fit.figures.energy_kcal} /> kcal
                {fit.figures.without_lines > 0 && (
                  <span className="text-caution"> · without what could not be read</span>
                )}
                {fit.stale && (fit.stopped ? " · figures of before" : " · being worked out anew")}
              </div>
              <DietAlerts alarms={fit.alerts} />
            </div>
            <div className="flex items-center gap-3">
              <span className="figure text-title text-protein-ink">{grams(fit.figures.protein_g)} g</span>
              <button
                type="button"
                className={place === 0 ? "btn" : "btn btn-quiet"}
                aria-label={`Add ${count(fit.piece_count)}: ${plural(fit.piece_count, "piece")} of ${fit.name}`}
                onClick={() => onLay(fit)}
              >
                Add {count(fit.piece_count)}
              </button>
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}

interface EntriesProps {
  day: string;
  entries: Entry[];
  /** Alarms of the batches and formulas that pieces are of, by their id. */
  alarms: Day["entry_alerts"];
  onOpen: (entry: Entry) => void;
  onRemove: (entry: Entry) => void;
}

function Entries({ day, entries, alarms, onOpen, onRemove }: EntriesProps) {
  return (
    <section className="card" aria-labelledby="entries-title">
      <h2 id="entries-title" className="border-b border-rim px-3.5 py-2.5">
        {day === today() ? "Eaten today" : "Eaten that day"}
      </h2>
      {entries.length === 0 && <p className="px-3.5 py-3 text-soft">Nothing yet.</p>}
      <ol>
        {entries.map((entry) => (
          <li
            key={entry.id}
            className="grid grid-cols-[48px_1fr_auto] items-center gap-x-3 border-b border-rim px-3.5 py-2 last:border-0"
          >
            <time dateTime={entry.eaten_at} className="text-soft">
              {clock(entry.eaten_at)}
            </time>
            <div className="min-w-0">
              <button
                type="button"
                className="text-left font-semibold break-words hover:underline"
                aria-label={`Change ${entry.piece_count !== null ? `${count(entry.piece_count)} × ` : ""}${entry.name}`}
                onClick={() => onOpen(entry)}
              >
                {entry.piece_count !== null && `${count(entry.piece_count)} × `}
                {entry.name}
              </button>
              <div className="text-soft">
                {kcal(entry.figures.energy_kcal)}
                <Band sd={entry.figures.sd.energy_kcal} of={entry.figures.energy_kcal} /> kcal ·{" "}
                <span className="text-protein-ink">{grams(entry.figures.protein_g)} g protein</span> ·{" "}
                {grams(entry.figures.mass_g)} g
                {entry.figures.without_lines > 0 && (
                  <span className="text-caution"> · without what could not be read</span>
                )}
              </div>
              <DietAlerts alarms={alarms[entry.batch_id ?? entry.formula_id ?? ""]} />
            </div>
            <button
              type="button"
              className="btn btn-bare text-soft"
              aria-label={`Remove ${entry.name}`}
              title="Remove"
              onClick={() => onRemove(entry)}
            >
              <X size={16} aria-hidden />
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
