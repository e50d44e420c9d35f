import { useQuery } from "@tanstack/react-query";
import { kitchenQuery } from "@/api/queries";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import type { Recording } from "./useRecording";

/** One dough made into two things: how much of it became this one, and of which kind it is. */
export function OneOfTwo({ recording, newDough }: { recording: Recording; newDough: () => string }) {
  const { told, tell, view } = recording;
  const kitchen = useQuery(kitchenQuery);
  const open = told.dough_share < 1 || told.family !== "";
  const families = kitchen.data?.families ?? [];
  return (
    <details className="card p-4" open={open}>
      <summary className="cursor-pointer font-semibold">Only part of the dough became this</summary>
      <div className="mt-2 grid gap-1.5">
        <NumberField
          label="Of the dough"
          unit="%"
          value={told.dough_share < 1 ? told.dough_share * 100 : null}
          least={1}
          most={100}
          placeholder="100"
          onChange={(share) =>
            tell({
              dough_share: share === null ? 1 : Math.round(share * 10) / 1000,
              dough_id: told.dough_id ?? newDough(),
            })
          }
        />
        <span className="flex items-center justify-between gap-2">
          <span>Baked as</span>
          <Select
            label="What it is baked as"
            value={told.family}
            options={[["", "what it is written as"], ...families.map(({ slug, name }) => [slug, name] as const)]}
            onChange={(family) => tell({ family })}
          />
        </span>
        <p className="text-note text-soft">
          {told.dough_share < 1 && view
            ? "Once this is recorded, the rest of the dough is a batch of its own: its heat, what was added to it, its pieces."
            : "A tray of rounds and muffins of one dough are two batches; each gets its share of every line."}
        </p>
      </div>
    </details>
  );
}
