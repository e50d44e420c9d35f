import { count } from "@/domain/format";
import { dueWord, isDue, keyOf, type Lying, lyingOn, madeWord, type Shelf, type Stash } from "@/domain/stash";
import { Pieces } from "./Pieces";

const KEPT: Record<string, string> = { counter: "covered, cool", fridge: "4 °C", freezer: "−18 °C" };

interface ShelfBoardProps {
  stash: Stash;
  shelf: Shelf;
  chosen: Lying | undefined;
  onChoose: (lying: Lying) => void;
}

/** A shelf as a board with what lies on it, what must be eaten first at the left. */
export function ShelfBoard({ stash, shelf, chosen, onChoose }: ShelfBoardProps) {
  const lying = lyingOn(stash, shelf);
  return (
    <section aria-labelledby={`shelf-${shelf.id}`}>
      <h2 id={`shelf-${shelf.id}`}>
        {shelf.name} <span className="font-text text-note font-normal text-soft">{KEPT[shelf.kind]}</span>
      </h2>
      {lying.length === 0 ? (
        <p className="mt-1 border-b-[5px] border-rim pb-2 text-note text-soft">Nothing is here.</p>
      ) : (
        <ul className="mt-1.5 flex flex-wrap gap-x-8 gap-y-3">
          {lying.map((each) => (
            <li key={keyOf(each)} className="max-w-full min-w-44 flex-1 basis-44">
              <Laid
                lying={each}
                now={stash.now}
                chosen={!!chosen && keyOf(chosen) === keyOf(each)}
                onChoose={onChoose}
              />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

interface LaidProps {
  lying: Lying;
  now: string;
  chosen: boolean;
  onChoose: (lying: Lying) => void;
}

function Laid({ lying, now, chosen, onChoose }: LaidProps) {
  const { batch, position } = lying;
  const urgent = position.past || isDue(position, now);
  return (
    <button
      type="button"
      id={keyOf(lying)}
      aria-pressed={chosen}
      onClick={() => onChoose(lying)}
      className={`block w-full rounded-md text-left ${chosen ? "bg-sunk" : "hover:bg-sunk/60"}`}
    >
      <span className="flex h-11.5 items-end overflow-hidden border-b-[5px] border-tin px-1">
        <Pieces
          shape={batch.shape}
          pieces={position.piece_count}
          gone={position.gone_count}
          layers={position.figures.layers}
        />
      </span>
      <span className="block px-1 pt-1 pb-1.5">
        <b className="block">{batch.name}</b>
        <span className="text-note">
          {count(position.piece_count)} left ·{" "}
          {position.past ? (
            <b className="text-stop">past: {dueWord(position.eat_by, now)}</b>
          ) : (
            <b className={urgent ? "text-caution" : ""}>{dueWord(position.eat_by, now)}</b>
          )}{" "}
          <span className="text-small text-soft">
            {position.for_taste && "for its taste · "}made {madeWord(batch.made_at)}
          </span>
        </span>
      </span>
    </button>
  );
}
