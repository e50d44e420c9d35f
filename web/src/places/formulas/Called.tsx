import type { Schemas } from "@/api/client";
import { grams, kcal } from "@/parts/words";

type Claims = Schemas["Claims"];
type Claim = Schemas["Claim"];

/** What a piece may be called by the rules of Europe and of the US, and what lacks for the rest. */
export function Called({ claims }: { claims: Claims }) {
  const { eu, us, us_reference_g } = claims;
  if (!eu.length) return null;
  return (
    <section className="mt-3 border-t border-rim pt-3 text-[14px]" aria-labelledby="called-title">
      <h2 id="called-title">It may be called</h2>
      <p className="mt-1">
        {inWords(eu)} <span className="text-soft">in Europe</span>
      </p>
      <p>
        {us_reference_g === null ? (
          <span className="text-soft">US claims rest on the amount of its family; choose one that has it.</span>
        ) : (
          <>
            {inWords(us)} <span className="text-soft">in the US</span>
          </>
        )}
      </p>
      {claims.laxative && (
        <p className="mt-1 border-l-4 border-caution bg-caution-ground px-2 py-1">
          Over 10 % sugar alcohols: a lot of it may have a laxative effect.
        </p>
      )}
      <details className="mt-1">
        <summary className="cursor-pointer font-semibold text-enamel-ink">Limits, and what lacks</summary>
        <Table title="Europe, in 100 g of dough" claims={eu} />
        {us_reference_g !== null && <Table title={`US, in the ${grams(us_reference_g)} g of its family`} claims={us} />}
        <p className="mt-2 text-[13px] text-soft">
          Regulation (EC) 1924/2006 and 21 CFR 101.54 to 101.62. Baking takes water out, so 100 g of the baked piece
          hold more of everything. US protein is meant corrected for its quality. Whether you may sell it, and what a
          label has to say, is for local law.
        </p>
      </details>
    </section>
  );
}

function inWords(claims: readonly Claim[]): string {
  const held = claims.filter((claim) => claim.holds && !claim.stronger).map((claim) => claim.name);
  return held.length ? held.join(", ") : "nothing special";
}

function Table({ title, claims }: { title: string; claims: readonly Claim[] }) {
  return (
    <table className="mt-2 w-full text-[13px]">
      <caption className="text-left font-semibold">{title}</caption>
      <thead>
        <tr className="text-soft">
          <th scope="col" className="text-left font-normal">
            claim
          </th>
          <th scope="col" className="pl-2 text-right font-normal">
            it has
          </th>
          <th scope="col" className="pl-2 text-right font-normal">
            limit
          </th>
        </tr>
      </thead>
      <tbody>
        {claims.map((claim) => (
          <tr key={claim.name} className="border-b border-rim align-top">
            <th scope="row" className="py-1 text-left font-normal">
              {claim.name}{" "}
              {claim.holds ? (
                <b className="text-enamel-ink">holds</b>
              ) : (
                <span className="block text-soft">{claim.change || "not"}</span>
              )}
            </th>
            <td className="py-1 pl-2 text-right whitespace-nowrap tabular-nums">{amount(claim.figure, claim)}</td>
            <td className="py-1 pl-2 text-right whitespace-nowrap tabular-nums">{amount(claim.limit, claim)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const threeDigits = new Intl.NumberFormat("en", { maximumSignificantDigits: 3 });

/** A figure of a claim in its unit, whose basis the caption tells. */
function amount(value: number, claim: Claim): string {
  const [unit] = claim.unit.split(/ in | of /);
  const figure = unit === "kcal" ? kcal(value) : threeDigits.format(value);
  return unit?.startsWith("lines") ? figure : `${figure} ${unit}`;
}
