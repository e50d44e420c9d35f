import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { formulaQuery, tonightQuery } from "@/api/queries";
import { scaledQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { count, plural } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { Choice } from "@/ui/Choice";
import { DietAlerts } from "@/ui/DietAlerts";
import { AnswerFigures } from "./AskedAnswers";
import { takenWords, thingOf } from "./dayEntries";
import type { useDayWrites } from "./useDay";

type Offer = Schemas["TonightOfferView"];

const ORDERS = [
  ["nearest", "nearest"],
  ["protein", "most protein"],
  ["light", "lightest"],
] as const;

interface TonightAnswersProps {
  day: string;
  wish: string;
  writes: ReturnType<typeof useDayWrites>;
}

/** What answers a wish: of the stash, of kept meals, of what can be made. */
export default function TonightAnswers({ day, wish, writes }: TonightAnswersProps) {
  const [order, setOrder] = useState<Schemas["TonightOrder"]>("nearest");
  const found = useQuery(tonightQuery(day, wish, order));
  const view = found.data;
  return (
    <>
      <div className="px-3.5">
        <Pending query={found} words="Looking through stash, meals and formulas …" />
      </div>
      {view && (
        <>
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3.5 py-2 text-soft">
            <span data-understood>{understood(view)}</span>
            {view.unread.length > 0 && <span className="text-caution">Not understood: {view.unread.join(", ")}.</span>}
            <span className="ml-auto">
              <Choice label="Order" value={order} options={ORDERS} onChange={(to) => setOrder(to as typeof order)} />
            </span>
          </div>
          {view.offers.length === 0 && (
            <p className="px-3.5 pb-3">
              Nothing at hand and no formula is all of that within the day. Say less of it, or{" "}
              <Link className="underline" to="/formulas">
                look through your formulas
              </Link>
              .
            </p>
          )}
          {view.left_out > 0 && (
            <p className="px-3.5 pb-2 text-note text-soft">
              {view.left_out} left out: somebody at the table must not get {view.left_out === 1 ? "it" : "them"}.
            </p>
          )}
          <ol>
            {view.offers.map((offer) => (
              <OfferRow
                key={`${offer.thing.source} ${offer.thing.name} ${offer.thing.shelf_id} ${offer.thing.lot}`}
                offer={offer}
                people={view.people}
                writes={writes}
              />
            ))}
          </ol>
        </>
      )}
    </>
  );
}

/** "chocolate, warm · in 15 minutes · 1 bowl · for 2". */
function understood(view: Schemas["TonightView"]): string {
  const words = [
    view.traits.join(", "),
    view.not_traits.length ? `no ${view.not_traits.join(", no ")}` : "",
    view.most_min !== null ? `within ${view.most_min} minutes` : "",
    view.most_bowls !== null ? `${view.most_bowls} ${view.most_bowls === 1 ? "bowl" : "bowls"} at most` : "",
    view.people > 1 ? `for ${view.people}${view.named.length ? ` with ${view.named.join(" and ")}` : ""}` : "",
  ].filter(Boolean);
  return words.length ? words.join(" · ") : "Anything that fits the day";
}

function ready(offer: Offer): string {
  if (offer.ready_min <= 0) return "at once";
  if (offer.thaw) return `thawed: ${offer.thaw}`;
  if (offer.ready_min < 60) return `in ${Math.round(offer.ready_min)} minutes`;
  const hours = Math.floor(offer.ready_min / 60);
  const minutes = Math.round(offer.ready_min % 60);
  return `in ${hours} h${minutes ? ` ${minutes}` : ""}`;
}

interface OfferRowProps {
  offer: Offer;
  people: number;
  writes: ReturnType<typeof useDayWrites>;
}

function OfferRow({ offer, people, writes }: OfferRowProps) {
  const [open, setOpen] = useState(false);
  const { thing } = offer;
  const made = thing.source === "formula";
  return (
    <li className="border-t border-rim px-3.5 py-2.5" data-offer={thing.source}>
      <div className="grid grid-cols-[1fr_auto] items-center gap-3">
        <div className="min-w-0">
          <div>
            {thing.formula_id ? (
              <Link to={`/formulas/${thing.formula_id}`} className="font-semibold hover:underline">
                {takenWords(thing)}
              </Link>
            ) : (
              <b>{takenWords(thing)}</b>
            )}
            {offer.closes && <span className="text-soft"> · closes the day</span>}
          </div>
          <div className="text-soft">
            {ready(offer)}
            {made &&
              `, ${offer.bowl_count === 0 ? "no bowl" : plural(offer.bowl_count, "1 bowl", `${offer.bowl_count} bowls`)}`}{" "}
            · <AnswerFigures figures={offer.figures} />
            {people > 1 && ` · ${count(offer.whole_count)} for all`}
            {offer.traits.length > 0 && ` · ${offer.traits.join(", ")}`}
          </div>
          {made && (
            <div className="text-note text-soft">
              {offer.missing.length > 0 ? (
                <span className="text-caution">Not at home: {offer.missing.join(", ")}.</span>
              ) : offer.unknown_count > 0 ? (
                `Nothing is known to lack; nobody said whether ${offer.unknown_count} of its foods are at home.`
              ) : (
                "Lacks nothing at home."
              )}
            </div>
          )}
          <DietAlerts alarms={thing.alerts} />
        </div>
        {made ? (
          <button type="button" className="btn btn-quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Close" : "How much of what"}
            <span className="sr-only"> for {thing.name}</span>
          </button>
        ) : (
          <button
            type="button"
            className="btn"
            aria-label={`Add ${takenWords(thing)}`}
            onClick={() => writes.laySeveral(thing.name, [thingOf(thing)])}
          >
            Add {count(thing.piece_count)}
          </button>
        )}
      </div>
      {open && thing.formula_id && offer.factor !== null && (
        <Scaled formula_id={thing.formula_id} factor={offer.factor} pieces={offer.whole_count} />
      )}
    </li>
  );
}

/** The lines of a formula for so many pieces. */
function Scaled({ formula_id, factor, pieces }: { formula_id: string; factor: number; pieces: number }) {
  const formula = useQuery(formulaQuery(formula_id));
  const parts = formula.data?.draft.parts;
  const scaled = useQuery({
    ...scaledQuery({
      parts: (parts ?? []) as Schemas["ScaleBody"]["parts"],
      factor: Math.max(0.05, factor),
      surface_factor: null,
    }),
    enabled: parts !== undefined,
  });
  return (
    <div className="mt-2 border-l-4 border-rim pl-3">
      <Pending query={scaled} words="Writing it for so many …" />
      {scaled.data && (
        <>
          <p className="text-soft">
            For {count(pieces)} {pieces > 1 ? "pieces" : "piece"}; eggs in grams where they are not whole, beaten and
            weighed.
          </p>
          <ul className="mt-1 grid gap-x-6 sm:grid-cols-2">
            {scaled.data.parts.flatMap((lines, part) =>
              lines.map((line, place) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: lines have no other name, and keep their order
                <li key={`${part} ${place}`}>{line.text}</li>
              )),
            )}
          </ul>
          <p className="mt-1">
            <Link className="underline" to={`/formulas/${formula_id}/method`}>
              How it is made
            </Link>
          </p>
        </>
      )}
    </div>
  );
}
