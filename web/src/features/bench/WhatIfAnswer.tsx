import type { Schemas } from "@/api/types";
import { type Draft, withParts } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { MethodSteps } from "@/features/common/MethodSteps";
import { useNotice } from "@/ui/Toast";

interface WhatIfAnswerProps {
  /** What was answered, and the draft it is of. */
  asked: { of: Draft; answer: Schemas["WhatIfView"] };
  store: DraftStore;
  onMade: () => void;
}

/** What would come of a change, its steps, and the change itself in one press. */
export default function WhatIfAnswer({ asked: { of, answer }, store, onMade }: WhatIfAnswerProps) {
  const tell = useNotice();

  function make(then: Schemas["ThenView"]) {
    store.edit((now) => ({
      ...withParts(now, then.parts, of.method === now.method ? then.method.method : now.method),
      pieces: then.piece_count,
      production: {
        ...now.production,
        covered: then.covered,
        ...(then.oven_c === null ? {} : { oven_c: then.oven_c }),
      },
    }));
    tell("It is on the Bench.", { label: "Undo", run: () => store.undo() });
    onMade();
  }

  const { then } = answer;
  return (
    <div className="mt-2 grid gap-2">
      <p>
        {answer.understood && <b>{answer.understood}. </b>}
        {answer.sentence}
      </p>
      {then && <MethodSteps steps={then.method.steps} />}
      {then?.applies && (
        <button type="button" className="btn btn-quiet justify-self-start" onClick={() => make(then)}>
          Make it so
        </button>
      )}
    </div>
  );
}
