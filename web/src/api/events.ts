import { BAKE_DAYS, queryClient } from "./queries";

const POLLED_MS = 1000;

function changed(told: string) {
  const { topic } = JSON.parse(told) as { topic: string; id: string };
  if (topic === "bake-day" || topic === "again") void renew();
}

/** Asks again for what is shown. A first answer that is still under way may be of before the change, and would count as
 * new: it is given up. */
async function renew() {
  await queryClient.cancelQueries({ queryKey: BAKE_DAYS });
  await queryClient.invalidateQueries({ queryKey: BAKE_DAYS });
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
    if (document.visibilityState === "visible") void queryClient.invalidateQueries({ queryKey: BAKE_DAYS });
  }, POLLED_MS);
  return () => window.clearInterval(timer);
}
