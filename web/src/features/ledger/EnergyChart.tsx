import { format, parseISO } from "date-fns";
import { useRef } from "react";
import {
  Bar,
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Line,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";
import type { Schemas } from "@/api/types";
import { grams, isEnergyHidden, kcal, longDate } from "@/domain/format";
import { SaveChart } from "@/ui/SaveChart";

type Day = Schemas["LedgerRow"];

const AXIS = { fontSize: 12, fill: "var(--ink-soft)" };

/** Energy and protein day by day, each beside its target; the bands of a day as thin lines. */
export default function EnergyChart({ days }: { days: readonly Day[] }) {
  const rows = days.map((each) => ({ ...each, words: format(parseISO(each.day), "d MMM") }));
  return (
    <div className="grid gap-2">
      {!isEnergyHidden() && (
        <Figure rows={rows} figure="energy_kcal" target="target_kcal" sd="sd_kcal" unit="kcal" fill="var(--enamel)" />
      )}
      <Figure
        rows={rows}
        figure="protein_g"
        target="target_protein_g"
        sd="sd_protein_g"
        unit="g protein"
        fill="var(--protein)"
      />
    </div>
  );
}

interface FigureProps {
  rows: (Day & { words: string })[];
  figure: "energy_kcal" | "protein_g";
  target: "target_kcal" | "target_protein_g";
  sd: "sd_kcal" | "sd_protein_g";
  unit: string;
  fill: string;
}

function Figure({ rows, figure, target, sd, unit, fill }: FigureProps) {
  const shown = figure === "energy_kcal" ? kcal : grams;
  const chart = useRef<HTMLElement>(null);
  return (
    <figure ref={chart} aria-label={`${unit} day by day; the table below has the figures`}>
      <figcaption className="flex items-center justify-between text-note text-soft">
        {unit}, the line is the target
        <SaveChart of={chart} name={`${unit} day by day`} />
      </figcaption>
      <div className="h-36" aria-hidden="true" data-chart>
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart data={rows} margin={{ top: 6, right: 4, bottom: 0, left: 0 }} accessibilityLayer={false}>
            <CartesianGrid vertical={false} stroke="var(--rim)" />
            <XAxis dataKey="words" tick={AXIS} tickLine={false} minTickGap={30} stroke="var(--rim-strong)" />
            <YAxis tick={AXIS} tickLine={false} width={46} stroke="var(--rim-strong)" />
            <Tooltip
              cursor={{ fill: "var(--sunk)" }}
              content={({ active, payload }) => {
                const row = payload?.[0]?.payload as Day | undefined;
                if (!active || !row) return null;
                return (
                  <div className="card px-3 py-2 text-note shadow-lg">
                    <b>{longDate(row.day)}</b>
                    <div>
                      {row[figure] === null ? "nothing written down" : `${shown(row[figure])} ${unit}`}
                      {row[sd] !== null && ` ± ${shown(row[sd])}`}
                    </div>
                    {row[target] !== null && <div className="text-soft">target {shown(row[target])}</div>}
                  </div>
                );
              }}
            />
            <Bar dataKey={figure} fill={fill} isAnimationActive={false} maxBarSize={22}>
              <ErrorBar dataKey={sd} width={0} stroke="var(--ink)" strokeWidth={1} />
            </Bar>
            <Line
              dataKey={target}
              type="step"
              dot={false}
              stroke="var(--tin)"
              strokeWidth={2}
              isAnimationActive={false}
              connectNulls
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
