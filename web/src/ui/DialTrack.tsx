import type { Schemas } from "@/api/types";

type Dial = Schemas["Dial"];

const ROUND = 0.75;

/** A dial as a track: its window shaded, one mark where the dough stands. What lies off the track stands at its end. */
export function DialTrack({ dial }: { dial: Dial }) {
  const { value, low, high } = dial;
  if (value === null || low === null || high === null) return <span className="block h-3 rounded bg-sunk" />;
  const width = Math.max(high - low, 1e-6);
  const from = low === 0 ? 0 : low - ROUND * width;
  const to = high + ROUND * width;
  const at = (figure: number) => `${Math.min(100, Math.max(0, ((figure - from) / (to - from)) * 100))}%`;
  const off = dial.verdict !== "fits";
  return (
    <span
      role="img"
      aria-label={`${dialValue(dial)}, ${dial.verdict}; the window is ${short(low)} to ${short(high)}`}
      title={`${short(low)} to ${short(high)} ${dial.unit}`}
      className="relative block h-3 rounded bg-sunk"
    >
      <span
        className="absolute inset-y-0 rounded-sm bg-window"
        style={{ left: at(low), right: `calc(100% - ${at(high)})` }}
      />
      <span
        className={`absolute -inset-y-[3px] w-1 -translate-x-1/2 rounded-sm ${off ? "bg-caution" : "bg-ink"}`}
        style={{ left: `clamp(2px, ${at(value)}, calc(100% - 2px))` }}
      />
    </span>
  );
}

const short = (value: number) => (Math.abs(value) >= 20 ? value.toFixed(0) : value.toFixed(value < 3 ? 2 : 1));

/** The value of a dial with its unit, short enough for a row. */
export function dialValue(dial: Dial): string {
  if (dial.value === null) return "";
  if (dial.unit.startsWith("%")) return `${short(dial.value)} %`;
  return `${short(dial.value)}${dial.unit === "×" ? "×" : ""}`;
}
