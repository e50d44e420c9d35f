import { useQuery } from "@tanstack/react-query";
import { wasteQuery } from "@/api/queries";
import { count, money, plural } from "@/domain/format";

/** What was thrown away lately, and why. */
export function Waste() {
  const { data: waste } = useQuery(wasteQuery);
  if (!waste?.thrown_count) return null;
  const cost =
    waste.cost !== null && ` That is ${waste.at_least ? "at least " : ""}${money(waste.cost, waste.currency)}.`;
  return (
    <details className="border-t border-rim pt-3">
      <summary className="cursor-pointer">
        {count(waste?.thrown_count)} {plural(waste?.thrown_count, "piece")} thrown away in four weeks, of{" "}
        {count(waste.made_count)} made.{cost}
      </summary>
      <ul className="mt-2 grid gap-1 text-note">
        {waste.items.map((item) => (
          <li key={`${item.batch_id} ${item.reason}`}>
            {count(item.piece_count)} of {item.name}
            {item.reason && `: ${item.reason}`}
            {item.cost !== null && <span className="text-soft"> · {money(item.cost, waste.currency)}</span>}
          </li>
        ))}
      </ul>
    </details>
  );
}
