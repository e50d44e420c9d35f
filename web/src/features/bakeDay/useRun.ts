import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useReducer, useRef, useState } from "react";
import { api, data } from "@/api/client";
import { hearChanges } from "@/api/events";
import { bakeDayQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import {
  deviceId,
  type EventKind,
  eventBody,
  type LocalEvent,
  pendingOf,
  putDown,
  told,
  withPending,
} from "@/domain/runQueue";

type Day = Schemas["BakeDayView"];

/** A day as it was heard, and when by this page's steady clock; `BEFORE` for one that an earlier page heard. */
export interface HeardDay extends Day {
  heard_at: number;
  heard_wall?: number;
}

const BEFORE = -1;
const AGAIN_MS = 2000;
const TICK_MS = 500;
const KEPT = "ample-crumb day ";

function keptDay(id: string): HeardDay | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT + id) ?? "null") as HeardDay | null;
    return kept ? { ...kept, heard_at: BEFORE } : undefined;
  } catch {
    return undefined;
  }
}

function keepDay(id: string, day: HeardDay): void {
  try {
    localStorage.setItem(KEPT + id, JSON.stringify({ ...day, heard_wall: Date.now() }));
  } catch {
    // A browser that keeps nothing still has it on the page.
  }
}

/** What the server's clock says now, as far as this window can tell. */
function serverNow(day: HeardDay | undefined): number {
  if (!day) return Date.now();
  if (day.heard_at !== BEFORE) return day.now_ms + (performance.now() - day.heard_at);
  return day.now_ms + Math.max(0, Date.now() - (day.heard_wall ?? Date.now()));
}

/** A run at the counter: where it stands with what was told here, whether or not the server has heard it yet. */
export function useRun(id: string) {
  const client = useQueryClient();
  const query = useQuery({
    ...bakeDayQuery(id),
    placeholderData: () => keptDay(id),
    refetchOnWindowFocus: "always",
  });
  const day: HeardDay | undefined = query.data;
  const [, draw] = useReducer((count: number) => count + 1, 0);
  const [waiting, setWaiting] = useState(() => pendingOf(id).length);
  const sending = useRef(false);
  useEffect(hearChanges, []);

  useEffect(() => {
    const timer = window.setInterval(draw, TICK_MS);
    return () => window.clearInterval(timer);
  }, []);

  useEffect(() => {
    if (day && !query.isPlaceholderData) keepDay(id, day);
  }, [day, id, query.isPlaceholderData]);

  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      for (let pending = pendingOf(id); pending.length > 0; pending = pendingOf(id)) {
        const some = pending.slice(0, 200);
        const body = { device: deviceId(), events: some.map(eventBody) };
        const now = await data(
          api.POST("/api/v1/bake-days/{run_id}/events", { params: { path: { run_id: id } }, body }),
        );
        const heard = { ...now, heard_at: performance.now() };
        // Before what waits is let go of: a page that is opened anew in between would know of neither.
        keepDay(id, heard);
        told(id, some[some.length - 1]?.device_seq ?? 0);
        client.setQueryData(bakeDayQuery(id).queryKey, heard);
        setWaiting(pendingOf(id).length);
      }
    } catch {
      // It stays put down, and is told again in a moment.
    } finally {
      sending.current = false;
    }
  }, [client, id]);

  useEffect(() => {
    void send();
    const timer = window.setInterval(send, AGAIN_MS);
    return () => window.clearInterval(timer);
  }, [send]);

  function tell(kind: EventKind, about: Partial<LocalEvent> = {}) {
    putDown(id, { ...about, kind });
    setWaiting(pendingOf(id).length);
    draw();
    void send();
  }

  const now_ms = serverNow(day);
  const state = day ? withPending(day.state, pendingOf(id), now_ms) : null;
  return { query, day, state, now_ms, waiting, tell };
}

export type Run = ReturnType<typeof useRun>;
