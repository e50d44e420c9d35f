import { grams, isEnergyHidden, kcal } from "@/domain/format";

interface BandProps {
  /** Standard deviation, in the unit of the figure it stands beside. */
  sd: number | undefined;
  /** The figure itself: its band is written with as many decimals. */
  of: number;
  unit?: "kcal" | "g";
}

const MEANING = "One standard deviation: two times in three the true figure lies within";

/** How far the true figure may lie from the one beside it, smaller than that. Nothing when it would read "± 0". */
export function Band({ sd, of, unit = "kcal" }: BandProps) {
  if (unit === "kcal" && isEnergyHidden()) return null;
  if (sd === undefined || sd < (unit === "kcal" || Math.abs(of) >= 19.95 ? 0.5 : 0.05)) return null;
  return (
    <span className="text-[0.8em] font-normal whitespace-nowrap text-soft" title={MEANING}>
      {" "}
      ± {unit === "kcal" || Math.abs(of) >= 19.95 ? kcal(sd) : grams(sd)}
    </span>
  );
}
