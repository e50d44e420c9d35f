import type { Schemas } from "@/api/types";
import { change, grams, kcal, money } from "@/domain/format";
import { MethodSteps } from "@/features/common/MethodSteps";
import { MouthLine } from "@/features/common/MouthLine";
import { DialTrack, dialValue } from "@/ui/DialTrack";
import { Slab } from "@/ui/Slab";

type Preview = Schemas["Preview"];
type Half = Schemas["SwapSide"];

const FIGURES: readonly [string, (half: Half) => number, (value: number) => string, string][] = [
  ["Energy", (half) => half.piece.energy_kcal, kcal, "kcal"],
  ["Protein", (half) => half.piece.protein_g, grams, "g"],
  ["Fat", (half) => half.piece.fat_g, grams, "g"],
  ["Sugars", (half) => half.piece.sugars_g, grams, "g"],
  ["As sweet as sugar", (half) => half.sweetness_g, grams, "g"],
  ["Water in the dough", (half) => half.water_g, grams, "g"],
  ["Piece", (half) => half.piece.mass_g, grams, "g"],
];

interface PreviewPanelProps {
  preview: Preview;
  currency: string;
  children?: React.ReactNode;
}

/** What a change would do to a piece, before it is made: figures, dials, allergens, and what has to move with it. */
export function PreviewPanel({ preview, currency, children }: PreviewPanelProps) {
  const { before, after } = preview;
  const most = Math.max(before.piece.energy_kcal, after.piece.energy_kcal, 1);
  const moved = after.check.dials
    .map((dial, place) => [before.check.dials[place], dial] as const)
    .filter(([was, now]) => was && (was.verdict !== now.verdict || shift(was, now) > 0.02));
  return (
    <div className="grid gap-3">
      <div className="flex items-end justify-around">
        <figure className="text-center text-small text-soft">
          <Slab layers={before.piece.layers} energy_kcal={before.piece.energy_kcal} full_kcal={most} size={84} />
          <figcaption>now</figcaption>
        </figure>
        <figure className="text-center text-small text-soft">
          <Slab layers={after.piece.layers} energy_kcal={after.piece.energy_kcal} full_kcal={most} size={84} />
          <figcaption>then</figcaption>
        </figure>
      </div>
      <table className="w-full text-note">
        <caption className="sr-only">A piece now and then</caption>
        <thead className="text-mini text-soft">
          <tr>
            <th scope="col" className="text-left font-semibold">
              A piece
            </th>
            <th scope="col" className="text-right font-semibold">
              now
            </th>
            <th scope="col" className="text-right font-semibold">
              then
            </th>
            <th scope="col" className="text-right font-semibold">
              change
            </th>
          </tr>
        </thead>
        <tbody>
          {FIGURES.map(([name, of, shown, unit]) => (
            <tr key={name} className="border-t border-rim">
              <th scope="row" className={`py-1 text-left font-normal ${name === "Protein" ? "text-protein-ink" : ""}`}>
                {name}, {unit}
              </th>
              <td className="text-right text-soft">{shown(of(before))}</td>
              <td className="text-right">{shown(of(after))}</td>
              <td className="text-right font-semibold">{change(of(after) - of(before), shown)}</td>
            </tr>
          ))}
          {before.cost !== null && after.cost !== null && (
            <tr className="border-t border-rim">
              <th scope="row" className="py-1 text-left font-normal">
                Costs
              </th>
              <td className="text-right text-soft">{money(before.cost, currency)}</td>
              <td className="text-right">{money(after.cost, currency)}</td>
              <td />
            </tr>
          )}
        </tbody>
      </table>
      {moved.length > 0 && (
        <ul className="grid gap-2" aria-label="Dials that move">
          {moved.map(([was, dial]) => (
            <li key={dial.name} className="text-note">
              <span className="grid grid-cols-[104px_1fr_54px] items-center gap-3">
                <span>{dial.title}</span>
                <DialTrack dial={dial} />
                <b className={`text-right ${dial.verdict === "fits" ? "" : "text-caution"}`}>{dialValue(dial)}</b>
              </span>
              {was?.verdict !== dial.verdict && (
                <span className={`text-small ${dial.verdict === "fits" ? "text-soft" : "text-caution"}`}>
                  {dial.reason}
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      <MouthLine mouth={preview.mouth} />
      <MethodSteps steps={preview.method.steps} />
      <Contents preview={preview} />
      {preview.remarks.map((remark) => (
        <p key={remark} className="border-l-4 border-caution bg-caution-ground px-3 py-2 text-note">
          {remark}
        </p>
      ))}
      {children}
    </div>
  );
}

function shift(was: Schemas["Dial"], now: Schemas["Dial"]): number {
  if (was.value === null || now.value === null) return 0;
  return Math.abs(now.value - was.value) / Math.max(Math.abs(was.value), 1e-6);
}

function Contents({ preview }: { preview: Preview }) {
  const said = [
    ["Then contains", preview.gains, "text-caution"],
    ["No longer contains", preview.loses, ""],
    ["Then is", preview.keeps, ""],
    ["No longer is", preview.breaks, "text-caution"],
  ] as const;
  const told = said.filter(([, names]) => names.length > 0);
  if (!told.length) return null;
  return (
    <ul className="text-note" aria-label="What is in it then">
      {told.map(([words, names, tone]) => (
        <li key={words}>
          {words} <b className={tone}>{names.join(", ")}</b>
        </li>
      ))}
    </ul>
  );
}

/** Where the panel stands below what was picked: its sum, and the way down to it. */
export function ToPreview({ to, preview }: { to: string; preview: Preview | undefined }) {
  return (
    <a href={`#${to}`} className="btn sticky bottom-31 z-20 justify-self-center shadow-lg lg:hidden">
      Before you do it
      {preview &&
        `: ${change(preview.after.piece.energy_kcal - preview.before.piece.energy_kcal, kcal)} kcal, ${change(preview.after.piece.protein_g - preview.before.piece.protein_g, grams)} g protein`}
    </a>
  );
}
