import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { bakeDaysChanged } from "@/api/queries/changes";

/** How far the search is: its aim of so many, and the span of the best plan so far. */
interface Progress {
  aim: number;
  aims: number;
  makespan_min: number | null;
}

interface Planning {
  /** How far it is, null while nothing is planned. */
  progress: Progress | "begun" | null;
  problem: string;
}

const IDLE: Planning = { progress: null, problem: "" };
const AFTER_STOP_MS = 700;

/** Plans a bake day and tells how far it is. Stopping keeps the best plan so far. */
export function usePlanning(run_id: string) {
  const [planning, setPlanning] = useState<Planning>(IDLE);
  const client = useQueryClient();
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const plan = useCallback(async () => {
    running.current?.abort();
    const control = new AbortController();
    running.current = control;
    setPlanning({ progress: "begun", problem: "" });
    let problem = "";
    try {
      const answer = await fetch(`/api/v1/bake-days/${run_id}/plan`, { method: "POST", signal: control.signal });
      if (!answer.ok || !answer.body) throw new Error((await answer.json()).detail);
      for await (const told of eventsIn(answer.body)) {
        if (told.event === "problem") problem = (told.data as { detail: string }).detail;
        else if (told.event === "progress") setPlanning({ progress: told.data as Progress, problem: "" });
      }
    } catch (wrong) {
      if (control.signal.aborted) {
        // What was found so far is written in a moment.
        await new Promise((resolve) => window.setTimeout(resolve, AFTER_STOP_MS));
      } else problem = wrong instanceof Error && wrong.message ? wrong.message : "The plan could not be made.";
    }
    if (running.current === control) running.current = null;
    await bakeDaysChanged(client);
    setPlanning({ progress: null, problem });
  }, [client, run_id]);

  return { ...planning, plan, stop: () => running.current?.abort() };
}

/** The events of a stream, each with its name and what it says. */
async function* eventsIn(body: ReadableStream<Uint8Array>): AsyncGenerator<{ event: string; data: unknown }> {
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let held = "";
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    held += value;
    const blocks = held.split("\n\n");
    held = blocks.pop() ?? "";
    for (const block of blocks) {
      const event = /^event: (.*)$/m.exec(block)?.[1];
      const said = /^data: (.*)$/m.exec(block)?.[1];
      if (event && said) yield { event, data: JSON.parse(said) };
    }
  }
}
