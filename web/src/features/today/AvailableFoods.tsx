import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useId, useState } from "react";
import { api, data } from "@/api/client";
import { availableFoodsQuery } from "@/api/queries";
import { dayChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { count, dayName, grams, kcal } from "@/domain/format";
import { newId } from "@/domain/ids";
import { Choice } from "@/ui/Choice";
import { DietAlerts } from "@/ui/DietAlerts";
import { isSingleKey, useKeys, useSingleKeys } from "@/ui/keys";
import { useNotice } from "@/ui/Toast";
import { addVerb, type Thing, type useDayWrites } from "./useDay";

type Meal = Schemas["MealView"];
type Plate = Schemas["FormulaPlateView"];

const TIMES = ["0.5", "1", "1.5", "2"].map((times) => [times, count(Number(times))] as const);
const RECENT_SHOWN = 6;

interface AvailableFoodsProps {
  day: string;
  writes: ReturnType<typeof useDayWrites>;
}

/** Kept meals and what was had of late: one key or press lays it in again. */
export function AvailableFoods({ day, writes }: AvailableFoodsProps) {
  const [singleKeys] = useSingleKeys();
  const found = useQuery(availableFoodsQuery(day));
  const verb = addVerb(day);
  const [times, setTimes] = useState("1");
  const [all, setAll] = useState(false);
  const meals = found.data?.meals ?? [];
  const plates = found.data?.plates ?? [];
  const recent = found.data?.recent ?? [];
  const lay = (name: string, thing: Thing) => writes.laySeveral(name, [thing]);

  const layPlate = (plate: Plate) =>
    writes.laySeveral(`${plate.formula_name} ${plate.name}`, [
      { formula_id: plate.formula_id, piece_count: (plate.usual_count ?? 1) * Number(times) },
      { text: plate.sides, times: Number(times) },
    ]);

  useKeys((event) => {
    // Some keyboards write digits with Shift: what writes none is the other half of the key, and a kept meal.
    const digit = /^Digit([1-9])$/.exec(event.code)?.[1];
    if (!isSingleKey(event) || !digit || /^\d$/.test(event.key)) return;
    const at = Number(digit) - 1;
    const meal = meals[at];
    const plate = plates[at - meals.length];
    if (meal) lay(meal.name, { meal_id: meal.id, times: Number(times) });
    else if (plate) layPlate(plate);
    else return;
    event.preventDefault();
  });

  if (!found.data || meals.length + plates.length + recent.length === 0) return null;
  const shown = all ? recent : recent.slice(0, RECENT_SHOWN);
  return (
    <section className="card" aria-labelledby="at-hand-title">
      <div className="flex flex-wrap items-center gap-2 border-b border-rim px-3.5 py-2">
        <h2 id="at-hand-title">Again</h2>
        <span className="text-soft">how much of each</span>
        <span className="ml-auto">
          <Choice label="How much of it" value={times} options={TIMES} onChange={setTimes} />
        </span>
      </div>
      <ul>
        {meals.map((meal, place) => (
          <MealRow
            key={meal.id}
            meal={meal}
            digit={singleKeys && place < 9 ? place + 1 : null}
            verb={verb}
            onLay={() => lay(meal.name, { meal_id: meal.id, times: Number(times) })}
          />
        ))}
        {plates.map((plate, place) => (
          <li
            key={plate.id}
            className="grid grid-cols-[auto_1fr_auto] items-center gap-2 border-b border-rim px-3.5 py-1.5"
          >
            <span className="w-12">
              {singleKeys && meals.length + place < 9 && <kbd className="key">⇧ {meals.length + place + 1}</kbd>}
            </span>
            <div className="min-w-0">
              <b className="block truncate">
                {count((plate.usual_count ?? 1) * Number(times))} × {plate.formula_name}
              </b>
              <span className="text-note text-soft">
                {plate.name}: {plate.sides}
              </span>
            </div>
            <button
              type="button"
              className="btn btn-quiet"
              aria-label={`${verb} ${plate.formula_name} ${plate.name}`}
              onClick={() => layPlate(plate)}
            >
              {verb}
            </button>
          </li>
        ))}
        {shown.map((each) => (
          <li
            key={`${each.formula_id} ${each.text}`}
            className="grid grid-cols-[1fr_auto] items-center gap-2 border-b border-rim px-3.5 py-1.5 last:border-0"
          >
            <div className="min-w-0">
              <span className="block truncate">
                {each.formula_id && each.piece_count !== null && `${count(each.piece_count * Number(times))} × `}
                {each.name}
              </span>
              <span className="text-note text-soft">
                {dayName(each.last_day)}
                {each.had_count > 1 && `, ${each.had_count} times in four weeks`} ·{" "}
                {kcal(each.figures.energy_kcal * Number(times))} kcal, {grams(each.figures.protein_g * Number(times))} g
                protein
              </span>
            </div>
            <span className="flex items-center gap-1">
              {!each.formula_id && <KeepMeal name={each.name} text={each.text} />}
              <button
                type="button"
                className="btn btn-quiet"
                aria-label={`${verb} ${each.name} again`}
                onClick={() =>
                  lay(
                    each.name,
                    each.formula_id
                      ? { formula_id: each.formula_id, piece_count: (each.piece_count ?? 1) * Number(times) }
                      : { text: each.text, times: Number(times) },
                  )
                }
              >
                {verb}
              </button>
            </span>
          </li>
        ))}
      </ul>
      {recent.length > RECENT_SHOWN && (
        <button type="button" className="btn btn-bare m-1.5" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${recent.length - RECENT_SHOWN} more`}
        </button>
      )}
    </section>
  );
}

function MealRow({ meal, digit, verb, onLay }: { meal: Meal; digit: number | null; verb: string; onLay: () => void }) {
  const meals = useMeals();
  return (
    <li className="grid grid-cols-[auto_1fr_auto] items-center gap-2 border-b border-rim px-3.5 py-1.5 last:border-0">
      <span className="w-12">{digit !== null && <kbd className="key">⇧ {digit}</kbd>}</span>
      <div className="min-w-0">
        <b className="block truncate" title={meal.text}>
          {meal.name}
        </b>
        <span className="text-note text-soft">
          {kcal(meal.figures.energy_kcal)} kcal, {grams(meal.figures.protein_g)} g protein
        </span>
        <DietAlerts alarms={meal.alerts} />
      </div>
      <span className="flex items-center gap-1">
        <button
          type="button"
          className="btn btn-bare text-soft"
          aria-label={`Keep ${meal.name} no more`}
          title="Keep no more"
          onClick={() => meals.remove.mutate(meal)}
        >
          <X size={15} aria-hidden />
        </button>
        <button type="button" className="btn btn-quiet" aria-label={`${verb} ${meal.name}`} onClick={onLay}>
          {verb}
        </button>
      </span>
    </li>
  );
}

/** Keeps and forgets meals. */
export function useMeals() {
  const client = useQueryClient();
  const tell = useNotice();
  const refresh = () => dayChanged(client);
  const put = useMutation({
    mutationFn: ({ id, ...body }: Schemas["MealBody"] & { id: string }) =>
      data(api.PUT("/api/v1/meals/{meal_id}", { params: { path: { meal_id: id } }, body })),
    onSuccess: refresh,
  });
  const remove = useMutation({
    mutationFn: (meal: Meal) => data(api.DELETE("/api/v1/meals/{meal_id}", { params: { path: { meal_id: meal.id } } })),
    onSuccess: (_, meal) => {
      tell(`“${meal.name}” is kept no more.`, {
        label: "Undo",
        run: () => put.mutate({ id: meal.id, name: meal.name, text: meal.text, minutes: meal.minutes }),
      });
      return refresh();
    },
    onError: (problem) => tell(problem.message),
  });
  return { put, remove };
}

/** Keeps typed foods under a name. */
export function KeepMeal({ name, text }: { name: string; text: string }) {
  const [open, setOpen] = useState(false);
  const [called, setCalled] = useState(name.slice(0, 80));
  const [id] = useState(newId);
  const field = useId();
  const { put } = useMeals();
  if (!open) {
    return (
      <button type="button" className="btn btn-bare text-soft" onClick={() => setOpen(true)}>
        Keep<span className="sr-only"> {name} as a meal</span>
      </button>
    );
  }
  return (
    <form
      className="flex items-center gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        put.mutate({ id, name: called, text, minutes: 5 }, { onSuccess: () => setOpen(false) });
      }}
    >
      <label htmlFor={field} className="sr-only">
        Keep it as
      </label>
      <input
        id={field}
        className="field !w-36"
        maxLength={80}
        // biome-ignore lint/a11y/noAutofocus: it was asked for by the press before
        autoFocus
        value={called}
        onChange={(event) => {
          setCalled(event.target.value);
          put.reset();
        }}
      />
      <button type="submit" className="btn btn-quiet" disabled={!called.trim() || put.isPending}>
        Keep
      </button>
      {put.error && (
        <span role="alert" className="text-note text-stop">
          {put.error.message}
        </span>
      )}
    </form>
  );
}
