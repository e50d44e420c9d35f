import { X } from "lucide-react";
import { useState } from "react";
import { longDate } from "@/domain/format";
import { Select } from "@/ui/Select";
import type { usePlan } from "./usePlan";

const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
const SHIPPED = ["training", "rest"];

/** Of which type each weekday is, and the types there are. */
export function WeekAndTypes({ plan, day }: { plan: ReturnType<typeof usePlan>; day: string }) {
  const [name, setName] = useState("");
  const data = plan.query.data;
  if (!data) return null;
  const types = data.day_types;
  const week = data.week.length ? data.week : WEEKDAYS.map(() => "rest");
  const options = types.map(({ slug, name }) => [slug, name] as const);
  return (
    <div className="grid gap-4">
      <section aria-labelledby="week-title">
        <h3 id="week-title" className="font-semibold">
          The week
        </h3>
        <p className="text-note text-soft">
          From {longDate(day)} on. A day whose type you set on Today keeps it.
          {data.week.length === 0 && " Until you set it, each weekday is as it was a week before."}
        </p>
        <ul className="mt-2 grid gap-1.5 sm:grid-cols-2">
          {WEEKDAYS.map((weekday, place) => (
            <li key={weekday} className="grid grid-cols-[110px_1fr] items-center gap-2">
              <span>{weekday}</span>
              <Select
                label={weekday}
                value={week[place] ?? "rest"}
                options={options}
                onChange={(kind) => plan.setWeek.mutate(week.map((each, at) => (at === place ? kind : each)))}
              />
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="types-title">
        <h3 id="types-title" className="font-semibold">
          Types of day
        </h3>
        <ul className="mt-1">
          {types.map((type) => (
            <li key={type.slug} className="flex items-center gap-2 border-b border-rim py-1">
              <span className="flex-1">{type.name}</span>
              {!SHIPPED.includes(type.slug) && (
                <button
                  type="button"
                  className="btn btn-bare text-soft"
                  aria-label={`Take ${type.name} away`}
                  onClick={() => plan.removeType.mutate(type)}
                >
                  <X size={16} aria-hidden />
                </button>
              )}
            </li>
          ))}
        </ul>
        <form
          className="mt-2 flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            plan.putType.mutate({ name, slug: "" }, { onSuccess: () => setName("") });
          }}
        >
          <input
            className="field"
            aria-label="Another type of day"
            placeholder="such as long outing"
            maxLength={40}
            value={name}
            onChange={(event) => {
              setName(event.target.value);
              plan.putType.reset();
            }}
          />
          <button type="submit" className="btn btn-quiet" disabled={!name.trim() || plan.putType.isPending}>
            Add the type
          </button>
        </form>
        {plan.putType.error && (
          <p role="alert" className="mt-1 text-stop">
            {plan.putType.error.message}
          </p>
        )}
      </section>
    </div>
  );
}
