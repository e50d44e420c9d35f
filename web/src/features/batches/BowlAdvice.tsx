import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { recordBody } from "@/domain/batchDraft";
import { change, grams, kcal, today } from "@/domain/format";
import { Problem } from "@/domain/problem";
import { CONSISTENCIES, STAGES } from "@/features/crumb/consistencies";
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
  const tell = useNotice();
  const [said, setSaid] = useState<Schemas["Consistency"] | "">("");
  const [stage, setStage] = useState<Schemas["Stage"]>("just mixed");
  const made = recording.view?.made;
  const look = useMutation({
    mutationFn: (asked: { said: Schemas["Consistency"]; stage: Schemas["Stage"] }) => {
      const { name, family, pieces, method, parts, production } = made as Schemas["Draft"];
      const body = { name, family, pieces, method, parts, production, classic: null, day: today(), ...asked };
      return data(api.POST("/api/v1/bench/dough", { body }));
    },
    onError: (error) => tell(error instanceof Problem ? error.detail : String(error)),
  });
  const ask = (to: { said?: string; stage?: string }) => {
    const next = { said: to.said ?? said, stage: to.stage ?? stage } as { said: typeof said; stage: typeof stage };
    setSaid(next.said);
    setStage(next.stage);
    if (next.said && made) look.mutate({ said: next.said, stage: next.stage });
  };
  const found = said ? look.data : undefined;
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="The dough looks wrong"
      description="Of what is in the bowl now. Waiting is told from wrong before anything goes in."
    >
      <div className="grid gap-3">
        <div className="flex flex-wrap items-center gap-2">
          <span>It is</span>
          <Select
            label="How far the dough is"
            value={stage}
            options={STAGES.map((each) => [each, each] as const)}
            onChange={(each) => ask({ stage: each })}
          />
          <span>and</span>
          <Select
            label="What the dough is like"
            value={said}
            options={[["", "…"], ...CONSISTENCIES]}
            onChange={(each) => ask({ said: each })}
          />
        </div>
        <div role="status">
          {look.isPending && <p className="text-soft">Looking …</p>}
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
    onError: (error) => tell(error instanceof Problem ? error.detail : String(error)),
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
            <b>{repair.first_words}</b> first, up to {repair.words}: {change(repair.energy_kcal, kcal)} kcal,{" "}
            {change(repair.protein_g, grams)} g protein a piece with all of it
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
