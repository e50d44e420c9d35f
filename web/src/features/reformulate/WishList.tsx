import type { Schemas } from "@/api/types";
import { type AskChange, newWish, type ReformulationAsk } from "@/domain/reformulation";
import { Select } from "@/ui/Select";
import { WishRange } from "./WishRange";
import { WishRow } from "./WishRow";

interface WishListProps {
  ask: ReformulationAsk;
  change: (change: AskChange) => void;
  /** Undefined until the server has told. */
  choices: Schemas["ReformulationChoices"] | undefined;
  piece: Schemas["FiguresView"];
  /** How far each wish that is a figure can go, in their order; undefined until asked for. */
  ranges: readonly Schemas["WishRange"][] | undefined;
  looking: boolean;
  onLook: () => void;
}

/** What a piece shall be, a sentence a wish, and what of the dessert may give way for it. */
export function WishList({ ask, change, choices, piece, ranges, looking, onLook }: WishListProps) {
  const { wishes, lifted } = ask;
  const figures = wishes.filter((wish) => !wish.claim_of && !wish.way);
  const claims = choices?.claims ?? [];
  const figureOf = (name: string) => choices?.figures.find((figure) => figure.name === name);
  const wished = (name: string) => wishes.some((wish) => wish.name === name);
  return (
    <fieldset className="card grid gap-2 p-4">
      <legend className="sr-only">What a piece shall be</legend>
      <h2>A piece shall have</h2>
      <ul className="grid gap-2">
        {wishes.map((wish, place) => (
          <li key={`${wish.claim_of} ${wish.name} ${wish.per_100g}`}>
            <WishRow
              wish={wish}
              figure={figureOf(wish.name)}
              where={claims.find((rules) => rules.claim_of === wish.claim_of)?.where ?? ""}
              bite={choices?.character.find(({ name, way }) => name === wish.name && way === wish.way)?.words}
              onChange={(to) => change({ kind: "wish changed", place, to })}
              onRemove={() => change({ kind: "wish removed", place })}
            />
            {ranges && figures.includes(wish) && (
              <WishRange
                value={wish.value}
                range={ranges[figures.indexOf(wish)]}
                onChange={(value) => change({ kind: "wish changed", place, to: { value } })}
              />
            )}
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Select
          label="Wish for something more"
          value=""
          options={[
            ["", "and …"],
            ...(choices?.figures ?? [])
              .filter(({ name }) => !wished(name))
              .map(({ name, words }) => [name, words] as const),
            ...(choices?.character ?? [])
              .filter(({ name }) => !wished(name))
              .map(({ name, way, words }) => [`bite:${name}:${way}`, words] as const),
            ...claims.flatMap(({ claim_of, where, names }) =>
              names.map((name) => [`${claim_of}:${name}`, `“${name}” ${where}`] as const),
            ),
          ]}
          onChange={(chosen) =>
            chosen && change({ kind: "wish added", wish: newWish(chosen, figureOf(chosen), piece) })
          }
        />
        <button type="button" className="btn btn-bare" disabled={looking} onClick={onLook}>
          {looking ? "Looking …" : "How far can each go?"}
        </button>
      </div>
      <p className="text-note text-soft">
        And still be this dessert: its crumb bakes, it stays as sweet within 15 %, bites as now within a touch, and
        nothing goes without something in its place.
      </p>
      {!!choices?.limits.length && (
        <details>
          <summary className="cursor-pointer text-note">
            What may give way <span className="text-soft">{lifted.length > 0 && `· ${lifted.length} lifted`}</span>
          </summary>
          {choices.limits.map(({ limit, words }) => (
            <label key={limit} className="flex items-baseline gap-2 text-note">
              <input
                type="checkbox"
                className="accent-enamel"
                checked={lifted.includes(limit)}
                onChange={(event) => change({ kind: "limit", limit, lifted: event.target.checked })}
              />
              {words}
            </label>
          ))}
        </details>
      )}
    </fieldset>
  );
}
