import { ToggleGroup } from "radix-ui";
import { asked } from "@/domain/alerts";

interface AvoidedFoodsProps {
  askable: readonly string[];
  avoids: readonly string[];
  onChange: (avoids: string[]) => void;
}

/** What somebody must not get. */
export function AvoidedFoods({ askable, avoids, onChange }: AvoidedFoodsProps) {
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label="Must not get"
      className="flex flex-wrap gap-1"
      value={[...avoids]}
      onValueChange={onChange}
    >
      {askable.map((each) => (
        <ToggleGroup.Item
          key={each}
          value={each}
          className="rounded-md border border-rim-strong px-2 py-1 text-note data-[state=on]:bg-stop data-[state=on]:font-semibold data-[state=on]:text-card"
        >
          {asked(each)}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
