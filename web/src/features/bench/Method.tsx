import { useQuery } from "@tanstack/react-query";
import { Check, Circle } from "lucide-react";
import { useDeferredValue } from "react";
import { historyQuery } from "@/api/queries";
import { methodQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { benchBody } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { Tasks } from "@/features/bakeDay/Tasks";
import { Photo } from "@/features/batches/Photo";
import { plainStep } from "@/features/batches/stepText";
import { Pending } from "@/features/common/Pending";
import { Hazards } from "@/features/crumb/Hazards";
import { useDraft } from "@/ui/useDraft";

/** The steps: text with links to lines, times and heat read from the words, and what a method of such lines says. */
export default function Method({ store }: { store: DraftStore }) {
  const draft = useDraft(store, (state) => state.draft);
  const late = useDeferredValue(draft);
  const body = benchBody(late);
  const query = useQuery(methodQuery(body));
  const view = query.data;
  const history = useQuery(historyQuery(store.id));
  const rows = draft.method.split("\n").map(plainStep).filter(Boolean);
  // What was linked of an older text must not replace what has been typed since.
  const current = late === draft && !query.isPlaceholderData;
  return (
    <div className="mt-3 grid items-start gap-5 lg:grid-cols-2">
      <section aria-labelledby="method-title">
        <div className="flex flex-wrap items-center gap-2">
          <h2 id="method-title" className="flex-1">
            As written
          </h2>
          <button
            type="button"
            className="btn btn-quiet"
            disabled={!view || !current || view.linked === draft.method}
            onClick={() => view && store.edit((now) => ({ ...now, method: view.linked }))}
          >
            Link names to lines
          </button>
        </div>
        <textarea
          className="field mt-2 min-h-65 leading-relaxed"
          aria-label="Method"
          maxLength={20_000}
          placeholder={"The steps, one a line. {butter} shows the amount of the line that is called so."}
          value={draft.method}
          onChange={(event) => {
            const method = event.target.value;
            store.edit((now) => ({ ...now, method }), "method");
          }}
        />
        <p className="mt-1 text-small text-soft">
          A name in braces, such as {"{butter}"}, shows what that line says now, scaled with it.
        </p>
      </section>
      <section aria-labelledby="steps-title">
        <h2 id="steps-title">
          Steps
          {view && view.high_min > 0 && (
            <span className="ml-2 font-text text-note font-normal text-soft">
              {minutes(view.low_min, view.high_min)} as far as they say
            </span>
          )}
        </h2>
        <Pending query={query} words="Reading the steps …" />
        {view && view.steps.length === 0 && <p className="mt-2 text-soft">No steps yet.</p>}
        <ol className="mt-2 grid gap-2">
          {view?.steps.map((step, place) => (
            <StepRow
              // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
              key={place}
              step={step}
              number={place + 1}
              dough={place === view.mixed_at ? (view.state?.sentence ?? "") : ""}
              notes={history.data?.notes.filter((note) => note.step && note.step === rows[place]) ?? NO_NOTES}
              photos={history.data?.photos.filter((photo) => photo.step === rows[place]) ?? NO_PHOTOS}
            />
          ))}
        </ol>
        {view && view.checks.length > 0 && (
          <section className="mt-4" aria-labelledby="checks-title">
            <h2 id="checks-title">Does it say</h2>
            <ul className="mt-1 grid gap-1 text-note">
              {view.checks.map((check) => (
                <li key={check.sentence} className="flex items-baseline gap-2">
                  {check.step === null ? (
                    <Circle size={13} aria-hidden className="translate-y-0.5 text-caution" />
                  ) : (
                    <Check size={14} aria-hidden className="translate-y-0.5" />
                  )}
                  <span>
                    {check.sentence}{" "}
                    <span className={check.step === null ? "text-caution" : "text-soft"}>
                      {check.step === null ? "No step says so." : `Step ${check.step + 1}.`}
                    </span>
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        {view && <Hazards hazards={view.hazards} />}
      </section>
      <Tasks formula_id={store.id} />
    </div>
  );
}

interface StepRowProps {
  step: Schemas["Step"];
  number: number;
  /** What the dough is like once this is done, empty where that is not told. */
  dough: string;
  /** What was noted here for next time. */
  notes: readonly Schemas["NoteView"][];
  /** What it looked like in earlier batches. */
  photos: readonly Schemas["PhotoView"][];
}

const NO_NOTES: readonly Schemas["NoteView"][] = [];
const NO_PHOTOS: readonly Schemas["PhotoView"][] = [];

function StepRow({ step, number, dough, notes, photos }: StepRowProps) {
  return (
    <li className="card flex gap-3 px-3 py-2">
      <b className="figure text-lead">{number}</b>
      <div className="min-w-0">
        {step.texts.map((piece, place) =>
          piece.line_id ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: a piece of text is its place
            <b key={place} className="rounded bg-sunk px-1">
              {piece.text}
            </b>
          ) : piece.problem ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: a piece of text is its place
            <span key={place} className="font-semibold text-caution" title={piece.problem}>
              {`{${piece.text}}`} <span className="text-small font-normal">({piece.problem})</span>
            </span>
          ) : (
            // biome-ignore lint/suspicious/noArrayIndexKey: a piece of text is its place
            <span key={place}>{piece.text}</span>
          ),
        )}
        {dough && <span className="block text-note text-soft">The dough by then: {dough}</span>}
        {notes.map((note) => (
          <span key={note.id} className="mt-1 block border-l-4 border-window pl-2 text-note" data-note>
            {note.text}
          </span>
        ))}
        {photos.length > 0 && (
          <span className="mt-1 flex flex-wrap gap-2">
            {photos.slice(0, 3).map((photo) => (
              <Photo key={photo.id} photo={photo} />
            ))}
          </span>
        )}
        {(step.low_min !== null || step.oven_c !== null) && (
          <span className="block text-small text-soft">
            {[
              step.low_min !== null && step.high_min !== null && minutes(step.low_min, step.high_min),
              step.oven_c !== null && `${step.oven_c} °C`,
            ]
              .filter(Boolean)
              .join(" · ")}
          </span>
        )}
      </div>
    </li>
  );
}

/** "30 s", "20 to 25 min", "3 h", "3 h 5 min". */
function minutes(low: number, high: number): string {
  if (Math.abs(high - low) < 0.01) return one(low);
  if (high >= 90) return `${one(low)} to ${one(high)}`;
  return `${round(low)} to ${round(high)} min`;
}

const round = (value: number) => String(Math.round(value * 10) / 10);

function one(value: number): string {
  if (value < 1) return `${Math.round(value * 60)} s`;
  if (value < 90) return `${round(value)} min`;
  const rest = Math.round(value % 60);
  return `${Math.floor(value / 60)} h${rest ? ` ${rest} min` : ""}`;
}
