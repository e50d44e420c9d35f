import { lazy, useState } from "react";
import { usePersistedText } from "@/ui/usePersistedText";
import { AskedAnswers } from "./AskedAnswers";
import type { useDayWrites } from "./useDay";

const TonightAnswers = lazy(() => import("./TonightAnswers"));

interface TonightProps {
  day: string;
  writes: ReturnType<typeof useDayWrites>;
}

/** One line of what one would have. */
export function Tonight({ day, writes }: TonightProps) {
  const [text, setText] = usePersistedText(`tonight ${day}`);
  const [asked, setAsked] = useState("");
  return (
    <section className="card mb-4" aria-labelledby="tonight-title">
      <form
        className="flex flex-wrap items-center gap-2 px-3.5 py-2.5"
        onSubmit={(event) => {
          event.preventDefault();
          setAsked(text.trim());
        }}
      >
        <h2 id="tonight-title">
          <label htmlFor="tonight-wish">I would have</label>
        </h2>
        <input
          id="tonight-wish"
          className="field min-w-50 flex-1"
          placeholder="something chocolate, warm, in 15 minutes, for two, one bowl"
          maxLength={200}
          autoComplete="off"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            if (!event.target.value.trim()) setAsked("");
          }}
        />
        <button type="submit" className="btn btn-quiet" disabled={!text.trim()}>
          Find it
        </button>
      </form>
      {asked && (
        <AskedAnswers>
          <TonightAnswers day={day} wish={asked} writes={writes} />
        </AskedAnswers>
      )}
    </section>
  );
}
