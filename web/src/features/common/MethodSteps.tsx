import type { Schemas } from "@/api/types";

const SIGN = { add: "+", change: "~", drop: "−" } as const;
const SAID = { add: "New step", change: "Changed step", drop: "Step dropped" } as const;

/** What becomes of the steps: what is new, what is said otherwise, what goes. Nothing where the method stays. */
export function MethodSteps({ steps }: { steps: readonly Schemas["MethodStep"][] }) {
  if (!steps.length) return null;
  return (
    <div data-method-steps>
      <h3 className="text-note font-semibold">The method follows</h3>
      <ol className="text-note" aria-label="What becomes of the steps">
        {steps.map((step) => (
          <li key={`${step.change} ${step.place} ${step.text}`} className="grid grid-cols-[16px_1fr] gap-1">
            <span aria-hidden className="text-soft">
              {SIGN[step.change]}
            </span>
            <span>
              <span className="sr-only">{SAID[step.change]}: </span>
              {step.change !== "add" && <s className="text-soft">{plain(step.was)}</s>} {plain(step.text)}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}

/** A step without the braces that link its lines. */
const plain = (step: string) => step.replace(/[{}]/g, "");
