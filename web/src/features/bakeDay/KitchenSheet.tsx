import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { bakeDaysChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { NumberField } from "@/ui/NumberField";
import { Sheet } from "@/ui/Sheet";

type Kitchen = Schemas["PlanningKitchen"];

const FIELDS: readonly (readonly [keyof Kitchen, string, number, number])[] = [
  ["hands", "People who work", 1, 6],
  ["ovens", "Ovens", 1, 4],
  ["shelves", "Shelves that one oven bakes on at once", 1, 4],
  ["heat_tolerance_c", "Loads share a heat within, °C", 0, 25],
  ["bowls", "Mixing bowls", 1, 12],
  ["blenders", "Blenders", 1, 3],
  ["microwaves", "Microwaves", 1, 3],
  ["burners", "Burners", 1, 6],
  ["fridge_shelves", "Fridge shelves that are free", 1, 6],
  ["freezer_shelves", "Freezer shelves that are free", 1, 6],
];

interface KitchenSheetProps {
  day: Schemas["BakeDayView"];
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** What the kitchen has for a bake day. */
export function KitchenSheet({ day, open, onOpenChange }: KitchenSheetProps) {
  const [kitchen, setKitchen] = useState<Kitchen>(day.kitchen);
  const client = useQueryClient();
  const navigate = useNavigate();
  const save = useMutation({
    mutationFn: () => data(api.PUT("/api/v1/planning-kitchen", { body: kitchen })),
    onSuccess: async () => {
      await bakeDaysChanged(client);
      onOpenChange(false);
      navigate(`/bake-day/${day.id}?plan=now`, { replace: true });
    },
  });
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="The kitchen" description="What a plan may use.">
      <form
        className="grid gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        {FIELDS.map(([field, label, least, most]) => (
          <NumberField
            key={field}
            label={label}
            unit=""
            value={kitchen[field]}
            least={least}
            most={most}
            optional={false}
            onChange={(value) => value !== null && setKitchen({ ...kitchen, [field]: Math.round(value) })}
          />
        ))}
        {save.error && (
          <p role="alert" className="text-stop">
            {save.error.message}
          </p>
        )}
        <button type="submit" className="btn mt-2 justify-self-end">
          Keep it and plan anew
        </button>
      </form>
    </Sheet>
  );
}
