import { useEffect, useRef } from "react";
import type { RunState } from "@/domain/runQueue";

/** A short tone when a timer comes to its end while this page is open; each rings once. */
export function useRing(timers: RunState["timers"], now_ms: number): void {
  const rung = useRef(new Set<string>());
  const due = timers.filter((timer) => timer.ends_ms <= now_ms).map((timer) => `${timer.task} ${timer.ends_ms}`);
  const key = due.join("|");
  useEffect(() => {
    const fresh = key.split("|").filter((each) => each && !rung.current.has(each));
    for (const each of fresh) rung.current.add(each);
    if (fresh.length) tone();
  }, [key]);
}

function tone(): void {
  try {
    const context = new AudioContext();
    const sound = context.createOscillator();
    const loudness = context.createGain();
    loudness.gain.setValueAtTime(0.2, context.currentTime);
    loudness.gain.exponentialRampToValueAtTime(0.001, context.currentTime + 0.8);
    sound.connect(loudness).connect(context.destination);
    sound.frequency.value = 880;
    sound.start();
    sound.stop(context.currentTime + 0.8);
    sound.onended = () => void context.close();
  } catch {
    // Without sound the row of timers says it.
  }
}
