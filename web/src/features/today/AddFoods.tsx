import { useQuery } from "@tanstack/react-query";
import { type RefObject, useEffect, useRef } from "react";
import { useSearchParams } from "react-router";
import { readFoodsQuery } from "@/api/queries";
import { grams, kcal, momentOn, today } from "@/domain/format";
import { newId } from "@/domain/ids";
import type { Problem } from "@/domain/problem";
import { Band } from "@/ui/Band";
import { usePersistedText } from "@/ui/usePersistedText";
import type { useDayWrites } from "./useDay";

interface AddFoodsProps {
  day: string;
  layFoods: ReturnType<typeof useDayWrites>["layFoods"];
  input: RefObject<HTMLInputElement | null>;
}

/** Reads typed foods for a day as they are typed. */
export function useReadFoods(day: string, text: string) {
  return useQuery({ ...readFoodsQuery(day, text), enabled: text.trim().length > 0 && text.length <= 1000 });
}

export function AddFoods({ day, layFoods, input }: AddFoodsProps) {
  const [params, setParams] = useSearchParams();
  const [text, setText] = usePersistedText(`foods ${day}`);
  // The id belongs to the text: sent again after a lost answer, it lays nothing in twice.
  const id = useRef(newId());
  const wanted = params.get("add");
  useEffect(() => {
    if (!wanted) return;
    setText(wanted);
    setParams({}, { replace: true });
    input.current?.focus();
  }, [wanted, setParams, input, setText]);

  const read = useReadFoods(day, text);
  const foods = text.trim() ? read.data : undefined;
  const problem = layFoods.error as Problem | null;

  function lay() {
    if (!text.trim() || layFoods.isPending) return;
    layFoods.mutate(
      { id: id.current, text, eaten_at: momentOn(day) },
      {
        onSuccess: () => {
          setText("");
          id.current = newId();
        },
      },
    );
  }

  return (
    <section className="card p-3.5" aria-labelledby="add-title">
      <h2 id="add-title">Add something else</h2>
      <label htmlFor="add-foods" className="mt-1 mb-2 block text-soft">
        Type what you ate, with how much of it.
      </label>
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          lay();
        }}
      >
        <input
          id="add-foods"
          ref={input}
          className="field"
          placeholder="150 g skyr, 30 g oats"
          autoComplete="off"
          maxLength={1000}
          value={text}
          aria-describedby="add-read"
          onChange={(event) => {
            setText(event.target.value);
            layFoods.reset();
            id.current = newId();
          }}
        />
        <div className="flow-root">
          {/* What was read runs round the button and then below it, over the whole width. */}
          <button type="submit" className="btn float-right ml-3 mb-1" disabled={!text.trim() || layFoods.isPending}>
            {layFoods.isPending
              ? "Adding …"
              : day === today()
                ? "Add to today"
                : day > today()
                  ? "Plan it"
                  : "Add to that day"}
          </button>
          <div id="add-read" aria-live="polite">
            {foods && foods.figures.mass_g > 0 && (
              <p>
                = {foods.figures.at_least.includes("energy_kcal") && "at least "}
                {kcal(foods.figures.energy_kcal)}
                <Band sd={foods.figures.sd.energy_kcal} of={foods.figures.energy_kcal} /> kcal,{" "}
                <b className="text-protein-ink">{grams(foods.figures.protein_g)} g protein</b>
                {foods.leaves_kcal !== null && (
                  <span className="text-soft">
                    {foods.leaves_kcal >= 0
                      ? ` · leaves ${kcal(foods.leaves_kcal)} kcal`
                      : ` · ${kcal(-foods.leaves_kcal)} kcal above target`}
                  </span>
                )}
                {foods.unread.length > 0 && <span className="text-caution"> · without what could not be read</span>}
              </p>
            )}
            {foods?.lines.map((line, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: lines have no other name, and keep their order
              <p key={place} className={`text-small ${line.problem ? "text-caution" : "text-soft"}`}>
                {line.problem ? (
                  <>
                    “{line.text}”: {line.problem}
                  </>
                ) : (
                  <>
                    {grams(line.mass_g ?? 0)} g {line.ingredient?.name}
                    {!line.sure && ", if that is what you mean"}
                    {line.ingredient?.source && (
                      <span data-source>
                        {" "}
                        · {line.ingredient.reference && "reference food, "}
                        {line.ingredient.source}
                      </span>
                    )}
                  </>
                )}
              </p>
            ))}
            {problem && !problem.away && (
              <p role="alert" className="text-stop">
                {problem.detail}
              </p>
            )}
          </div>
        </div>
      </form>
    </section>
  );
}
