import { useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { newId } from "@/domain/ids";
import type { Scale } from "./useScale";

type Command = Schemas["ScaleCommand"];

/** Drives the simulated scale: what a real one goes through at a counter. */
export function ScalePanel({ scale, target_g }: { scale: Scale; target_g: number }) {
  const [problem, setProblem] = useState("");
  const to_go = Math.max(1, Math.round(target_g - (scale.reading?.mass_g ?? 0)));
  function drive(command: Command, mass_g = 0, over_s = 0, battery_share = 1) {
    setProblem("");
    data(api.POST("/api/v1/scale/simulated", { body: { id: newId(), command, mass_g, over_s, battery_share } })).catch(
      (wrong) => setProblem(wrong instanceof Error ? wrong.message : "It did not answer."),
    );
  }
  const buttons: [string, () => void][] = [
    [`Pour ${to_go} g`, () => drive("pour", to_go, 2)],
    ["Pour 25 g too much", () => drive("pour", to_go + 25, 2)],
    ["Take 10 g out", () => drive("take out", 10)],
    ["Tare", () => drive("tare")],
    ["Drift 3 g a minute", () => drive("drift", 3)],
    ["Overload", () => drive("pour", 6000)],
    ["Flat battery", () => drive("battery", 0, 0, 0)],
    ["Drop the line", () => drive("drop the line")],
    ["Connect again", () => drive("connect")],
    ["Clear it", () => drive("clear")],
  ];
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-note text-soft">The simulated scale</summary>
      <div className="mt-2 flex flex-wrap gap-2">
        {buttons.map(([name, run]) => (
          <button key={name} type="button" className="btn btn-quiet" onClick={run}>
            {name}
          </button>
        ))}
      </div>
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
    </details>
  );
}
