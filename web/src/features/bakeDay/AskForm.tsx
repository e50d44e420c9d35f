import { useQuery } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useState } from "react";
import { formulasCalledQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { clockOf, LETTERS, minuteOf } from "@/domain/bakeDay";
import { today } from "@/domain/format";
import { PickByName } from "@/ui/PickByName";
import { TextField } from "@/ui/TextField";

/** What is asked of a bake day, as the form has it. */
export interface Asked {
  name: string;
  day: string;
  ask: Schemas["BakeDayAskBody"];
}

export interface AskFormStart {
  name: string;
  day: string;
  formulas: { formula_id: string; name: string; ready: string }[];
  start: string;
  extras: string;
}

export const emptyAsk = (): AskFormStart => ({ name: "", day: today(), formulas: [], start: "", extras: "" });

interface AskFormProps {
  begin: AskFormStart;
  action: string;
  problem: string;
  onAsked: (asked: Asked) => void;
}

/** Formulas with their moments, when to begin, what else to buy. */
export function AskForm({ begin, action, problem, onAsked }: AskFormProps) {
  const [form, setForm] = useState(begin);
  const [words, setWords] = useState<string | null>(null);
  const [tried, setTried] = useState(false);
  const found = useQuery({ ...formulasCalledQuery(words ?? ""), enabled: words !== null });
  const change = (to: Partial<AskFormStart>) => setForm({ ...form, ...to });
  const setReady = (place: number, ready: string) =>
    change({ formulas: form.formulas.map((each, at) => (at === place ? { ...each, ready } : each)) });
  const wrong = (text: string) => text.trim() !== "" && minuteOf(text) === null;
  const anyWrong = wrong(form.start) || form.formulas.some((each) => wrong(each.ready));

  function submit() {
    setTried(true);
    if (anyWrong || form.formulas.length === 0) return;
    onAsked({
      name: form.name,
      day: form.day,
      ask: {
        formulas: form.formulas.map(({ formula_id, ready }) => ({ formula_id, ready_by_min: minuteOf(ready) })),
        start_min: minuteOf(form.start),
        extras: form.extras
          .split("\n")
          .map((line) => line.trim())
          .filter(Boolean),
        pinned: [],
      },
    });
  }

  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <div className="grid gap-3 sm:grid-cols-[1fr_170px]">
        <TextField
          label="What for"
          most={120}
          placeholder="Sunday, guests at four"
          value={form.name}
          onChange={(value) => change({ name: value })}
        />
        <label className="grid gap-1">
          <span className="text-note text-soft">Day</span>
          <input
            className="field"
            type="date"
            required
            value={form.day}
            onChange={(event) => change({ day: event.target.value })}
          />
        </label>
      </div>
      <fieldset className="grid gap-2">
        <legend className="mb-1 text-note text-soft">Formulas, and when each is to be ready</legend>
        <ul className="grid gap-1.5">
          {form.formulas.map((each, place) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: one formula may be made twice
            <li key={`${each.formula_id} ${place}`} className="flex flex-wrap items-center gap-2">
              <b className="w-4">{LETTERS[place]}</b>
              <span className="min-w-0 flex-1 basis-44">{each.name}</span>
              <label className="flex items-center gap-2 text-note">
                ready by
                <input
                  className="field !w-22"
                  aria-label={`${each.name} is ready by`}
                  aria-invalid={wrong(each.ready)}
                  placeholder="16:00"
                  maxLength={5}
                  value={each.ready}
                  onChange={(event) => setReady(place, event.target.value)}
                />
              </label>
              <button
                type="button"
                className="btn btn-bare text-soft"
                aria-label={`Leave out ${each.name}`}
                onClick={() => change({ formulas: form.formulas.filter((_, at) => at !== place) })}
              >
                <X size={16} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
        {form.formulas.length < LETTERS.length && (
          <PickByName
            label="Add a formula"
            placeholder="Add a formula"
            chosen={null}
            found={(found.data ?? []).slice(0, 8).map((each) => ({ key: each.id, name: each.name }))}
            behind={found.isPlaceholderData || found.isPending}
            onWords={setWords}
            onPick={({ key, name }) =>
              change({
                formulas: [
                  ...form.formulas,
                  { formula_id: key, name, ready: form.formulas[form.formulas.length - 1]?.ready ?? "" },
                ],
              })
            }
          />
        )}
      </fieldset>
      <label className="flex flex-wrap items-center gap-2">
        <span>Begin not before</span>
        <input
          className="field !w-22"
          aria-invalid={wrong(form.start)}
          placeholder="9:00"
          maxLength={5}
          value={form.start}
          onChange={(event) => change({ start: event.target.value })}
        />
        <span className="text-note text-soft">empty: as late as it still gets ready</span>
      </label>
      <label className="grid gap-1">
        <span className="text-note text-soft">Also to buy, a line each</span>
        <textarea
          className="field"
          rows={2}
          maxLength={4000}
          placeholder={"250 g coffee beans\nbaking paper"}
          value={form.extras}
          onChange={(event) => change({ extras: event.target.value })}
        />
      </label>
      {tried && form.formulas.length === 0 && (
        <p role="alert" className="text-stop">
          Add a formula: there is nothing to plan yet.
        </p>
      )}
      {tried && anyWrong && (
        <p role="alert" className="text-stop">
          A time is written as 16:00.
        </p>
      )}
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <button type="submit" className="btn justify-self-end">
        {action}
      </button>
    </form>
  );
}

/** What was asked of a day, to be changed. */
export const askOf = (day: Schemas["BakeDayView"], localDay: string): AskFormStart => ({
  name: day.name,
  day: localDay,
  formulas: day.formulas.map((each) => ({
    formula_id: each.formula_id,
    name: each.name,
    ready: each.ready_by_min === null || each.ready_by_min === undefined ? "" : clockOf(each.ready_by_min),
  })),
  start: day.ask.start_min === null || day.ask.start_min === undefined ? "" : clockOf(day.ask.start_min),
  extras: day.ask.extras.join("\n"),
});
