import { useQuery } from "@tanstack/react-query";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { lazy, Suspense, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { dayQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { dayAfter, dayName, grams, isDay, isEnergyHidden, kcal, longDate, today } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { WhoEats } from "@/features/people/WhoEats";
import { Band } from "@/ui/Band";
import { Choice } from "@/ui/Choice";
import { isSingleKey, useKeys } from "@/ui/keys";
import { useTitle } from "@/ui/useTitle";
import { AddFoods } from "./AddFoods";
import { AvailableFoods } from "./AvailableFoods";
import { DayTin, Trough } from "./DayTin";
import { Entries } from "./Entries";
import { FillDay } from "./FillDay";
import { Tonight } from "./Tonight";
import { useDayWrites } from "./useDay";
import { WhatFits } from "./WhatFits";

const EntrySheet = lazy(() => import("./EntrySheet"));
const TargetsSheet = lazy(() => import("@/features/targets/TargetsSheet"));

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
  const todays = useDayWrites(today());
  const [opened, setOpened] = useState<Entry | null>(null);
  const [targeting, setTargeting] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const view = query.data;

  useKeys((event) => {
    if (!isSingleKey(event)) return;
    if (event.key === "ArrowLeft") navigate(pathOf(dayAfter(day, -1)));
    else if (event.key === "ArrowRight") navigate(pathOf(dayAfter(day, 1)));
    else if (event.key === "t") navigate("/today");
    else if (event.key === "a") input.current?.focus();
    else return;
    event.preventDefault();
  });

  return (
    <div className="mx-auto max-w-310" data-writes>
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{dayName(day)}</h1>
        <span className="text-soft">
          {longDate(day)}
          {view?.diet_phase && ` · ${view.diet_phase}`}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          <WhoEats />
          {view && (
            <Choice
              label="Type of day"
              value={view.day_type}
              options={view.day_types.map(({ slug, name }) => [slug, `${name} day`] as const)}
              onChange={(kind) => writes.setType.mutate(kind)}
            />
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
                room_kcal={view.budget.room_after_planned_kcal}
                protein_to_find_g={Math.max(0, view.budget.protein_to_find_g - view.planned.protein_g)}
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
              {view.budget ? (
                <Tonight key={day} day={day} writes={writes} />
              ) : (
                <NoTargets view={view} onTargets={() => setTargeting(true)} />
              )}
              <WhatFits
                view={view}
                onLay={(fit, pieces, press) => writes.layPieces(fit.formula_id, fit.name, pieces, press)}
              />
              {view.budget && <FillDay key={day} day={day} writes={writes} />}
            </div>
            <div className="max-lg:order-1">
              <AddFoods key={day} day={day} layFoods={writes.layFoods} input={input} />
            </div>
            <div className="max-lg:order-3">
              <Entries
                view={view}
                onOpen={setOpened}
                onRemove={writes.remove}
                onEat={writes.eat}
                onAgain={(entry) => todays.copy(entry.day, [entry.id], `${entry.name} added to today again.`)}
              />
              <CopyDay view={view} onCopy={writes.copy} />
              <div className="mt-4.5">
                <AvailableFoods day={day} writes={writes} />
              </div>
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
        {targeting && view && <TargetsSheet day={day} view={view} onClose={() => setTargeting(false)} />}
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
      {!isEnergyHidden() && (
        <b>
          {tin.room_kcal >= 0 ? "Room for " : ""}
          {kcal(Math.abs(tin.room_kcal))}
          <Band sd={tin.eaten.sd.energy_kcal} of={tin.room_kcal} /> kcal{tin.room_kcal >= 0 ? "." : " above target."}
        </b>
      )}{" "}
      {found ? (
        <span className="font-semibold text-protein-ink">The protein is found.</span>
      ) : (
        <>
          <span className="font-semibold text-protein-ink">{grams(tin.protein_to_find_g)} g of protein</span> still to
          find
          {tin.protein_share === null || isEnergyHidden()
            ? "."
            : tin.protein_share > 1
              ? `: more than ${kcal(tin.room_kcal)} kcal of pure protein would bring.`
              : tin.tight
                ? `: ${Math.round(tin.protein_share * 100)} % of what is left would have to be protein, which is tight.`
                : `: ${Math.round(tin.protein_share * 100)} % of what is left.`}
        </>
      )}{" "}
      <span className="text-soft">
        {view.own_targets ? "This day’s own targets" : "Targets"}{" "}
        {!isEnergyHidden() && `${kcal(targets.energy_kcal)} kcal, `}
        {grams(targets.protein_g)} g protein.
        {view.planned.energy_kcal > 0 &&
          !isEnergyHidden() &&
          ` Planned: ${kcal(view.planned.energy_kcal)} kcal, ${grams(view.planned.protein_g)} g protein; ${
            tin.room_after_planned_kcal >= 0
              ? `${kcal(tin.room_after_planned_kcal)} kcal are left with it`
              : `${kcal(-tin.room_after_planned_kcal)} kcal above target with it`
          }.`}
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
  if (!targets || !tin) return null;
  const told = (
    [
      ["fat", "fat_g"],
      ["carbohydrate", "carbohydrate_g"],
      ["fibre", "fibre_g"],
    ] as const
  ).flatMap(([title, name]) => {
    const target = targets[name];
    return target == null ? [] : [`${title} ${grams(tin.eaten[name])} of ${grams(target)} g`];
  });
  if (!told.length) return null;
  const words = told.join(" · ");
  return <p className="mt-1 text-note text-soft">{words[0]?.toUpperCase() + words.slice(1)}</p>;
}

/** Another day laid into this one, whole. */
function CopyDay({ view, onCopy }: { view: Day; onCopy: (from: string, entries: string[], words: string) => void }) {
  const [from, setFrom] = useState(dayAfter(view.day, -7));
  return (
    <details className="mt-2 px-1">
      <summary className="cursor-pointer text-soft">Copy a day into this one</summary>
      <form
        className="mt-1.5 flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (isDay(from)) onCopy(from, [], `${longDate(from)} is copied; take out what does not belong.`);
        }}
      >
        <input
          type="date"
          className="field !w-auto"
          aria-label="Day to copy"
          value={from}
          required
          onChange={(event) => setFrom(event.target.value)}
        />
        <button type="submit" className="btn btn-quiet" disabled={!isDay(from) || from === view.day}>
          {view.day > today() ? "Plan the same" : "Copy"}
        </button>
      </form>
    </details>
  );
}
