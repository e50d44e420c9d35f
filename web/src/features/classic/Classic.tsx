import { useQuery } from "@tanstack/react-query";
import { ToggleGroup } from "radix-ui";
import { useState } from "react";
import { classicQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { benchBody } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { change, grams, kcal } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { useFigureTitle } from "@/features/common/useFigureTitle";
import { ClassicPicker } from "@/features/label/ClassicPicker";
import { Slab } from "@/ui/Slab";
import { useDraft } from "@/ui/useDraft";

type Half = Schemas["FiguresView"];
type SideLine = Schemas["ComparisonLine"];

const FIGURES = [
  "energy_kcal",
  "protein_g",
  "fat_g",
  "saturates_g",
  "carbohydrate_g",
  "sugars_g",
  "fibre_g",
  "salt_g",
] as const;

/** How it stands against the classic it stands in for: the sentence, the slabs, the figures, line by line. */
export default function Classic({ store }: { store: DraftStore }) {
  const title = useFigureTitle();
  const draft = useDraft(store, (state) => state.draft);
  const [on, setOn] = useState(0);
  const body = benchBody(draft);
  const query = useQuery(classicQuery(body));
  const classic = draft.classic ? query.data : undefined;
  const basis = classic?.bases[on] ?? classic?.bases[0];
  const most = Math.max(1, basis?.mine.energy_kcal ?? 0, basis?.theirs.energy_kcal ?? 0);
  return (
    <div className="mt-3 grid max-w-225 gap-4">
      <ClassicPicker reference={draft.classic} classic={classic?.theirs ?? ""} store={store} />
      {!draft.classic && (
        <p className="text-soft">
          The classic is what this one stands in for: another of your formulas, one of its versions, or figures off a
          pack or a menu.
        </p>
      )}
      {draft.classic && <Pending query={query} words="Setting them side by side …" />}
      {classic && basis && (
        <>
          <p className="figure text-figure leading-snug" data-classic-sentence>
            {basis.sentence[0]?.toUpperCase()}
            {basis.sentence.slice(1)}
            <span className="font-text text-base font-normal text-soft"> than {classic.theirs}</span>
          </p>
          {classic.mouth.length > 0 && <p>In the mouth: {classic.mouth.join(", ")}.</p>}
          <ToggleGroup.Root
            type="single"
            className="flex flex-wrap gap-1"
            aria-label="Compared by"
            value={String(on)}
            onValueChange={(value) => value && setOn(Number(value))}
          >
            {classic.bases.map((each, place) => (
              <ToggleGroup.Item
                key={each.name}
                value={String(place)}
                className={`btn ${each === basis ? "" : "btn-quiet"} md:!min-h-7.5`}
              >
                by {each.name}
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
          <div className="card grid gap-4 p-4 sm:grid-cols-[auto_1fr]">
            <div className="flex justify-center gap-5">
              <Piece half={basis.mine} name={classic.mine} most={most} />
              <Piece half={basis.theirs} name={classic.theirs} most={most} />
            </div>
            <table className="w-full self-start text-note">
              <caption className="sr-only">Figures by {basis.name}</caption>
              <thead className="text-mini text-soft">
                <tr>
                  <th scope="col" className="text-left font-semibold">
                    By {basis.name}
                  </th>
                  <th scope="col" className="text-right font-semibold">
                    this
                  </th>
                  <th scope="col" className="text-right font-semibold">
                    the classic
                  </th>
                  <th scope="col" className="text-right font-semibold">
                    difference
                  </th>
                </tr>
              </thead>
              <tbody>
                {FIGURES.map((name) => {
                  const label = title(name, true);
                  const [unit, shown] = name === "energy_kcal" ? ["kcal", kcal] : ["g", grams];
                  const unknown = basis.mine.at_least.includes(name) || basis.theirs.at_least.includes(name);
                  return (
                    <tr key={name} className="border-t border-rim">
                      <th
                        scope="row"
                        className={`py-1 text-left font-normal ${label.startsWith("of") ? "pl-3 text-soft" : ""} ${name === "protein_g" ? "text-protein-ink" : ""}`}
                      >
                        {label}, {unit}
                      </th>
                      <td className="text-right">{value(basis.mine, name, shown)}</td>
                      <td className="text-right text-soft">{value(basis.theirs, name, shown)}</td>
                      <td className="text-right font-semibold">
                        {unknown ? "" : change(basis.mine[name] - basis.theirs[name], shown)}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
          {classic.groups.some((group) => group.theirs.length > 0) && (
            <Lines groups={classic.groups} classic={classic} />
          )}
        </>
      )}
    </div>
  );
}

type Figure = (typeof FIGURES)[number];

const value = (half: Half, name: Figure, shown: (of: number) => string) =>
  half.at_least.includes(name) ? "not known" : shown(half[name]);

function Piece({ half, name, most }: { half: Half; name: string; most: number }) {
  return (
    <figure className="w-30 text-center text-small">
      <Slab layers={half.layers} energy_kcal={half.energy_kcal} full_kcal={most} size={118} />
      <figcaption className="mt-1 break-words">
        {name}
        <span className="block text-soft">{grams(half.mass_g)} g</span>
      </figcaption>
    </figure>
  );
}

function Lines({ groups, classic }: { groups: readonly Schemas["RoleGroup"][]; classic: Schemas["ClassicView"] }) {
  return (
    <section aria-labelledby="by-role">
      <h2 id="by-role">What does the same</h2>
      <table className="card mt-2 w-full border-separate border-spacing-0 text-note">
        <thead className="text-mini text-soft">
          <tr>
            <th scope="col" className="px-3 py-2 text-left font-semibold">
              Role
            </th>
            <th scope="col" className="px-3 py-2 text-left font-semibold">
              {classic.mine}, a piece
            </th>
            <th scope="col" className="px-3 py-2 text-left font-semibold">
              {classic.theirs}, a piece
            </th>
          </tr>
        </thead>
        <tbody>
          {groups.map((group) => (
            <tr key={group.name} className="align-top">
              <th scope="row" className="border-t border-rim px-3 py-2 text-left font-semibold">
                {group.name}
              </th>
              <Cell lines={group.mine} />
              <Cell lines={group.theirs} />
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Cell({ lines }: { lines: readonly SideLine[] }) {
  return (
    <td className="border-t border-rim px-3 py-2">
      {lines.length === 0 && <span className="text-soft">none</span>}
      {lines.map((line, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two lines may say the same
        <div key={place}>
          {line.piece_g === null ? "" : `${grams(line.piece_g)} g `}
          {line.name}
          {line.energy_kcal !== null && <span className="text-soft"> · {kcal(line.energy_kcal)} kcal</span>}
        </div>
      ))}
    </td>
  );
}
