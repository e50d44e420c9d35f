import { ToggleGroup } from "radix-ui";
import type { Schemas } from "@/api/types";
import { stopsOf } from "@/domain/tasting";
import { useKeys } from "@/ui/keys";

interface StopsProps {
  pole: Schemas["PoleView"];
  /** What was said before, from 1; null for nothing. */
  value: number | null;
  onChoose: (score: number) => void;
}

/** Five stops between two words, without numbers; the keys 1 to 5 choose. */
export function PoleStops({ pole, value, onChoose }: StopsProps) {
  useKeys((event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || !/^[1-5]$/.test(event.key)) return;
    event.preventDefault();
    onChoose(Number(event.key));
  });
  return (
    <div>
      <ToggleGroup.Root
        type="single"
        value={value === null ? "" : String(value)}
        onValueChange={(chosen) => onChoose(chosen ? Number(chosen) : (value ?? 3))}
        aria-labelledby="question"
        className="grid grid-cols-5 gap-2"
      >
        {stopsOf(pole).map((words, place) => (
          <ToggleGroup.Item
            key={words}
            value={String(place + 1)}
            aria-label={words}
            className="flex h-20 items-center justify-center rounded-xl border-2 border-rim-strong bg-card data-[state=on]:border-enamel data-[state=on]:bg-window"
          >
            <span
              aria-hidden
              className="block rounded-full border-2 border-tin"
              style={{ width: 14 + Math.abs(place - 2) * 9, height: 14 + Math.abs(place - 2) * 9 }}
            />
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <p className="mt-1.5 flex justify-between text-lead" aria-hidden>
        <b>{pole.low}</b>
        <b>{pole.high}</b>
      </p>
    </div>
  );
}
