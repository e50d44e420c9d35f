import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { api, data } from "@/api/client";
import { tastingQuery } from "@/api/queries";
import { tastingMarked } from "@/api/queries/changes";
import { nextOpen, type Question, questionsOf, saidOf, sampleName, type Tasting, tastersOf } from "@/domain/tasting";
import { Pending } from "@/features/common/Pending";
import { useNotice } from "@/ui/Toast";
import { usePersistedText } from "@/ui/usePersistedText";
import { usePrinting } from "@/ui/usePrinting";
import { useTitle } from "@/ui/useTitle";
import { PoleStops } from "./PoleStops";
import { TastingOnPaper } from "./TastingOnPaper";
import { comparisonOf } from "./Tastings";

/** A tasting on the phone of whoever tastes: their name, then one question after the other. */
export default function OneTasting() {
  const { id = "" } = useParams();
  const query = useQuery(tastingQuery(id));
  useTitle(query.data?.name ?? "Tasting");
  const [taster, setTaster] = usePersistedText("taster");
  const [tasting, setTasting] = useState(false);
  const view = query.data;
  const printing = usePrinting();
  return (
    <>
      {printing && view && <TastingOnPaper tasting={view} />}
      <div className="mx-auto max-w-150 print:hidden">
        <header className="flex flex-wrap items-center gap-x-3">
          <h1 className="min-w-0">{view?.name ?? "Tasting"}</h1>
          <Link to="/tastings" className="btn btn-bare ml-auto">
            All tastings
          </Link>
          <button type="button" className="btn btn-bare" onClick={() => window.print()}>
            Print a sheet
          </button>
        </header>
        <Pending query={query} words="Setting the table …" />
        {view &&
          (tasting && taster.trim() ? (
            <Asking key={taster} tasting={view} taster={taster.trim()} onOther={() => setTasting(false)} />
          ) : (
            <form
              className="mt-4 grid gap-3"
              onSubmit={(event) => {
                event.preventDefault();
                if (taster.trim()) setTasting(true);
              }}
            >
              <label className="grid gap-1">
                <span className="text-lead">Who tastes?</span>
                <input
                  className="field"
                  maxLength={40}
                  autoComplete="off"
                  value={taster}
                  onChange={(event) => setTaster(event.target.value)}
                />
              </label>
              {tastersOf(view).length > 0 && (
                <span className="flex flex-wrap gap-2">
                  {tastersOf(view).map((name) => (
                    <button key={name} type="button" className="btn btn-quiet" onClick={() => setTaster(name)}>
                      {name}
                    </button>
                  ))}
                </span>
              )}
              <p className="text-soft">
                {view.samples.map(({ letter }) => sampleName(view, letter)).join(", ")}. Some water between the bites
                helps. Nobody sees numbers, and any answer can be changed.
              </p>
              <button type="submit" className="btn justify-self-start" disabled={!taster.trim()}>
                Begin
              </button>
            </form>
          ))}
      </div>
    </>
  );
}

interface AskingProps {
  tasting: Tasting;
  taster: string;
  onOther: () => void;
}

function Asking({ tasting, taster, onOther }: AskingProps) {
  const client = useQueryClient();
  const tell = useNotice();
  const questions = questionsOf(tasting);
  const [place, setPlace] = useState(() => nextOpen(tasting, taster));
  const say = useMutation({
    mutationFn: ({ asked, score }: { asked: Question; score: number }) =>
      data(
        api.PUT("/api/v1/tastings/{tasting_id}/marks", {
          params: { path: { tasting_id: tasting.id } },
          body: { taster, marks: [{ letter: asked.letter, pole: asked.pole.name, score }] },
        }),
      ),
    onSuccess: (view) => {
      client.setQueryData(tastingQuery(view.id).queryKey, view);
      void tastingMarked(client);
    },
    // The taster is further by now: what was not kept is asked again.
    onError: (problem, { asked }) => {
      tell(`${problem.message} Please say it again.`);
      setPlace(questions.findIndex(({ letter, pole }) => letter === asked.letter && pole.name === asked.pole.name));
    },
  });
  const question = questions[place];
  if (!question) {
    return (
      <div className="mt-4 grid justify-items-start gap-3">
        <p className="text-lead" role="status">
          Thank you, {taster}.
        </p>
        {tasting.samples.length > 1 && (
          <Link className="btn" to={comparisonOf(tasting.samples.map((each) => each.batch_id))}>
            What it tells
          </Link>
        )}
        <button type="button" className="btn btn-quiet" onClick={onOther}>
          Somebody else tastes
        </button>
        <button type="button" className="btn btn-quiet" onClick={() => setPlace(questions.length - 1)}>
          Back to the last question
        </button>
      </div>
    );
  }
  return (
    <section className="mt-4 grid gap-4" aria-label="Question">
      <p className="text-note text-soft">
        {taster} · {place + 1} of {questions.length}
        <span aria-hidden className="mt-1 block h-1.5 overflow-hidden rounded bg-sunk">
          <span className="block h-full bg-enamel" style={{ width: `${(place / questions.length) * 100}%` }} />
        </span>
      </p>
      <div>
        <p className="figure text-figure">{sampleName(tasting, question.letter)}</p>
        <h2 id="question" className="text-title">
          {question.pole.question}
        </h2>
      </div>
      <PoleStops
        key={place}
        pole={question.pole}
        value={saidOf(tasting, taster, question)}
        onChoose={(score) => {
          say.mutate({ asked: question, score });
          setPlace(place + 1);
        }}
      />
      <div className="flex justify-between gap-2">
        <button type="button" className="btn btn-quiet" disabled={place === 0} onClick={() => setPlace(place - 1)}>
          Back
        </button>
        <button type="button" className="btn btn-quiet" onClick={() => setPlace(place + 1)}>
          Skip
        </button>
      </div>
    </section>
  );
}
