import { format, parseISO } from "date-fns";
import { useRef } from "react";
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, Scatter, XAxis, YAxis } from "recharts";
import type { Schemas } from "@/api/types";
import { SaveChart } from "@/ui/SaveChart";

const AXIS = { fontSize: 12, fill: "var(--ink-soft)" };

/** Dots for what was weighed, a line for the trend, a shade for its interval. */
export default function WeightChart({ view }: { view: Schemas["LedgerView"] }) {
  const chart = useRef<HTMLElement>(null);
  const weights = new Map(view.weights.map((each) => [each.day, each.weight_kg]));
  const rows = view.trend.map((each) => ({
    words: format(parseISO(each.day), "d MMM"),
    trend: each.trend_kg,
    band: [each.low_kg, each.high_kg],
    weight: weights.get(each.day) ?? null,
  }));
  const low = Math.min(...rows.map((row) => Math.min(row.trend, row.weight ?? row.trend)));
  const high = Math.max(...rows.map((row) => Math.max(row.trend, row.weight ?? row.trend)));
  // Every second kilogram has a line, the first and the last too.
  const bottom = Math.floor(low - 0.5);
  const top = bottom + 2 * Math.ceil((high + 0.5 - bottom) / 2);
  return (
    <figure ref={chart} aria-label="Weight day by day; the table has the figures">
      <div className="mt-2 h-44" aria-hidden="true" data-chart>
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart data={rows} margin={{ top: 6, right: 4, bottom: 0, left: 0 }} accessibilityLayer={false}>
            <CartesianGrid vertical={false} stroke="var(--rim)" />
            <XAxis dataKey="words" tick={AXIS} tickLine={false} minTickGap={30} stroke="var(--rim-strong)" />
            <YAxis
              tick={AXIS}
              tickLine={false}
              width={40}
              stroke="var(--rim-strong)"
              domain={[bottom, top]}
              ticks={Array.from({ length: (top - bottom) / 2 + 1 }, (_, at) => bottom + 2 * at)}
            />
            <Area dataKey="band" fill="var(--carb)" fillOpacity={0.25} stroke="none" isAnimationActive={false} />
            <Line dataKey="trend" stroke="var(--enamel-ink)" strokeWidth={2.5} dot={false} isAnimationActive={false} />
            <Scatter dataKey="weight" fill="var(--tin)" isAnimationActive={false} />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      <figcaption className="flex justify-end">
        <SaveChart of={chart} name="weight" />
      </figcaption>
    </figure>
  );
}
