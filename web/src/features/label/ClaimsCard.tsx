import { Fragment } from "react";
import type { Schemas } from "@/api/types";
import type { ClassicChoice } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { grams, kcal } from "@/domain/format";
import { ClassicPicker } from "./ClassicPicker";

type Claim = Schemas["Claim"];
type Judged = Schemas["JudgedClaim"];
type Piece = Schemas["FiguresView"];

interface CalledProps {
  claims: Schemas["FormulaClaims"];
  words: readonly Schemas["WordAnswer"][];
  piece: Piece;
  baked: boolean;
  reference: ClassicChoice | null;
  store: DraftStore;
}

/** What a piece may be called by the rules of Europe and of the US, and what lacks for the rest. */
export function ClaimsCard({ claims, words, piece, baked, reference, store }: CalledProps) {
  const { eu, us, us_reference_g } = claims;
  if (!eu.length) return null;
  return (
    <section className="card p-4 text-note print:hidden" aria-labelledby="called-title">
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
      {claims.natural_sugars && <p className="mt-1">No sugars are added; it contains naturally occurring sugars.</p>}
      {claims.us_disclosures.length > 0 && (
        <p className="mt-1">
          With any claim in the US: “See nutrition information for {listed(claims.us_disclosures)} content.”
        </p>
      )}
      {claims.us_fibre_fat_g != null && (
        <p className="mt-1">
          With a claim on fiber in the US: “Contains {grams(claims.us_fibre_fat_g)} g of total fat per serving.”
        </p>
      )}
      <ClassicPicker reference={reference} classic={claims.classic} store={store} />
      <SellersWords words={words} />
      <details className="mt-1">
        <summary className="cursor-pointer font-semibold text-enamel-ink">Limits, and what lacks</summary>
        <Table title="Europe" basis={baked ? "100 g baked" : "100 g of dough"} judged={eu} piece={piece} />
        {us_reference_g !== null && (
          <Table title="US" basis={`the ${grams(us_reference_g)} g of its family`} judged={us} piece={piece} />
        )}
        <p className="mt-2 text-small text-soft">
          Regulation (EC) 1924/2006 and 21 CFR 101.54 to 101.62.{" "}
          {baked
            ? "Figures are of what is baked, grams of a change of the dough."
            : "Baking takes water out, so 100 g of the baked piece hold more of everything; choose a family or weigh the slab."}{" "}
          US protein counts as far as its quality carries it. A change is the smallest to one line alone that meets the
          limit; what it does to the crumb is another matter. Whether you may sell it, and what a label has to say, is
          for local law.
        </p>
      </details>
    </section>
  );
}

const listed = (names: readonly string[]) =>
  names.length > 1 ? `${names.slice(0, -1).join(", ")} and ${names.at(-1)}` : (names[0] ?? "");

const ANSWERS: Record<Schemas["WordVerdict"], [string, string]> = {
  holds: ["holds", "text-enamel-ink"],
  fails: ["does not hold", "text-caution"],
  "no rule": ["no rule allows or knows it", "text-soft"],
};

/** Words that people would like to write on it, each with what becomes of it and what is true instead. */
function SellersWords({ words }: { words: readonly Schemas["WordAnswer"][] }) {
  return (
    <details className="mt-1">
      <summary className="cursor-pointer font-semibold text-enamel-ink">Words that sellers use</summary>
      <dl className="mt-1 text-small">
        {words.map(({ word, answer, why, instead }) => (
          <div key={word} className="border-b border-rim py-1.5">
            <dt>
              <b>“{word}”</b> <b className={ANSWERS[answer][1]}>{ANSWERS[answer][0]}</b>
            </dt>
            <dd className="text-soft">
              {why} {instead && <span className="text-ink">{instead}</span>}
            </dd>
          </div>
        ))}
      </dl>
    </details>
  );
}

function inWords(judged: readonly Judged[]): string {
  const held = judged.filter(({ claim }) => claim.holds && !claim.stronger).map(({ claim }) => claim.name);
  return held.length ? held.join(", ") : "nothing special";
}

interface TableProps {
  title: string;
  /** What figures and limits are for. */
  basis: string;
  judged: readonly Judged[];
  piece: Piece;
}

function Table({ title, basis, judged, piece }: TableProps) {
  return (
    <table className="mt-2 w-full text-small">
      <caption className="text-left font-semibold">{title}</caption>
      <thead>
        <tr className="text-soft">
          <th scope="col" className="text-left font-normal">
            claim
          </th>
          <th scope="col" className="pl-2 text-right font-normal">
            a piece
          </th>
          <th scope="col" className="pl-2 text-right font-normal">
            {basis}
          </th>
          <th scope="col" className="pl-2 text-right font-normal">
            limit
          </th>
        </tr>
      </thead>
      <tbody>
        {judged.map(({ claim, nearest }) => (
          <Fragment key={claim.name}>
            <tr className={claim.holds ? "border-b border-rim" : ""}>
              <th scope="row" className="pt-1 text-left font-normal">
                {claim.name} {claim.holds && <b className="text-enamel-ink">holds</b>}
              </th>
              <td className="pt-1 pl-2 text-right whitespace-nowrap">{ofPiece(claim, piece)}</td>
              <td className="pt-1 pl-2 text-right whitespace-nowrap">{amount(claim.figure, claim)}</td>
              <td className="pt-1 pl-2 text-right whitespace-nowrap">{amount(claim.limit, claim)}</td>
            </tr>
            {!claim.holds && (
              <tr className="border-b border-rim">
                <td colSpan={4} className="pb-1 text-soft">
                  {[claim.change || "not", nearest ? changeInWords(nearest) : claim.nutrient && NO_LINE]
                    .filter(Boolean)
                    .join("; ")}
                </td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}

const NO_LINE = "no one line alone does it";

/** The change in grams, rounded away from zero so that it still does what it says. */
function changeInWords({ name, change_g, of_g }: Schemas["LineChange"]): string {
  const most = Math.abs(change_g);
  const step = most < 19.5 ? 10 : 1;
  const rounded = Math.ceil(most * step - 1e-6) / step;
  const by = grams(rounded);
  if (change_g < 0) return rounded >= of_g ? `would hold without the ${name}` : `would hold with ${by} g less ${name}`;
  return `would hold with ${by} g more ${name}`;
}

const threeDigits = new Intl.NumberFormat("en", { maximumSignificantDigits: 3 });

/** A figure of a claim in its unit, whose basis the caption tells. */
function amount(value: number, claim: Claim): string {
  const [unit] = claim.unit.split(/ in | of /);
  const figure = unit === "kcal" ? kcal(value) : threeDigits.format(value);
  return unit?.startsWith("lines") ? figure : `${figure} ${unit}`;
}

/** The same nutrient in a piece; nothing for a claim that is about a share or a count. */
function ofPiece(claim: Claim, piece: Piece): string {
  const value: unknown = claim.nutrient ? piece[claim.nutrient as keyof Piece] : undefined;
  if (typeof value !== "number") return "";
  return claim.nutrient === "energy_kcal" ? `${kcal(value)} kcal` : `${threeDigits.format(value)} g`;
}
