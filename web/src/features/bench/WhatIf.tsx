import { useMutation } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import { api, data } from "@/api/client";
import { benchBody, sameDough } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { Problem } from "@/domain/problem";
import { useDraft } from "@/ui/useDraft";

// Most benches are never asked anything.
const WhatIfAnswer = lazy(() => import("./WhatIfAnswer"));

const ASKED_LENGTH = 200;

/** A change told in a few words, and what would come of it before anything is made. */
export function WhatIf({ store }: { store: DraftStore }) {
  const draft = useDraft(store, (state) => state.draft);
  const [question, setQuestion] = useState("");
  const ask = useMutation({
    mutationFn: async () => ({
      of: draft,
      answer: await data(api.POST("/api/v1/bench/what-if", { body: { ...benchBody(draft), question } })),
    }),
  });
  // An answer is of the lines that it was asked of.
  const asked = ask.data && sameDough(ask.data.of, draft) ? ask.data : null;

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
        {asked && (
          <Suspense>
            <WhatIfAnswer
              asked={asked}
              store={store}
              onMade={() => {
                ask.reset();
                setQuestion("");
              }}
            />
          </Suspense>
        )}
      </div>
    </section>
  );
}
