import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { recordBody } from "@/domain/batchDraft";
import { today } from "@/domain/format";
import { problemText } from "@/domain/problem";
import { DoughQuestion, useDoughQuestion } from "@/features/crumb/DoughQuestion";
import { StepwiseRepair } from "@/features/crumb/StepwiseRepair";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { useNotice } from "@/ui/Toast";
import type { Recording } from "./useRecording";

const TASTES: readonly Schemas["Taste"][] = [
  "not sweet enough",
  "flat",
  "tastes of powder",
  "tastes of the bean",
  "bitter",
];

interface BowlAdviceProps {
  recording: Recording;
  putDown: (text: string) => void;
}

/** What is in the bowl looks or tastes wrong: what to do, half of it first, and put down once it is done. */
export function BowlAdvice({ recording, putDown }: BowlAdviceProps) {
  const [asking, setAsking] = useState<"looks" | "tastes" | null>(null);
  const done = (text: string) => {
    putDown(text);
    setAsking(null);
  };
  return (
    <p className="mt-3 flex flex-wrap gap-2">
      <button type="button" className="btn btn-quiet" onClick={() => setAsking("looks")}>
        The dough looks wrong
      </button>
      <button type="button" className="btn btn-quiet" onClick={() => setAsking("tastes")}>
        It tastes wrong
      </button>
      {asking === "looks" && <Looks recording={recording} onDone={done} onClose={() => setAsking(null)} />}
      {asking === "tastes" && <Tastes recording={recording} onDone={done} onClose={() => setAsking(null)} />}
    </p>
  );
}

interface AdviceProps {
  recording: Recording;
  onDone: (text: string) => void;
  onClose: () => void;
}

function Looks({ recording, onDone, onClose }: AdviceProps) {
  const made = recording.view?.made;
  const question = useDoughQuestion(() => {
    if (!made) return null;
    const { name, family, pieces, method, parts, production } = made;
    return { name, family, pieces, method, parts, production, classic: null, day: today() };
  });
  const { found } = question;
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="The dough looks wrong"
      description="Of what is in the bowl now. Waiting is told from wrong before anything goes in."
    >
      <div className="grid gap-3">
        <DoughQuestion {...question} />
        <div role="status">
          {question.pending && <p className="text-soft">Looking …</p>}
          {found && <p className="text-lead">{found.sentence}</p>}
        </div>
        {found && <Ways ways={found.ways.map(({ repair }) => ({ repair, note: "" }))} onDone={onDone} />}
      </div>
    </Sheet>
  );
}

function Tastes({ recording, onDone, onClose }: AdviceProps) {
  const tell = useNotice();
  const [said, setSaid] = useState<Schemas["Taste"] | "">("");
  const advise = useMutation({
    mutationFn: (asked: Schemas["Taste"]) =>
      data(
        api.POST("/api/v1/batches/taste", {
          body: { plan: { number: 0, ...recording.plan }, record: recordBody(recording.told), said: asked },
        }),
      ),
    onError: (error) => tell(problemText(error)),
  });
  const found = said ? advise.data : undefined;
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="It tastes wrong"
      description="Small corrections, half of each first; taste again after a minute."
    >
      <div className="grid gap-3">
        <div className="flex flex-wrap items-center gap-2">
          <span>It</span>
          <Select
            label="How the dough tastes"
            value={said}
            options={[
              ["", "…"],
              ...TASTES.map((each) => [each, each.startsWith("tastes") ? each : `is ${each}`] as const),
            ]}
            onChange={(each) => {
              setSaid(each as Schemas["Taste"]);
              if (each) advise.mutate(each as Schemas["Taste"]);
            }}
          />
        </div>
        <div role="status" className="grid gap-2">
          {advise.isPending && <p className="text-soft">Looking …</p>}
          {found?.caution && (
            <p className="border-l-4 border-caution bg-caution-ground px-3 py-2 text-note">{found.caution}</p>
          )}
        </div>
        {found && <Ways ways={found.ways} onDone={onDone} />}
      </div>
    </Sheet>
  );
}

/** Ways to mend it by halves; what was done is put down. */
function Ways({ ways, onDone }: { ways: Schemas["TasteRepair"][]; onDone: (text: string) => void }) {
  return (
    <ul className="grid gap-2" aria-label="Ways to mend it">
      {ways.map(({ repair, note }) => (
        <li
          key={repair.slug}
          className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rim pt-2 text-note"
        >
          <span className="min-w-0 flex-1 basis-60">
            <StepwiseRepair repair={repair} />
            {note && <span className="block text-soft">{note}</span>}
          </span>
          <span className="flex gap-1">
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => onDone(`${repair.first_g} g ${repair.name}`)}
            >
              Half went in
            </button>
            <button
              type="button"
              className="btn btn-bare"
              onClick={() => onDone(`${repair.change_g} g ${repair.name}`)}
            >
              All of it
            </button>
          </span>
        </li>
      ))}
    </ul>
  );
}
