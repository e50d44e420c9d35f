import { Slider } from "radix-ui";
import type { Schemas } from "@/api/types";

interface WishRangeProps {
  value: number;
  range: Schemas["WishRange"] | undefined;
  onChange: (value: number) => void;
}

/** How far a wish can go by itself, and the wish on that way. */
export function WishRange({ value, range, onChange }: WishRangeProps) {
  if (!range || range.high - range.low < 1e-6) return null;
  const step = range.high > 30 ? 1 : 0.1;
  const [low, high] = [Math.ceil(range.low / step) * step, Math.floor(range.high / step) * step];
  return (
    <div className="mt-1 flex items-center gap-2 text-small text-soft">
      {low.toFixed(step < 1 ? 1 : 0)}
      <Slider.Root
        className="relative flex h-5 flex-1 touch-none items-center"
        min={low}
        max={high}
        step={step}
        value={[Math.min(high, Math.max(low, value))]}
        onValueChange={([chosen]) => chosen !== undefined && onChange(Math.round(chosen * 10) / 10)}
      >
        <Slider.Track className="relative h-1.5 grow rounded bg-window">
          <Slider.Range className="absolute h-full" />
        </Slider.Track>
        <Slider.Thumb
          className="block size-5 rounded-full border-2 border-enamel bg-card"
          aria-label={`How far: ${range.wish}`}
        />
      </Slider.Root>
      {high.toFixed(step < 1 ? 1 : 0)}
    </div>
  );
}
