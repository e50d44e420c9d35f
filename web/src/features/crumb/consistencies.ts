import type { Schemas } from "@/api/types";

/** What a dough may be like, from dry to thin, in words. */
export const CONSISTENCIES: readonly (readonly [Schemas["Consistency"], string])[] = [
  ["crumbles", "crumbles, does not hold together"],
  ["presses", "presses together in the hand"],
  ["rolls", "rolls to a ball"],
  ["scoops", "scoops and holds"],
  ["drops", "drops from the spoon"],
  ["ribbons", "runs off in ribbons"],
  ["pours", "pours"],
];

export const STAGES: readonly Schemas["Stage"][] = ["just mixed", "rested", "rested and chilled"];
