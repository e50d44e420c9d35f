import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, data } from "@/api/client";
import { kitchenQuery, shoppingQuery } from "@/api/queries";
import { shoppingTicked } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { grams, money } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { StockSheet } from "./StockSheet";

type Item = Schemas["ShoppingItemView"];

/** What to buy, ticked on the phone in the shop, printed where paper is better. */
export function Shopping({ day }: { day: Schemas["BakeDayView"] }) {
  const query = useQuery(shoppingQuery(day.id));
  const kitchen = useQuery(kitchenQuery);
  const client = useQueryClient();
  const [asked, setAsked] = useState<Item | null>(null);
  // What was pressed here counts until the server has told what it made of it.
  const [pressed, setPressed] = useState<Record<string, boolean>>({});
  const tick = useMutation({
    mutationFn: ({ food, ticked }: { food: string; ticked: boolean }) =>
      data(
        api.PUT("/api/v1/bake-days/{run_id}/shopping/{food}", {
          params: { path: { run_id: day.id, food } },
          body: { ticked },
        }),
      ),
    onSettled: async (_data, _error, { food, ticked }) => {
      await shoppingTicked(client, day.id);
      setPressed((now) => {
        if (now[food] !== ticked) return now;
        const { [food]: _told, ...others } = now;
        return others;
      });
    },
  });
  function press(food: string, ticked: boolean) {
    setPressed((now) => ({ ...now, [food]: ticked }));
    tick.mutate({ food, ticked });
  }
  const told = query.data;
  const view = told && {
    ...told,
    items: told.items.map((item) => ({ ...item, ticked: pressed[item.food] ?? item.ticked })),
  };
  if (!view) return <Pending query={query} words="Adding up what is needed …" />;
  const buy = view.items.filter((item) => item.missing_g > 0);
  const there = view.items.filter((item) => item.missing_g <= 0);
  const left = buy.filter((item) => !item.ticked).length;
  const currency = kitchen.data?.settings.currency ?? "EUR";
  return (
    <div className="mx-auto grid max-w-190 gap-3">
      <p className="hidden text-title print:block">What to buy for: {day.name}</p>
      <p className="text-lead" role="status">
        {buy.length === 0
          ? "All of it is at home."
          : left === 0
            ? "All of it is in the basket."
            : `${left} of ${buy.length} still to find`}
        {view.cost !== null && view.cost !== undefined && buy.length > 0
          ? `, for ${view.at_least ? "at least " : ""}${money(view.cost, currency)}.`
          : left > 0
            ? "."
            : ""}
      </p>
      {view.unread.length > 0 && (
        <p className="border-l-4 border-caution bg-caution-ground px-3 py-1.5 text-note">
          Not on the list, because nobody could read it: {view.unread.join("; ")}.
        </p>
      )}
      <ul className="card" aria-label="To buy">
        {buy.map((item) => (
          <li key={item.food} className="flex items-center gap-2 border-t border-rim px-3 py-1 first:border-t-0">
            <label className="flex min-h-14 min-w-0 flex-1 cursor-pointer items-center gap-3">
              <input
                type="checkbox"
                className="size-6 shrink-0 accent-enamel"
                checked={item.ticked}
                onChange={(event) => press(item.food, event.target.checked)}
              />
              <span className={`min-w-0 ${item.ticked ? "text-soft line-through" : ""}`}>
                <b>{packsOf(item)}</b> {item.name}
                <span className="block text-note text-soft">{noteOf(item, currency)}</span>
              </span>
            </label>
            <button type="button" className="btn btn-bare no-print" onClick={() => setAsked(item)}>
              Change<span className="sr-only"> {item.name}</span>
            </button>
          </li>
        ))}
        {view.extras.map((extra) => (
          <li key={extra} className="border-t border-rim px-3 py-3 first:border-t-0">
            {extra}
          </li>
        ))}
        {buy.length + view.extras.length === 0 && <li className="p-3 text-soft">Nothing.</li>}
      </ul>
      {there.length > 0 && (
        <section className="no-print">
          <h2>At home</h2>
          <ul className="mt-1 text-note">
            {there.map((item) => (
              <li key={item.food} className="flex items-center gap-2 border-t border-rim py-1">
                <span className="min-w-0 flex-1">
                  {item.name}: {grams(item.need_g)} g of{" "}
                  {item.state === "have" ? "what is there" : `${grams(item.have_g)} g`}
                </span>
                <button type="button" className="btn btn-bare" onClick={() => setAsked(item)}>
                  Change<span className="sr-only"> {item.name}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="no-print flex flex-wrap gap-2">
        <button type="button" className="btn btn-quiet" onClick={() => window.print()}>
          Print the list
        </button>
        <Link to={`/bake-day/${day.id}`} className="btn btn-quiet">
          To the plan
        </Link>
      </p>
      {asked && <StockSheet item={asked} day={day} onClose={() => setAsked(null)} />}
    </div>
  );
}

const packsOf = (item: Item) =>
  item.packs.length
    ? item.packs.map((pack) => `${pack.count} × ${grams(pack.pack_g)} g`).join(" + ")
    : `${grams(item.missing_g)} g`;

function noteOf(item: Item, currency: string): string {
  const said = [item.wanted_for.join(", ")];
  if (item.packs.length) said.push(`${grams(item.missing_g)} g needed, ${grams(item.left_g)} g left`);
  if (item.optional) said.push("may be left out");
  if (item.found_at) said.push(item.found_at);
  if (item.cost !== null && item.cost !== undefined) said.push(money(item.cost, currency));
  return said.filter(Boolean).join(" · ");
}
