import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { api, data } from "@/api/client";
import { backgroundQuery } from "@/api/queries";
import { formulasListed } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { plural } from "@/domain/format";

interface BackgroundLineProps {
  /** Whether a row that is shown waits for it. */
  stale: boolean;
  /** Takes the focus where it was here and nothing is left to stop. */
  onEnd: () => void;
}

/** How far the background is with figures that something has changed for, and stopping it. */
export function BackgroundLine({ stale, onEnd }: BackgroundLineProps) {
  const client = useQueryClient();
  const { data: counts } = useQuery(backgroundQuery(stale));
  const most = useRef(0);
  const held = useRef(false);
  const change = useMutation({
    mutationFn: (to: "stop" | "resume") =>
      data(to === "stop" ? api.POST("/api/v1/background/stop") : api.POST("/api/v1/background/resume")),
    onSuccess: (now: Schemas["JobCounts"]) => {
      client.setQueryData(backgroundQuery(stale).queryKey, now);
      void formulasListed(client);
    },
  });
  const { waiting, stopped } = counts ?? { waiting: 0, stopped: 0 };
  most.current = waiting ? Math.max(most.current, waiting) : 0;
  const idle = waiting + stopped === 0;

  useEffect(() => {
    // The button that had the focus goes with the last of them.
    if (idle && held.current) onEnd();
    if (idle) held.current = false;
  }, [idle, onEnd]);

  return (
    <div className="mt-2 flex flex-wrap items-center gap-3 text-soft empty:hidden">
      <p role="status" className="empty:hidden">
        {waiting > 0
          ? `Figures of ${waiting} ${plural(waiting, "formula")} are being worked out anew; those of before are shown.`
          : stopped > 0 && `Figures of ${stopped} ${plural(stopped, "formula")} are those of before.`}
      </p>
      {waiting > 0 && (
        <progress
          aria-label="Worked out"
          max={most.current}
          value={most.current - waiting}
          className="w-40 accent-enamel"
        />
      )}
      {waiting + stopped > 0 && (
        <button
          type="button"
          className="btn btn-bare"
          onFocus={() => {
            held.current = true;
          }}
          onBlur={() => {
            held.current = false;
          }}
          onClick={() => change.mutate(waiting > 0 ? "stop" : "resume")}
        >
          {waiting > 0 ? "Stop" : "Work them out"}
        </button>
      )}
    </div>
  );
}
