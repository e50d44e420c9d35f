import { ToggleGroup } from "radix-ui";
import { useEffect, useState } from "react";
import type { Schemas } from "@/api/types";
import { grams } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";

/** What a line says besides how much of what. */
export type Details = Pick<Schemas["DetailBody"], "optional" | "fill" | "used_share" | "weighed_g">;

interface LineDetailsProps {
  line: Schemas["LineView"];
  onDetail: (details: Details) => void;
  onReplace: (text: string, slug: string) => void;
}

/** How a line was measured, how much of it is used, and whether it may be left out. Each is written into the line. */
export function LineDetails({ line, onDetail, onReplace }: LineDetailsProps) {
  const [usual = ""] = line.fills;
  // Ticked at once; the line follows when it has been written anew.
  const [optional, setOptional] = useState(line.optional);
  useEffect(() => setOptional(line.optional), [line.optional]);
  return (
    <section className="mt-3 grid gap-2 border-t border-rim pt-3" aria-label="Details of the line">
      {line.fills.length > 1 && (
        <div>
          <span className="mb-1 block text-small text-soft">The cup was</span>
          <ToggleGroup.Root
            type="single"
            aria-label="How the cup was filled"
            className="flex flex-wrap gap-1"
            value={line.fill || usual}
            onValueChange={(fill) => fill && onDetail({ fill })}
          >
            {line.fills.map((fill) => (
              <ToggleGroup.Item
                key={fill}
                value={fill}
                className="rounded-md border border-rim-strong px-2 py-0.5 text-note data-[state=on]:bg-enamel data-[state=on]:text-on-enamel"
              >
                {fill}
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
        </div>
      )}
      <Amount
        label="On the scale"
        unit="g"
        button="Write it"
        hint={line.basis === "weighed" ? "" : `it counts as ${grams(line.prepared_g ?? line.mass_g ?? 0)} g now`}
        start=""
        most={50_000}
        onDone={(weighed_g) => onDetail({ weighed_g })}
      />
      <Amount
        key={line.used_share}
        label="Used of it"
        unit="%"
        button="Set"
        hint={line.used_share < 1 ? `${grams(line.mass_g ?? 0)} of ${grams(line.prepared_g ?? 0)} g` : ""}
        start={String(Number((line.used_share * 100).toPrecision(3)))}
        most={100}
        onDone={(percent) => onDetail({ used_share: percent / 100 })}
      />
      {line.cooked_or_dry && (
        <button
          type="button"
          className="btn btn-quiet justify-self-start"
          onClick={() => line.cooked_or_dry && onReplace(line.cooked_or_dry.text, line.cooked_or_dry.ingredient.slug)}
        >
          {line.cooked_or_dry.cooks ? "As cooked or soaked" : "As dry"}: {line.cooked_or_dry.text}
        </button>
      )}
      <label className="flex items-center gap-2 text-note">
        <input
          type="checkbox"
          className="size-4.5 accent-[var(--enamel-ink)]"
          checked={optional}
          onChange={(event) => {
            setOptional(event.target.checked);
            onDetail({ optional: event.target.checked });
          }}
        />
        Optional: totals are given with and without it
      </label>
    </section>
  );
}

interface AmountProps {
  label: string;
  unit: string;
  button: string;
  hint: string;
  start: string;
  most: number;
  onDone: (value: number) => void;
}

function Amount({ label, unit, button, hint, start, most, onDone }: AmountProps) {
  const [text, setText] = useState(start);
  const value = parseNumber(text);
  const right = text.trim() !== "" && value > 0 && value <= most;
  return (
    <form
      className="grid grid-cols-[92px_72px_auto_1fr] items-center gap-2 text-note"
      onSubmit={(event) => {
        event.preventDefault();
        if (right && text !== start) onDone(value);
      }}
    >
      <span>{label}</span>
      <span className="flex items-center gap-1">
        <input
          className="field md:!min-h-7.5 !px-2 !py-0.5 text-right"
          aria-label={`${label}, ${unit}`}
          aria-invalid={text.trim() !== "" && !right}
          inputMode="decimal"
          autoComplete="off"
          maxLength={12}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        {unit}
      </span>
      <button type="submit" className="btn btn-quiet md:!min-h-7.5" disabled={!right || text === start}>
        {button}
      </button>
      <span className="text-small text-soft">{hint}</span>
    </form>
  );
}
