import { addDays, format, parseISO, startOfISOWeek } from "date-fns";
import { Link } from "react-router";
import type { Schemas } from "@/api/types";
import { grams, kcal, longDate, today } from "@/domain/format";

type Day = Schemas["LedgerRow"];

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** So much of a tin's height stands above its rim. */
const ABOVE_SHARE = 0.3;

/** Rows of weeks, each seven small tins seen from the side: filled to what was eaten, the rim is the target. */
export function Weeks({ days }: { days: readonly Day[] }) {
  const by = new Map(days.map((each) => [each.day, each]));
  const first = days[0];
  const last = days.at(-1);
  if (!first || !last) return null;
  const weeks: string[] = [];
  // The last week stands first: it is what one looks back from.
  for (
    let week = startOfISOWeek(parseISO(last.day));
    week >= startOfISOWeek(parseISO(first.day));
    week = addDays(week, -7)
  )
    weeks.push(format(week, "yyyy-MM-dd"));
  return (
    <section className="card p-4" aria-labelledby="weeks-title">
      <h2 id="weeks-title">Weeks</h2>
      <table className="mt-2 w-full table-fixed border-separate border-spacing-x-1.5 border-spacing-y-2">
        <thead>
          <tr>
            <th scope="col" className="w-16 text-left text-note font-normal text-soft">
              from
            </th>
            {WEEKDAYS.map((name) => (
              <th key={name} scope="col" className="text-left text-note font-normal text-soft">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeks.map((week) => (
            <tr key={week}>
              <th scope="row" className="text-left text-note font-normal text-soft">
                {format(parseISO(week), "d MMM")}
              </th>
              {WEEKDAYS.map((name, place) => {
                const day = format(addDays(parseISO(week), place), "yyyy-MM-dd");
                return (
                  <td key={name}>
                    <SmallTin day={by.get(day)} />
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function SmallTin({ day }: { day: Day | undefined }) {
  if (!day) return null;
  const target = day.target_kcal ?? 0;
  const eaten = day.energy_kcal ?? 0;
  const share = target > 0 ? eaten / target : eaten > 0 ? 1 : 0;
  const within = Math.min(1, share);
  const above = Math.min(ABOVE_SHARE, Math.max(0, share - 1));
  const words =
    day.energy_kcal === null
      ? "nothing written down"
      : `${kcal(eaten)}${target ? ` of ${kcal(target)}` : ""} kcal, ${grams(day.protein_g ?? 0)} g protein`;
  return (
    <Link
      to={day.day === today() ? "/today" : `/today/${day.day}`}
      aria-label={`${longDate(day.day)}: ${words}`}
      title={`${longDate(day.day)}: ${words}`}
      className="block rounded p-0.5 hover:bg-sunk"
      data-small-tin
    >
      <svg viewBox="0 0 44 34" className="block h-9 w-full" data-chart preserveAspectRatio="none" aria-hidden="true">
        {/* Its inner height is the target; what goes over stands above the rim. */}
        <rect x="5" y={32 - 22 * within} width="34" height={22 * within} className="fill-enamel" />
        {above > 0 && (
          <rect x="9" y={10 - 26 * above} width="26" height={26 * above} className="fill-enamel" opacity="0.75" />
        )}
        <path
          d="M1 10 H4 L5 32 H39 L40 10 H43"
          className="fill-none stroke-tin"
          strokeWidth="2"
          vectorEffect="non-scaling-stroke"
          strokeDasharray={target ? undefined : "3 3"}
        />
      </svg>
    </Link>
  );
}
