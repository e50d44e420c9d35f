import { useQuery } from "@tanstack/react-query";
import { endOfMonth, format, parseISO, startOfMonth, subDays } from "date-fns";
import { Printer } from "lucide-react";
import { lazy, Suspense } from "react";
import { useSearchParams } from "react-router";
import { ledgerQuery } from "@/api/queries";
import { isDay, isEnergyHidden, longDate, today } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { WhoEats } from "@/features/people/WhoEats";
import { Select } from "@/ui/Select";
import { useTitle } from "@/ui/useTitle";
import { LedgerTable } from "./LedgerTable";
import { Weeks } from "./Weeks";
import { Weight } from "./Weight";

// Charts load with the first view that draws them.
const EnergyChart = lazy(() => import("./EnergyChart"));

const day = (date: Date) => format(date, "yyyy-MM-dd");

/** Ranges that end today, and the months before. */
function ranges(): { name: string; from: string; to: string }[] {
  const now = parseISO(today());
  const weeks = [4, 6, 12, 26, 52].map((count) => ({
    name: `the last ${count} weeks`,
    from: day(subDays(now, 7 * count - 1)),
    to: day(now),
  }));
  const months = Array.from({ length: 12 }, (_, ago) => {
    const month = new Date(now.getFullYear(), now.getMonth() - ago, 1);
    return { name: format(month, "MMMM yyyy"), from: day(startOfMonth(month)), to: day(endOfMonth(month)) };
  });
  return [...weeks, ...months];
}

const OWN = "own";

/** Whether a sentence may be read by somebody from whom energy is hidden. */
const shown = (sentence: string) => !isEnergyHidden() || !/kcal|energy/.test(sentence);

export default function Ledger() {
  useTitle("Ledger");
  const [params, setParams] = useSearchParams();
  const choices = ranges();
  const first = choices[0] as (typeof choices)[number];
  const given = (name: string, usual: string) => {
    const value = params.get(name) ?? "";
    return isDay(value) ? value : usual;
  };
  const from = given("from", first.from);
  const to = given("to", first.to);
  const chosen = choices.find((each) => each.from === from && each.to === to);
  const found = useQuery(ledgerQuery(from, to));
  const view = found.data;
  const go = (range: { from: string; to: string }) => setParams(range, { replace: true });
  const csv = `/api/v1/ledger.csv?from=${from}&to=${to}`;

  return (
    <div className="mx-auto max-w-310">
      <header className="on-paper flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>Ledger</h1>
        <span className="text-soft">
          {longDate(from)} to {longDate(to)}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2 print:hidden">
          <WhoEats />
          <Select
            label="Which days"
            value={chosen?.name ?? OWN}
            options={[
              ...choices.map(({ name }) => [name, name] as const),
              ...(chosen ? [] : [[OWN, "these days"] as const]),
            ]}
            onChange={(name) => {
              const range = choices.find((each) => each.name === name);
              if (range) go(range);
            }}
          />
          <input
            type="date"
            className="field !w-auto"
            aria-label="First day"
            value={from}
            onChange={(event) => isDay(event.target.value) && go({ from: event.target.value, to })}
          />
          <input
            type="date"
            className="field !w-auto"
            aria-label="Last day"
            value={to}
            onChange={(event) => isDay(event.target.value) && go({ from, to: event.target.value })}
          />
          <button type="button" className="btn btn-quiet" onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print
          </button>
          <a className="btn btn-quiet" href={csv} download>
            CSV
          </a>
        </span>
      </header>
      <Pending query={found} words="Looking back …" />
      {view && (
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-4.5 lg:grid-cols-[minmax(0,1fr)_372px]">
          <div className="grid gap-4.5">
            <Weeks days={view.days} />
            <section className="card p-4" aria-labelledby="energy-title">
              <h2 id="energy-title">Day by day</h2>
              <Suspense fallback={<p className="text-soft">Drawing …</p>}>
                <EnergyChart days={view.days} />
              </Suspense>
              <LedgerTable view={view} />
            </section>
          </div>
          <div className="grid gap-4.5">
            <section className="card p-4" aria-labelledby="averages-title">
              <h2 id="averages-title">How it ran</h2>
              {view.looked_back.sentences.filter(shown).map((sentence) => (
                <p key={sentence} className="mt-2" data-sentence>
                  {sentence}
                </p>
              ))}
            </section>
            <Weight view={view} />
          </div>
        </div>
      )}
    </div>
  );
}
