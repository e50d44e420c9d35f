import { sampleName, type Tasting } from "@/domain/tasting";

const STOPS = [0, 1, 2, 3, 4];

/** A sheet for a taster without a phone: each question for each sample, five boxes between two words. */
export function TastingOnPaper({ tasting }: { tasting: Tasting }) {
  return (
    <article className="hidden print:block" data-on-paper>
      <h1>{tasting.name}</h1>
      <p className="mt-1">Taster: ______________________________</p>
      {tasting.poles.map((pole) => (
        <section key={pole.name} className="mt-4 break-inside-avoid">
          <h2>{pole.question}</h2>
          <table>
            <tbody>
              {tasting.samples.map(({ letter }) => (
                <tr key={letter}>
                  <th scope="row" className="pr-4 text-left font-normal">
                    {sampleName(tasting, letter)}
                  </th>
                  <td className="pr-3 text-right text-soft">{pole.low}</td>
                  {STOPS.map((stop) => (
                    <td key={stop} className="px-1.5">
                      <span className="block size-5 border border-tin" />
                    </td>
                  ))}
                  <td className="pl-3 text-soft">{pole.high}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </article>
  );
}
