import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { causesQuery } from "@/api/queries";
import { nextVersionMade } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { newId } from "@/domain/ids";
import { Pending } from "@/features/common/Pending";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";
import { CauseParagraph } from "./CauseParagraph";

interface CausesProps {
  batch_id: string;
  formula_id: string | null;
}

/** What is wrong with a batch, the likeliest causes in words, and what to change next time. */
export function Causes({ batch_id, formula_id }: CausesProps) {
  const client = useQueryClient();
  const tell = useNotice();
  const query = useQuery(causesQuery(batch_id));
  const keep = (view: Schemas["BatchCauses"]) => client.setQueryData(causesQuery(batch_id).queryKey, view);
  const say = useMutation({
    mutationFn: ({ symptom, noticed }: { symptom: string; noticed: string[] }) =>
      data(
        api.PUT("/api/v1/batches/{batch_id}/symptoms/{symptom}", {
          params: { path: { batch_id, symptom } },
          body: { noticed },
        }),
      ),
    onSuccess: keep,
    onError: (problem) => tell(problem.message),
  });
  const unsay = useMutation({
    mutationFn: (symptom: string) =>
      data(api.DELETE("/api/v1/batches/{batch_id}/symptoms/{symptom}", { params: { path: { batch_id, symptom } } })),
    onSuccess: keep,
    onError: (problem) => tell(problem.message),
  });
  const { hash } = useLocation();
  const card = useRef<HTMLElement>(null);
  useEffect(() => {
    if (hash === "#why") card.current?.scrollIntoView();
  }, [hash]);
  const view = query.data;
  const said = new Set(view?.explanations.map((each) => each.symptom));
  const offered = view?.symptoms.filter((each) => !said.has(each.name)) ?? [];
  return (
    <section className="card p-4" aria-labelledby="why-title" id="why" ref={card}>
      <div className="flex flex-wrap items-center gap-3">
        <h2 id="why-title">Why it turned out so</h2>
        <span className="ml-auto">
          <Select
            label="What is wrong with it"
            value=""
            options={[["", "What is wrong?"], ...offered.map(({ name, words }) => [name, words] as const)]}
            onChange={(symptom) => symptom && say.mutate({ symptom, noticed: [] })}
          />
        </span>
      </div>
      <Pending query={query} words="Looking …" />
      {!!view?.suggested.length && (
        <p className="mt-2 flex flex-wrap items-center gap-2 text-note">
          {view.suggested.map(({ symptom, words, why }) => (
            <button
              key={symptom}
              type="button"
              className="btn btn-quiet"
              title={why}
              onClick={() => say.mutate({ symptom, noticed: [] })}
            >
              {why} It {words}: why?
            </button>
          ))}
        </p>
      )}
      {view && view.explanations.length === 0 && (
        <p className="mt-1 text-soft">
          Say what is wrong with it, and its likeliest causes stand here, each with what to change and what that costs.
        </p>
      )}
      {view?.explanations.map((each) => (
        <Explained
          key={each.symptom}
          explanation={each}
          currency={view.currency}
          batch_id={batch_id}
          formula_id={view.has_formula ? formula_id : null}
          onNotice={(noticed) => say.mutate({ symptom: each.symptom, noticed })}
          onUnsay={() => unsay.mutate(each.symptom)}
        />
      ))}
    </section>
  );
}

interface ExplainedProps {
  explanation: Schemas["Explanation"];
  currency: string;
  batch_id: string;
  formula_id: string | null;
  onNotice: (noticed: string[]) => void;
  onUnsay: () => void;
}

/** Changes that are ticked, under an id. */
interface Choice {
  id: string;
  changes: string[];
}

function Explained({ explanation, currency, batch_id, formula_id, onNotice, onUnsay }: ExplainedProps) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const tell = useNotice();
  // The choice has an id, so that it is made once, however often it is sent.
  const [choice, setChoice] = useState<Choice>({ id: newId(), changes: [] });
  // A tick stands at once; what the server keeps comes after it.
  const [noticed, setNoticed] = useState(explanation.noticed);
  useEffect(() => setNoticed(explanation.noticed), [explanation.noticed]);
  function notice(now: string[]) {
    setNoticed(now);
    onNotice(now);
  }
  const next = useMutation({
    mutationFn: ({ id, changes }: Choice) =>
      data(
        api.POST("/api/v1/batches/{batch_id}/next", {
          params: { path: { batch_id } },
          body: { id, symptom: explanation.symptom, changes, note: "" },
        }),
      ),
    onSuccess: (made) => {
      nextVersionMade(client);
      tell(`${made.name} is changed for next time; what it was is kept as a version.`);
      navigate(`/formulas/${made.formula_id}`);
    },
    onError: (problem) => tell(problem.message),
  });
  const changes = explanation.causes.flatMap((cause) => cause.changes);
  const picked = changes.filter((change) => choice.changes.includes(change.id));
  return (
    <div className="mt-3 border-t border-rim pt-3" data-symptom={explanation.symptom}>
      <div className="flex items-center gap-2">
        <h3 className="text-lead font-semibold">It {explanation.words}</h3>
        <button
          type="button"
          className="btn btn-bare ml-auto"
          aria-label={`Take back: it ${explanation.words}`}
          onClick={onUnsay}
        >
          <X size={16} aria-hidden />
        </button>
      </div>
      {explanation.norm && <p className="border-l-4 border-window pl-3 text-note">{explanation.norm}</p>}
      {explanation.asked.length > 0 && (
        <fieldset className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-note">
          <legend className="float-left mr-3 text-soft">Was any of this so?</legend>
          {explanation.asked.map((what) => (
            <label key={what} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={noticed.includes(what)}
                onChange={(event) =>
                  notice(event.target.checked ? [...noticed, what] : noticed.filter((each) => each !== what))
                }
              />
              {what}
            </label>
          ))}
        </fieldset>
      )}
      <ol className="mt-2 grid gap-3">
        {explanation.causes.map((cause) => (
          <CauseParagraph
            key={cause.cause}
            cause={cause}
            currency={currency}
            chosen={choice.changes}
            onChoose={(change, on) =>
              setChoice(({ changes }) => ({
                id: newId(),
                changes: on ? [...changes, change] : changes.filter((each) => each !== change),
              }))
            }
          />
        ))}
      </ol>
      {formula_id && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="btn"
            disabled={!picked.length || next.isPending}
            onClick={() => next.mutate(choice)}
          >
            Make the next version
          </button>
          <span className="text-note text-soft">
            {picked.length
              ? picked.map((change) => change.words).join(" ")
              : "Choose what to change; the version before is kept, and a note says why."}
          </span>
        </div>
      )}
    </div>
  );
}
