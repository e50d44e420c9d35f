import { queryClient } from "./queries";
import { bakeDayHeard, bakeDaysChanged } from "./queries/changes";

const POLLED_MS = 1000;

function changed(told: string) {
  const { topic } = JSON.parse(told) as { topic: string; id: string };
  if (topic === "bake-day" || topic === "again") void bakeDayHeard(queryClient);
}

/** Hears what changed in the kitchen, from the one stream that all tabs of this browser share; where there can be none,
 * asks again while the window is seen. Gives what ends it. */
export function hearChanges(): () => void {
  if (typeof SharedWorker === "undefined") return poll();
  const worker = new SharedWorker(new URL("./events.worker.ts", import.meta.url), { type: "module", name: "events" });
  worker.port.onmessage = (message: MessageEvent<string>) => changed(message.data);
  worker.port.start();
  const bye = () => worker.port.postMessage("bye");
  window.addEventListener("pagehide", bye);
  return () => {
    window.removeEventListener("pagehide", bye);
    bye();
  };
}

function poll(): () => void {
  const timer = window.setInterval(() => {
    if (document.visibilityState === "visible") void bakeDaysChanged(queryClient);
  }, POLLED_MS);
  return () => window.clearInterval(timer);
}
