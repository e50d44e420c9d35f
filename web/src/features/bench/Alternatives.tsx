import { useQuery } from "@tanstack/react-query";
import { alternativesQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { benchBody, changeLine } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { change, grams, kcal, money } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { Sheet } from "@/ui/Sheet";
import { useNotice } from "@/ui/Toast";

type Alternative = Schemas["FoodAlternative"];

interface AlternativesProps {
  store: DraftStore;
  line_id: string;
  currency: string;
  onClose: () => void;
}

/** Foods of one kind side by side in a line's place, each at the amount that does the same work in this formula. */
export default function Alternatives({ store, line_id, currency, onClose }: AlternativesProps) {
  const tell = useNotice();
  // As it was when it was asked for: what is taken ends the comparison.
  const body = { ...benchBody(store.snapshot().draft), line_id };
  const query = useQuery(alternativesQuery(body));
  const found = query.data;

  function take(other: Alternative) {
    store.edit((draft) => changeLine(draft, line_id, { text: other.text, chosen: other.food.slug }));
    tell(`${other.food.name} it is.`, { label: "Undo", run: () => store.undo() });
    onClose();
  }

  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={found ? `Which of mine for “${found.name}”?` : "Which of mine?"}
      description="Each at the amount that does the same work here; your own first. Figures are of a piece of this formula."
      wide
      returnFocus={() => document.querySelector<HTMLElement>(`[data-line="${line_id}"]`)?.focus()}
    >
      <Pending query={query} words="Trying each in this formula …" />
      {found && found.others.length === 0 && <p>Nothing of its kind is known that does its work.</p>}
      {found && found.others.length > 0 && (
        <ul className="grid" aria-label="Foods side by side">
          {[found.now, ...found.others].map((each, place) => (
            <Food
              key={each.food.slug}
              food={each}
              now={found.now}
              currency={currency}
              onTake={place ? () => take(each) : null}
            />
          ))}
        </ul>
      )}
    </Sheet>
  );
}

interface FoodProps {
  food: Alternative;
  now: Alternative;
  currency: string;
  /** Null for what stands there. */
  onTake: (() => void) | null;
}

function Food({ food, now, currency, onTake }: FoodProps) {
  const { piece } = food;
  const news = newsOf(food, now);
  return (
    <li
      className={`grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 gap-y-0.5 border-b border-rim px-2 py-2 md:grid-cols-[minmax(0,1fr)_150px_84px] ${onTake ? "" : "bg-sunk"}`}
      data-food={food.food.slug}
    >
      <div className="min-w-0">
        <b className="break-words">{food.food.name}</b>
        {food.own && <span className="ml-2 text-small font-semibold text-enamel-ink">own</span>}
        <span className="block text-small text-soft">
          {grams(food.mass_g)} g, {food.why}
        </span>
      </div>
      <div className="text-right text-note max-md:col-start-1 max-md:row-start-2 max-md:text-left">
        <span className="md:block">
          {kcal(piece.energy_kcal)} kcal
          {onTake && <Change by={piece.energy_kcal - now.piece.energy_kcal} shown={kcal} />}
        </span>
        <span className="text-protein-ink max-md:ml-3 md:block">
          {grams(piece.protein_g)} g protein
          {onTake && <Change by={piece.protein_g - now.piece.protein_g} shown={grams} />}
        </span>
      </div>
      <div className="text-right max-md:row-span-2 max-md:row-start-1 max-md:col-start-2">
        {onTake ? (
          <button type="button" className="btn btn-quiet" aria-label={`Take it: ${food.food.name}`} onClick={onTake}>
            Take it
          </button>
        ) : (
          <span className="text-small text-soft">in it now</span>
        )}
      </div>
      <p className="text-small text-soft md:col-span-3">
        {[
          food.sweetened_with.length ? `sweetened with ${food.sweetened_with.join(", ")}` : "",
          `sugars ${grams(piece.sugars_g)} g`,
          food.cost === null
            ? food.priced
              ? "cost unknown, for another line"
              : "no price"
            : `${money(food.cost, currency)} a piece`,
          ...news.plain,
        ]
          .filter(Boolean)
          .join(" · ")}
        {news.warnings.map((words) => (
          <b key={words} className="text-caution">
            {" · "}
            {words}
          </b>
        ))}
      </p>
    </li>
  );
}

function Change({ by, shown }: { by: number; shown: (value: number) => string }) {
  if (shown(Math.abs(by)) === shown(0)) return null;
  return <span className="ml-1 text-small text-soft">({change(by, shown)})</span>;
}

/** What another food does to dials, allergens and diets: what goes out of its window or is new warns. */
function newsOf(food: Alternative, now: Alternative): { plain: string[]; warnings: string[] } {
  const was = new Map(now.dials.map((dial) => [dial.name, dial.verdict]));
  const out = food.dials.filter((dial) => dial.verdict === "low" || dial.verdict === "high");
  const back = food.dials.filter(
    (dial) => dial.verdict === "fits" && (was.get(dial.name) === "low" || was.get(dial.name) === "high"),
  );
  const said = (dial: Schemas["Dial"]) => `${dial.title.toLowerCase()} ${dial.verdict}`;
  const isNews = (dial: Schemas["Dial"]) => was.get(dial.name) !== dial.verdict;
  return {
    plain: [
      out.length ? "" : food.dials.some((dial) => dial.verdict === "fits") ? "every dial fits" : "",
      ...out.filter((dial) => !isNews(dial)).map((dial) => `${said(dial)} as now`),
      ...back.map((dial) => `${dial.title.toLowerCase()} fits then`),
      ...food.loses.map((name) => `no ${name}`),
    ].filter(Boolean),
    warnings: [
      ...out.filter(isNews).map(said),
      ...food.gains.map((name) => `contains ${name}`),
      ...food.breaks.map((name) => `no longer ${name}`),
      ...(food.allergens_known ? [] : ["its allergens are not known"]),
    ],
  };
}
