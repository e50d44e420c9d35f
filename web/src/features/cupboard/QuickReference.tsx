import { useQuery } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import type { ReactNode } from "react";
import { referenceQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { grams } from "@/domain/format";

type Reference = Schemas["QuickReference"];

const TABS = [
  ["measures", "Measures"],
  ["cups", "A cup of"],
  ["dishers", "Dishers"],
  ["ovens", "Oven heat"],
  ["sweeteners", "Sweeteners"],
] as const;

/** Measures, dishers, oven heat and sweeteners at a glance. */
export function QuickReference() {
  const query = useQuery(referenceQuery);
  if (query.isError) return <p role="alert">{query.error.message}</p>;
  if (!query.data) return <p className="text-soft">Opening the tables …</p>;
  const all = query.data;
  return (
    <Tabs.Root defaultValue="measures">
      <Tabs.List className="flex flex-wrap gap-1 border-b border-rim" aria-label="Tables">
        {TABS.map(([name, title]) => (
          <Tabs.Trigger
            key={name}
            value={name}
            className="border-b-[3px] border-transparent px-3 py-2 font-semibold text-soft data-[state=active]:border-enamel-ink data-[state=active]:text-ink"
          >
            {title}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      {TABS.map(([name]) => (
        <Tabs.Content key={name} value={name} className="pt-3" tabIndex={-1}>
          <div className="overflow-x-auto">{TABLES[name](all)}</div>
          {all.sources[name] && <p className="mt-2 text-small text-soft">Source: {all.sources[name]}.</p>}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}

const ml = (value: number) => value.toFixed(value < 100 ? 1 : 0);

const TABLES: Record<(typeof TABS)[number][0], (all: Reference) => ReactNode> = {
  measures: (all) => (
    <Table
      head={["level", "US, ml", "metric, ml", "Australian, ml"]}
      rows={all.measures.map((each) => [each.name, ml(each.us_ml), ml(each.metric_ml), ml(each.australian_ml)])}
    />
  ),
  cups: (all) => (
    <Table
      head={["one US cup of", "filled", "g"]}
      rows={all.cups.map((each) => [each.name, each.how, grams(each.cup_g)])}
    />
  ),
  dishers: (all) => (
    <Table
      head={["number", "ml, level", "US tablespoons"]}
      rows={all.dishers.map((each) => [
        String(each.number),
        ml(each.volume_ml),
        String(Number(each.tablespoon_count.toPrecision(3))),
      ])}
    />
  ),
  ovens: (all) => (
    <Table
      head={["how hot", "°C", "°C, fan", "°F", "gas mark"]}
      rows={all.ovens.map((each) => [
        each.words,
        String(each.celsius),
        String(each.fan_c),
        String(each.fahrenheit),
        each.gas,
      ])}
    />
  ),
  sweeteners: (all) => (
    <Table
      head={["sweetener", "sweet as sugar ×", "kcal per g", "in a crumb"]}
      rows={all.sweeteners.map((each) => [
        each.name,
        each.low_ratio === each.high_ratio ? String(each.low_ratio) : `${each.low_ratio} to ${each.high_ratio}`,
        String(Number(each.kcal_per_g.toFixed(1))),
        <>
          {each.use}
          {each.caution && <span className="block text-caution">{each.caution}</span>}
          <span className="block text-mini text-soft">{each.source}</span>
        </>,
      ])}
      words={3}
    />
  ),
};

/** A table whose first column names; numbers to the right, from column `words` on texts to the left. */
function Table({ head, rows, words = head.length }: { head: string[]; rows: ReactNode[][]; words?: number }) {
  const side = (place: number) => (place === 0 || place >= words ? "text-left" : "text-right");
  return (
    <table className="w-full text-note">
      <thead>
        <tr className="text-soft">
          {head.map((title, place) => (
            <th key={title} scope="col" className={`px-2 pb-1 font-normal ${side(place)}`}>
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells, row) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the tables never change
          <tr key={row} className="border-t border-rim align-top">
            {cells.map((cell, place) =>
              place === 0 ? (
                <th key={head[place]} scope="row" className="px-2 py-1 text-left font-semibold">
                  {cell}
                </th>
              ) : (
                <td key={head[place]} className={`px-2 py-1 ${side(place)}`}>
                  {cell}
                </td>
              ),
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
