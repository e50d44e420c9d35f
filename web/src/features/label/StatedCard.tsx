import type { Schemas } from "@/api/types";
import { change, grams, kcal } from "@/domain/format";
import { useFigureTitle } from "@/features/common/useFigureTitle";

/** What the text of a formula says of a piece, beside what its lines make, and the likeliest reason of a difference. */
export function StatedCard({ stated }: { stated: Schemas["StatedComparison"] }) {
  const title = useFigureTitle();
  const shown = (name: string) => (name === "energy_kcal" ? kcal : grams);
  return (
    <section className="card p-4 text-note print:hidden" aria-labelledby="stated-title" data-stated>
      <h2 id="stated-title">What its text says</h2>
      <table className="mt-1 w-full text-small">
        <caption className="sr-only">A piece as the text states it, and as its lines make it</caption>
        <thead className="text-soft">
          <tr>
            <th scope="col" className="text-left font-normal">
              a piece
            </th>
            <th scope="col" className="text-right font-normal">
              the text
            </th>
            <th scope="col" className="text-right font-normal">
              its lines
            </th>
            <th scope="col" className="text-right font-normal">
              difference
            </th>
          </tr>
        </thead>
        <tbody>
          {stated.figures.map(({ name, stated: said, ours, agrees }) => (
            <tr key={name} className="border-t border-rim">
              <th scope="row" className="py-1 text-left font-normal">
                {name === "net_carbohydrate_g" ? "Net carbohydrate" : title(name)},{" "}
                {name === "energy_kcal" ? "kcal" : "g"}
              </th>
              <td className="text-right">{shown(name)(said)}</td>
              <td className="text-right">{ours === null ? "unknown" : shown(name)(ours)}</td>
              <td className={`text-right font-semibold ${agrees ? "text-soft" : "text-caution"}`}>
                {agrees ? "agrees" : ours === null ? "" : change(ours - said, shown(name))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {stated.reason && <p className="mt-1.5">{stated.reason}</p>}
    </section>
  );
}
