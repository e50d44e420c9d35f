import type { Schemas } from "@/api/types";
import { grams } from "@/domain/format";

interface HomeMadeProps {
  made: Schemas["HomeMade"];
  /** Writes its parts in its place; not offered where they weigh more than what is made. */
  onParts?: (lines: readonly string[]) => void;
}

/** How a food is made at home: of what, for how long, how long it keeps. */
export function HomeMade({ made, onParts }: HomeMadeProps) {
  return (
    <section aria-labelledby="home-made" className="text-note" data-home-made>
      <h3 id="home-made" className="font-semibold">
        Make it yourself
      </h3>
      <p className="mt-1">
        For {grams(made.mass_g)} g: {made.lines.join(", ")}. {made.how}
      </p>
      <p className="text-small text-soft">
        {time(made.minutes)} of work{made.wait_minutes > 0 && `, ${time(made.wait_minutes)} of waiting`}; keeps{" "}
        {made.keeps}.
      </p>
      {onParts && made.as_parts && (
        <button type="button" className="btn btn-quiet mt-1" onClick={() => onParts(made.lines)}>
          Write {made.lines.length === 1 ? "that" : "these"} in its place
        </button>
      )}
    </section>
  );
}

const time = (minutes: number) =>
  minutes < 90 ? `${minutes} minutes` : `${Number((minutes / 60).toPrecision(2))} hours`;
