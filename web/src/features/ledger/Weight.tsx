import { useMutation, useQueryClient } from "@tanstack/react-query";
import { X } from "lucide-react";
import { lazy, Suspense, useId, useState } from "react";
import { api, data } from "@/api/client";
import { weightWritten } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { count, dayName, isEnergyHidden, today } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { useNotice } from "@/ui/Toast";

const WeightChart = lazy(() => import("./WeightChart"));

type View = Schemas["LedgerView"];

/** What was weighed, the trend behind it, and the energy that follows from both. */
export function Weight({ view }: { view: View }) {
  const { put, importCsv } = useWeights();
  const [day, setDay] = useState(today());
  const [text, setText] = useState("");
  const field = useId();
  const kg = parseNumber(text);
  const right = kg >= 15 && kg <= 400;
  const last = view.trend.at(-1);
  const { burned } = view;
  return (
    <section className="card p-4" aria-labelledby="weight-title">
      <h2 id="weight-title">Weight</h2>
      {last ? (
        <>
          <p className="mt-1" data-trend>
            The trend stands at <b>{last.trend_kg.toFixed(1)} kg</b>, from {last.low_kg.toFixed(1)} to{" "}
            {last.high_kg.toFixed(1)} kg; days go up and down around it.
          </p>
          <Suspense fallback={<p className="text-soft">Drawing …</p>}>
            <WeightChart view={view} />
          </Suspense>
        </>
      ) : (
        <p className="mt-1 text-soft">Type a weight, in the morning mostly; from a few days on a trend is drawn.</p>
      )}
      {!isEnergyHidden() && (
        <p className="mt-2 text-note" data-burned>
          {burned.sentence}
        </p>
      )}
      {!isEnergyHidden() && burned.energy_kcal !== null && (
        <p className="mt-1 text-note text-soft">Your targets stay as they are until you change them.</p>
      )}
      <form
        className="mt-3 flex flex-wrap items-end gap-2 print:hidden"
        onSubmit={(event) => {
          event.preventDefault();
          if (right) put.mutate({ day, weight_kg: kg }, { onSuccess: () => setText("") });
        }}
      >
        <input
          type="date"
          className="field !w-auto"
          aria-label="Day weighed"
          value={day}
          required
          onChange={(event) => setDay(event.target.value)}
        />
        <label htmlFor={field} className="sr-only">
          Weight, kg
        </label>
        <input
          id={field}
          className="field !w-24 text-right"
          inputMode="decimal"
          placeholder="kg"
          aria-invalid={text !== "" && !right}
          title={text === "" || right ? undefined : "From 15 to 400 kg"}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <button type="submit" className="btn" disabled={!right || !day || put.isPending}>
          Add weight
        </button>
      </form>
      <details className="mt-2 print:hidden">
        <summary className="cursor-pointer text-soft">
          {view.weights.length
            ? `${count(view.weights.length)} ${view.weights.length === 1 ? "weight" : "weights"}, and from a file`
            : "From a file"}
        </summary>
        <label className="mt-2 grid gap-1">
          <span>
            CSV with a day and a weight in each row, such as <code>2026-05-04,71.3</code>
          </span>
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            className="field"
            onChange={async (event) => {
              const file = event.target.files?.[0];
              if (file) importCsv.mutate(await file.text());
              event.target.value = "";
            }}
          />
        </label>
        {importCsv.isPending && <p role="status">Reading …</p>}
        {importCsv.error && (
          <p role="alert" className="text-stop">
            {importCsv.error.message}
          </p>
        )}
        {importCsv.data && importCsv.data.problems.length > 0 && (
          <ul className="mt-1 text-note text-caution" aria-label="Rows left out">
            {importCsv.data.problems.map((problem) => (
              <li key={problem}>{problem}</li>
            ))}
          </ul>
        )}
        <ul className="mt-2 max-h-60 overflow-y-auto">
          {[...view.weights].reverse().map((each) => (
            <li key={each.day} className="flex items-center gap-2 border-b border-rim">
              <span className="flex-1">{dayName(each.day)}</span>
              {each.weight_kg.toFixed(1)} kg
              <button
                type="button"
                className="btn btn-bare text-soft"
                aria-label={`Take the weight of ${dayName(each.day)} away`}
                onClick={() => put.mutate({ day: each.day, weight_kg: null, was: each.weight_kg })}
              >
                <X size={15} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}

function useWeights() {
  const client = useQueryClient();
  const tell = useNotice();
  const refresh = () => weightWritten(client);
  const put = useMutation({
    mutationFn: ({ day, weight_kg }: { day: string; weight_kg: number | null; was?: number }) =>
      data(api.PUT("/api/v1/weights/{day}", { params: { path: { day } }, body: { weight_kg } })),
    onSuccess: (_, { day, was }) => {
      if (was !== undefined)
        tell("The weight is taken away.", { label: "Undo", run: () => put.mutate({ day, weight_kg: was }) });
      return refresh();
    },
    onError: (problem) => tell(problem.message),
  });
  const importCsv = useMutation({
    mutationFn: (text: string) => data(api.POST("/api/v1/weights", { body: { text } })),
    onSuccess: (read) => {
      tell(`${count(read.written_count)} ${read.written_count === 1 ? "weight" : "weights"} read.`);
      return refresh();
    },
  });
  return { put, importCsv };
}
