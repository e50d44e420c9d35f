import { useEffect, useState } from "react";
import type { Schemas } from "@/api/types";
import { grams, kcal, longDate } from "@/domain/format";

const COLUMNS = [
  ["day", "Day"],
  ["energy", "kcal"],
  ["energy target", "target"],
  ["protein", "protein g"],
  ["protein target", "target"],
  ["fat", "fat g"],
  ["carbohydrate", "carb. g"],
  ["fibre", "fibre g"],
  ["weight", "kg"],
  ["trend", "trend kg"],
] as const;

/** The same days as a table, as CSV has them. */
export function LedgerTable({ view }: { view: Schemas["LedgerView"] }) {
  const weights = new Map(view.weights.map((each) => [each.day, each.weight_kg]));
  const trend = new Map(view.trend.map((each) => [each.day, each.trend_kg]));
  const [open, setOpen] = useState(false);
  useEffect(() => {
    // On paper nothing can be opened.
    const show = () => setOpen(true);
    window.addEventListener("beforeprint", show);
    return () => window.removeEventListener("beforeprint", show);
  }, []);
  return (
    <details className="mt-2" open={open} onToggle={(event) => setOpen(event.currentTarget.open)} data-table>
      <summary className="cursor-pointer text-soft print:hidden">As a table</summary>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways is reached by keyboard */}
      <section className="mt-2 overflow-x-auto" tabIndex={0} aria-label="Day by day as a table">
        <table className="w-full text-note tabular-nums">
          <thead>
            <tr className="text-left text-soft">
              {COLUMNS.map(([name, title], place) => (
                <th key={name} scope="col" className={place ? "px-1.5 text-right" : ""}>
                  {title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.days.map((each) => (
              <tr key={each.day} className="border-t border-rim">
                <th scope="row" className="py-0.5 text-left font-normal whitespace-nowrap">
                  {longDate(each.day)}
                </th>
                <Cell value={each.energy_kcal} shown={kcal} sd={each.sd_kcal} />
                <Cell value={each.target_kcal} shown={kcal} />
                <Cell value={each.protein_g} shown={grams} sd={each.sd_protein_g} />
                <Cell value={each.target_protein_g} shown={grams} />
                <Cell value={each.fat_g} shown={grams} />
                <Cell value={each.carbohydrate_g} shown={grams} />
                <Cell value={each.fibre_g} shown={grams} />
                <Cell value={weights.get(each.day) ?? null} shown={(kg) => kg.toFixed(1)} />
                <Cell value={trend.get(each.day) ?? null} shown={(kg) => kg.toFixed(1)} />
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </details>
  );
}

interface CellProps {
  value: number | null;
  shown: (value: number) => string;
  sd?: number | null;
}

function Cell({ value, shown, sd }: CellProps) {
  return (
    <td className="px-1.5 text-right whitespace-nowrap">
      {value === null ? "" : shown(value)}
      {value !== null && sd != null && sd >= 0.5 && <span className="text-soft"> ± {kcal(sd)}</span>}
    </td>
  );
}
