import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { previewOfBatchQuery } from "@/api/queries/questions";

import { keepTold, keptTold, nothingTold, type PlanOf, recordBody, type Told } from "@/domain/batchDraft";

const RESTED_MS = 250;

/** The value once it has rested, so that a server is not asked at each key. */
function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(value), RESTED_MS);
    return () => window.clearTimeout(timer);
  }, [value]);
  return rested;
}

/** A batch that is being told: what was told so far, kept in this browser, and what it comes to. */
export function useRecording(plan: PlanOf, keptAs: string, begin: () => Told = nothingTold) {
  const [told, setTold] = useState<Told>(() => keptTold(keptAs) ?? begin());
  const [typing, setTyping] = useState("");
  const latest = useRef(told);
  function tell(to: Partial<Told>) {
    latest.current = { ...latest.current, ...to };
    keepTold(keptAs, latest.current);
    setTold(latest.current);
  }
  const body = useRested(JSON.stringify({ plan, record: recordBody(told, typing) }));
  const preview = useQuery(previewOfBatchQuery(JSON.parse(body)));
  return {
    plan,
    told,
    tell,
    typing,
    setTyping,
    preview,
    view: preview.data,
    /** The batch is recorded, or given up: nothing of it is left here. */
    forget: () => keepTold(keptAs, null),
    /** What was given up is told again. */
    keep: (again: Told) => keepTold(keptAs, again),
  };
}

export type Recording = ReturnType<typeof useRecording>;
