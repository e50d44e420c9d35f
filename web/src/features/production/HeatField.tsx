import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { referenceQuery } from "@/api/queries";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";

const UNITS = ["°C", "°F", "gas"] as const;
type Unit = (typeof UNITS)[number];

interface HeatFieldProps {
  celsius: number | null;
  onChange: (celsius: number | null) => void;
}

/** The heat that a recipe gives, by whichever dial; kept in °C. */
export function HeatField({ celsius, onChange }: HeatFieldProps) {
  const [unit, setUnit] = useState<Unit>("°C");
  const reference = useQuery(referenceQuery);
  const marks = reference.data?.ovens ?? [];
  const nearest = celsius === null ? undefined : marks.find((mark) => Math.abs(mark.celsius - celsius) <= 6);
  return (
    <div className="flex items-center gap-2">
      <div className="flex-1">
        {unit === "gas" ? (
          <div className="flex items-center justify-between gap-2">
            Heat, top and bottom
            <Select
              label="Gas mark"
              value={nearest?.gas ?? ""}
              options={[["", "usual"], ...marks.map((mark) => [mark.gas, `gas ${mark.gas}`] as const)]}
              onChange={(gas) => onChange(marks.find((mark) => mark.gas === gas)?.celsius ?? null)}
            />
          </div>
        ) : (
          <NumberField
            key={unit}
            label="Heat, top and bottom"
            unit=""
            least={unit === "°C" ? 100 : 212}
            most={unit === "°C" ? 300 : 572}
            placeholder="usual"
            value={celsius === null ? null : unit === "°C" ? celsius : Math.round(celsius * 1.8 + 32)}
            onChange={(value) => onChange(value === null ? null : unit === "°C" ? value : (value - 32) / 1.8)}
          />
        )}
      </div>
      <Select
        label="Dial"
        value={unit}
        options={UNITS.map((each) => [each, each === "gas" ? "gas mark" : each] as const)}
        onChange={(chosen) => setUnit(chosen as Unit)}
      />
    </div>
  );
}
