import type { Schemas } from "@/api/types";
import { change, grams, kcal } from "@/domain/format";
import { useFigureTitle } from "@/features/common/useFigureTitle";

interface StatedCardProps {
  stated: Schemas["StatedComparison"] | null;
  /** What the text calls it, "sugar-free", with what becomes of that. */
  called: readonly Schemas["WordAnswer"][];
}

/** What the text of a formula says of a piece, beside what its lines make, and the likeliest reason of a difference; and
 * what it calls it. Nothing where it says nothing. */
export function StatedCard({ stated, called }: StatedCardProps) {
  const title = useFigureTitle();
  const shown = (name: string) => (name === "energy_kcal" ? kcal : grams);
  if (!stated && !called.length) return null;
  return (
    <section className="card p-4 text-note print:hidden" aria-labelledby="stated-title" data-stated>
      <h2 id="stated-title">What its text says</h2>
      {stated && (
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
      )}
      {stated?.reason && <p className="mt-1.5">{stated.reason}</p>}
      {called.length > 0 && (
        <ul className="mt-2 grid gap-1">
          {called.map(({ word, answer, why, instead }) => (
            <li key={word} className="border-t border-rim pt-1">
              <b>“{word}”</b>{" "}
              <span className={answer === "holds" ? "text-soft" : "font-semibold text-caution"}>
                {answer === "holds" ? "holds" : answer === "fails" ? "does not hold" : "no rule"}
              </span>{" "}
              <span className="text-soft">
                {why} {answer !== "holds" && instead}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
