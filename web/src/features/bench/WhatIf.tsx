import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { benchBody, sameDough, withParts } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { Problem } from "@/domain/problem";
import { MethodSteps } from "@/features/common/MethodSteps";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";

const ASKED_LENGTH = 200;

/** A change told in a few words, and what would come of it before anything is made. */
export function WhatIf({ store }: { store: DraftStore }) {
  const draft = useDraft(store, (state) => state.draft);
  const tell = useNotice();
  const [question, setQuestion] = useState("");
  const ask = useMutation({
    mutationFn: async () => ({
      of: draft,
      answer: await data(api.POST("/api/v1/bench/what-if", { body: { ...benchBody(draft), question } })),
    }),
  });
  // An answer is of the lines that it was asked of.
  const answer = ask.data && sameDough(ask.data.of, draft) ? ask.data.answer : null;

  function make(then: Schemas["ThenView"]) {
    store.edit((now) => ({
      ...withParts(now, then.parts, ask.data?.of.method === now.method ? then.method.method : now.method),
      pieces: then.piece_count,
      production: {
        ...now.production,
        covered: then.covered,
        ...(then.oven_c === null ? {} : { oven_c: then.oven_c }),
      },
    }));
    tell("It is on the Bench.", { label: "Undo", run: () => store.undo() });
    ask.reset();
    setQuestion("");
  }

  return (
    <section className="card mt-3 p-4" aria-labelledby="what-if-title">
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (question.trim()) ask.mutate();
        }}
      >
        <h2 id="what-if-title">What if</h2>
        <input
          className="field min-w-50 flex-1"
          aria-label="What if"
          placeholder="… half the sugar, yogurt for the butter, 20 degrees hotter"
          maxLength={ASKED_LENGTH}
          value={question}
          onChange={(event) => setQuestion(event.target.value)}
        />
        <button type="submit" className="btn btn-quiet" disabled={!question.trim() || ask.isPending}>
          {ask.isPending ? "Working it out …" : "Ask"}
        </button>
      </form>
      <div aria-live="polite" className="text-note" data-what-if>
        {ask.error && (
          <p role="alert" className="mt-2 text-stop">
            {ask.error instanceof Problem ? ask.error.detail : ask.error.message}
          </p>
        )}
        {answer && (
          <div className="mt-2 grid gap-2">
            <p>
              {answer.understood && <b>{answer.understood}. </b>}
              {answer.sentence}
            </p>
            {answer.then && <MethodSteps steps={answer.then.method.steps} />}
            {answer.then?.applies && (
              <button
                type="button"
                className="btn btn-quiet justify-self-start"
                onClick={() => answer.then && make(answer.then)}
              >
                Make it so
              </button>
            )}
          </div>
        )}
      </div>
    </section>
  );
}
