import type { Schemas } from "@/api/types";

const SURE = {
  likely: "as sure as ratios can tell",
  fair: "fairly sure",
  bold: "bold",
} as const;

/** How it will differ in the mouth, and how sure it is that this is still the dessert. */
export function MouthLine({ mouth }: { mouth: Schemas["Mouth"] }) {
  return (
    <p className="text-note" data-mouth={mouth.sure}>
      <b>In the mouth:</b> {mouth.text}{" "}
      <span className={mouth.sure === "bold" ? "text-caution" : "text-soft"}>
        How sure: {SURE[mouth.sure]}. {mouth.why}
      </span>
    </p>
  );
}
