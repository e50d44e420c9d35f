import { useRef, useState } from "react";
import { CartesianGrid, Line, LineChart, ReferenceDot, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { problemText } from "@/domain/problem";
import { SaveChart } from "@/ui/SaveChart";

type Point = Schemas["PointView"];

interface TradeOffProps {
  asked: Omit<Schemas["PointBody"], "energy_kcal">;
  now: Schemas["FiguresView"];
  onPut: (answer: Schemas["AnswerView"]) => void;
}

const STEPS = 9;

/** Protein against energy as a curve of best answers, worked out point by point; it can be stopped, and points picked. */
export default function TradeOff({ asked, now, onPut }: TradeOffProps) {
  const [points, setPoints] = useState<Point[]>([]);
  const [running, setRunning] = useState(false);
  const [picked, setPicked] = useState<number | null>(null);
  const [problem, setProblem] = useState("");
  const stop = useRef<AbortController | null>(null);
  const chart = useRef<HTMLDivElement>(null);

  async function run() {
    const control = new AbortController();
    stop.current = control;
    setPoints([]);
    setPicked(null);
    setProblem("");
    setRunning(true);
    try {
      for (let step = 0; step < STEPS && !control.signal.aborted; step++) {
        const energy_kcal = Math.max(10, Math.round(now.energy_kcal * (0.45 + (0.8 * step) / (STEPS - 1))));
        const body = { ...asked, energy_kcal };
        const point = await data(api.POST("/api/v1/bench/reformulation/point", { body, signal: control.signal }));
        setPoints((before) => [...before, point]);
      }
    } catch (error) {
      if (!control.signal.aborted) setProblem(problemText(error));
    }
    setRunning(false);
  }

  const drawn = points.filter((point) => point.protein_g !== null);
  const chosen = picked === null ? undefined : drawn[picked];
  return (
    <section className="card p-4" aria-labelledby="trade-off">
      <div className="flex flex-wrap items-center gap-2">
        <h2 id="trade-off" className="flex-1">
          Protein against energy
        </h2>
        {running ? (
          <>
            <progress className="w-30" max={STEPS} value={points.length} aria-label="Points worked out" />
            <button type="button" className="btn btn-quiet" onClick={() => stop.current?.abort()}>
              Stop
            </button>
          </>
        ) : (
          <button type="button" className="btn btn-quiet" onClick={() => void run()}>
            {points.length ? "Work it out anew" : "Work out the curve"}
          </button>
        )}
        {drawn.length > 0 && !running && <SaveChart of={chart} name="protein against energy" />}
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-stop">
          {problem}
        </p>
      )}
      {points.length === 0 && !running && (
        <p className="mt-1 text-note text-soft">
          The most protein that a piece can have at each energy, your other wishes and the crumb kept.
        </p>
      )}
      {drawn.length > 0 && (
        <>
          <div ref={chart} className="mt-2 h-57.5" aria-hidden>
            <ResponsiveContainer>
              <LineChart data={drawn} accessibilityLayer={false} margin={{ top: 8, right: 16, bottom: 18, left: 4 }}>
                <CartesianGrid stroke="var(--rim)" />
                <XAxis
                  dataKey="energy_kcal"
                  type="number"
                  domain={["dataMin - 10", "dataMax + 10"]}
                  tickFormatter={(value) => kcal(Number(value))}
                  stroke="var(--ink-soft)"
                  label={{ value: "kcal a piece", position: "insideBottom", offset: -10, fill: "var(--ink-soft)" }}
                />
                <YAxis
                  stroke="var(--ink-soft)"
                  label={{ value: "g protein", angle: -90, position: "insideLeft", fill: "var(--ink-soft)" }}
                />
                <Tooltip
                  formatter={(value) => `${grams(Number(value))} g`}
                  labelFormatter={(value) => `${kcal(Number(value))} kcal`}
                  contentStyle={{ background: "var(--card)", border: "1px solid var(--rim)" }}
                />
                <Line
                  dataKey="protein_g"
                  name="protein"
                  stroke="var(--protein)"
                  strokeWidth={2.5}
                  dot={{ r: 5, fill: "var(--protein)" }}
                  isAnimationActive={false}
                />
                <ReferenceDot x={now.energy_kcal} y={now.protein_g} r={6} fill="var(--carb)" stroke="var(--ink)" />
                {chosen && (
                  <ReferenceDot
                    x={chosen.energy_kcal}
                    y={chosen.protein_g ?? 0}
                    r={9}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth={2}
                  />
                )}
              </LineChart>
            </ResponsiveContainer>
          </div>
          <ul className="mt-1 flex flex-wrap gap-1" aria-label="Points of the curve">
            {drawn.map((point, place) => (
              <li key={point.energy_kcal}>
                <button
                  type="button"
                  className={`rounded border px-2 py-px text-small ${picked === place ? "border-ink bg-sunk" : "border-rim"}`}
                  aria-pressed={picked === place}
                  onClick={() => setPicked(place)}
                >
                  {kcal(point.energy_kcal)} kcal: <b className="text-protein-ink">{grams(point.protein_g ?? 0)} g</b>
                </button>
              </li>
            ))}
          </ul>
          <p className="mt-1 text-small text-soft">The single dot is the piece as it is now.</p>
          {drawn.at(-1)?.kept_by?.length ? (
            <p className="mt-1 text-note">
              It ends where a baker would: {drawn.at(-1)?.kept_by?.slice(0, 3).join("; ")}.
            </p>
          ) : null}
          {chosen?.answer && (
            <div className="mt-2 text-note">
              <p>{chosen.answer.mouth.text}</p>
              <ul>
                {chosen.answer.words.map((words) => (
                  <li key={words}>{words}</li>
                ))}
              </ul>
              <button
                type="button"
                className="btn btn-quiet mt-1"
                onClick={() => chosen.answer && onPut(chosen.answer)}
              >
                Put it on the Bench
              </button>
            </div>
          )}
        </>
      )}
    </section>
  );
}
