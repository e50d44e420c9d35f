import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { historyQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { TYPING } from "@/domain/batchDraft";
import { change, grams, kcal } from "@/domain/format";
import { newId } from "@/domain/ids";
import { NumberField } from "@/ui/NumberField";
import { RemovableRow } from "@/ui/RemovableRow";
import { BowlAdvice } from "./BowlAdvice";
import type { Recording } from "./useRecording";

/** What really went in: typed as one says it, each with its price a piece before it counts. */
export function Deviations({ recording }: { recording: Recording }) {
  const { told, tell, typing, setTyping, view } = recording;
  const [apart, setApart] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const shown = view?.deviations.find((each) => each.id === TYPING && each.text === typing.trim());
  const parted = told.dough_share < 1;

  function putDown(text: string) {
    if (!text.trim()) return;
    tell({ said: [...told.said, { id: newId(), text: text.trim().slice(0, 300), apart: parted && apart }] });
    setTyping("");
    input.current?.focus();
  }

  return (
    <section className="card p-4" aria-labelledby="differed-title">
      <h2 id="differed-title">What was different</h2>
      <p className="mt-0.5 text-note text-soft">
        Say it as it was: 2 tbsp oat flour · no skyr, took quark · half the glaze left · 40 g stayed in the bowl · one
        egg more
      </p>
      <form
        className="mt-2 flex flex-wrap gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          putDown(typing);
        }}
      >
        <input
          ref={input}
          className="field min-w-0 flex-1"
          aria-label="What was different"
          aria-describedby="differed-read"
          placeholder="2 tbsp oat flour"
          autoComplete="off"
          maxLength={300}
          value={typing}
          onChange={(event) => setTyping(event.target.value)}
        />
        <button type="submit" className="btn" disabled={!typing.trim()}>
          Put it down
        </button>
      </form>
      {parted && (
        <label className="mt-1 flex items-center gap-2 text-note">
          <input type="checkbox" checked={apart} onChange={(event) => setApart(event.target.checked)} />
          in this one only, after the dough was parted
        </label>
      )}
      <p id="differed-read" aria-live="polite" className="mt-1 min-h-5 text-note" data-read>
        {typing.trim() && shown && <ReadingReview said={shown} />}
      </p>
      <ul className="grid" aria-label="What differed so far">
        {told.said.map((said) => {
          const read = view?.deviations.find((each) => each.id === said.id);
          return (
            <RemovableRow
              key={said.id}
              label={`Take out: ${said.text}`}
              onRemove={() => {
                tell({ said: told.said.filter((each) => each.id !== said.id) });
                input.current?.focus();
              }}
            >
              {said.text}
              {said.apart && <span className="text-soft"> (this one only)</span>}
              <span className="block text-note">{read && <ReadingReview said={read} />}</span>
            </RemovableRow>
          );
        })}
      </ul>
      {view && <StartLines view={view} putDown={putDown} />}
      <AsLastTime recording={recording} putDown={putDown} />
      <BowlAdvice recording={recording} putDown={putDown} />
      {view?.licked && (
        <p className="mt-2 border-l-4 border-caution bg-caution-ground px-3 py-2 text-note" role="status">
          {grams(view.licked.mass_g)} g of dough were eaten: {kcal(view.licked.figures.energy_kcal)} kcal,{" "}
          {grams(view.licked.figures.protein_g)} g protein. {view.licked.caution}
        </p>
      )}
    </section>
  );
}

function ReadingReview({ said }: { said: Schemas["DeviationView"] }) {
  if (said.problem) return <span className="text-caution">{said.problem}</span>;
  return (
    <span className="text-soft">
      {said.words}:{" "}
      <b className="text-ink">
        {change(said.energy_kcal, kcal)} kcal, {change(said.protein_g, grams)} g protein
      </b>{" "}
      a piece
    </span>
  );
}

interface StartLinesProps {
  view: Schemas["BatchPreview"];
  putDown: (text: string) => void;
}

/** Lines that say to start with less than all: how much it came to is asked for. */
function StartLines({ view, putDown }: StartLinesProps) {
  const [used, setUsed] = useState<Record<string, number | null>>({});
  const answered = view.deviations.map((each) => each.id !== TYPING && each.line_id);
  const open = view.start_lines.filter((line) => !answered.includes(line.line_id));
  if (!open.length) return null;
  return (
    <ul className="mt-2 grid gap-1" aria-label="Lines to start with less of">
      {open.map((line) => (
        <li key={line.line_id} className="flex flex-wrap items-center gap-2">
          <span className="min-w-0 flex-1 basis-64">
            <NumberField
              label={`“${line.text}”: how much went in?`}
              unit="g"
              value={used[line.line_id] ?? null}
              onChange={(value) => setUsed({ ...used, [line.line_id]: value })}
            />
          </span>
          <button
            type="button"
            className="btn btn-quiet"
            disabled={!used[line.line_id]}
            onClick={() => putDown(`used ${used[line.line_id]} g ${line.name}`)}
          >
            Put it down
          </button>
        </li>
      ))}
    </ul>
  );
}

/** What was noted for this time, and what was different last time, a press away. */
function AsLastTime({ recording, putDown }: { recording: Recording; putDown: (text: string) => void }) {
  const { plan, told } = recording;
  const query = useQuery({ ...historyQuery(plan.formula_id ?? ""), enabled: !!plan.formula_id });
  const notes = query.data?.notes ?? [];
  const last = query.data?.last_said.filter((text) => !told.said.some((each) => each.text === text)) ?? [];
  return (
    <>
      {notes.map((note) => (
        <p key={note.id} className="mt-1 border-l-4 border-window pl-2 text-note" data-note>
          {note.text} {note.step && <span className="text-soft">({note.step})</span>}
        </p>
      ))}
      {last.length > 0 && <LastSaid last={last} putDown={putDown} />}
    </>
  );
}

function LastSaid({ last, putDown }: { last: string[]; putDown: (text: string) => void }) {
  return (
    <p className="mt-2 flex flex-wrap items-center gap-1.5 text-note">
      <span className="text-soft">As last time:</span>
      {last.slice(0, 6).map((text) => (
        <button
          key={text}
          type="button"
          className="rounded border border-rim-strong px-2 py-1 hover:bg-sunk"
          onClick={() => putDown(text)}
        >
          {text}
        </button>
      ))}
    </p>
  );
}
