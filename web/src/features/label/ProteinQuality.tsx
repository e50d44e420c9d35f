import type { Schemas } from "@/api/types";
import { grams } from "@/domain/format";

/** Protein weighed by its quality, a second figure under the one on the label. */
export function ProteinQuality({ quality }: { quality: Schemas["ProteinQuality"] }) {
  if (!quality.sources.length) return null;
  const known = quality.unknown_g < 0.05;
  return (
    <details className="mt-2 border-t border-rim pt-2 text-note">
      <summary className="flex cursor-pointer justify-between">
        <span className="text-protein-ink">Protein by its quality</span>
        <span>
          {!known && <span className="text-small">at least </span>}
          {grams(quality.counts_g)} g
        </span>
      </summary>
      <table className="mt-1 w-full text-small text-soft">
        <tbody>
          {quality.sources.map((source) => (
            <tr key={source.protein}>
              <th scope="row" className="text-left font-normal">
                {source.protein}
              </th>
              <td className="text-right">
                {grams(source.protein_g)} g, {source.score === 0 ? "none of it counts" : `× ${source.score}`}
              </td>
            </tr>
          ))}
          {!known && (
            <tr>
              <th scope="row" className="text-left font-normal">
                foods without a score
              </th>
              <td className="text-right">{grams(quality.unknown_g)} g</td>
            </tr>
          )}
        </tbody>
      </table>
      <p className="text-small text-soft">
        By digestible indispensable amino acids (FAO 2013). A mix may count for more: proteins make up for each other.
      </p>
    </details>
  );
}
