import type { ProductionSettings } from "@/domain/draft";
import { count, grams, kcal } from "@/domain/format";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import type { SectionProps } from "./section";

const WAYS = [
  ["count", "equal pieces"],
  ["cuts", "cuts of the tin"],
  ["dough", "so many grams of dough"],
  ["baked", "so many grams baked"],
  ["scoop", "a scoop or disher"],
] as const;

/** How the dough is parted, and what came out. */
export function PiecesSection({ making, made, change }: SectionProps) {
  return (
    <section className="grid content-start gap-2" aria-label="How it is parted">
      <h3 className="font-semibold">Pieces</h3>
      <Select
        label="A piece is"
        value={making.by}
        options={WAYS}
        onChange={(by) => change({ by: by as ProductionSettings["by"], made_count: null }, "")}
      />
      {making.by === "cuts" && (
        <Text label="Cuts" placeholder="4x3, or 8 wedges" value={making.cuts} onChange={(cuts) => change({ cuts })} />
      )}
      {(making.by === "dough" || making.by === "baked") && (
        <NumberField
          label={making.by === "dough" ? "Dough of a piece" : "A piece, baked"}
          unit="g"
          least={0.1}
          value={making.piece_g ?? null}
          onChange={(value) => change({ piece_g: value })}
        />
      )}
      {making.by === "scoop" && (
        <Text
          label="Scoop"
          placeholder="disher 40, or 2 tbsp"
          value={making.scoop}
          onChange={(scoop) => change({ scoop })}
        />
      )}
      {(making.by === "scoop" || making.tins.length > 0) && (
        <NumberField
          label="Density of the dough"
          unit="g"
          least={0.2}
          most={3}
          placeholder="usual"
          value={making.density_g_per_ml ?? null}
          onChange={(value) => change({ density_g_per_ml: value })}
        />
      )}
      {making.by === "scoop" && made.piece_dough_g > 0 && making.made_count == null && (
        <NumberField
          label="One scoop, weighed"
          unit="g"
          least={0.5}
          placeholder={grams(made.piece_dough_g)}
          value={null}
          onChange={(value) =>
            value && change({ density_g_per_ml: (value * made.density_g_per_ml) / made.piece_dough_g })
          }
        />
      )}
      <NumberField
        label="Pieces it made"
        unit=""
        least={0.1}
        most={1000}
        placeholder={count(made.piece_count)}
        value={making.made_count ?? null}
        onChange={(value) => change({ made_count: value })}
      />
      <NumberField
        label="Samples taken before cutting"
        unit=""
        most={1000}
        value={making.small_count || null}
        onChange={(value) => change({ small_count: Math.round(value ?? 0) })}
      />
      {making.small_count > 0 && (
        <NumberField
          label="each of dough"
          unit="g"
          sub
          value={making.small_g || null}
          onChange={(value) => change({ small_g: value ?? 0 })}
        />
      )}
      {made.small_g > 0 && (
        <p className="text-note text-soft">
          A sample: {grams(made.small_g)} g, {kcal(made.small_energy_kcal)} kcal.
        </p>
      )}
      {made.rest_g > 0.5 && (
        <p className="text-note text-soft">{grams(made.rest_g)} g of dough are left, less than another piece.</p>
      )}
    </section>
  );
}

interface TextProps {
  label: string;
  placeholder: string;
  value: string;
  onChange: (text: string) => void;
}

function Text({ label, placeholder, value, onChange }: TextProps) {
  return (
    <label className="grid grid-cols-[1fr_160px] items-center gap-2">
      <span>{label}</span>
      <input
        className="field"
        autoComplete="off"
        maxLength={40}
        placeholder={placeholder}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}
