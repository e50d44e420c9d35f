import type { Schemas } from "@/api/types";

type Layers = Schemas["Layers"];

const ORDER = ["protein", "carbohydrate", "fat", "fibre", "other"] as const;

function described(layers: Layers): string {
  const named = ORDER.filter((name) => layers[`${name}_share`] >= 0.005).map(
    (name) => `${name} ${Math.round(layers[`${name}_share`] * 100)} %`,
  );
  return `Energy from ${named.join(", ") || "nothing"}`;
}

/** A piece in cross-section: layers from the top are protein, carbohydrate, fat, then fibre and the rest. Its area is
 * energy, so its side grows with the square root of it. */
export function Slab({ layers, energy_kcal, full_kcal = 250, size = 92 }: SlabProps) {
  const side = Math.max(14, Math.min(1, Math.sqrt(energy_kcal / full_kcal)) * size);
  return (
    <div className="flex shrink-0 items-end justify-center" style={{ width: size, height: size }}>
      <div
        role="img"
        aria-label={described(layers)}
        title={described(layers)}
        className="flex flex-col overflow-hidden rounded-[4px] border border-ink/40"
        style={{ width: side, height: side }}
      >
        <LayerStack layers={layers} />
      </div>
    </div>
  );
}

interface SlabProps {
  layers: Layers;
  energy_kcal: number;
  /** Energy of a slab that fills its box. */
  full_kcal?: number;
  /** Side of the box, px. */
  size?: number;
}

/** The layers one above the other, filling whatever holds them. */
export function LayerStack({ layers }: { layers: Layers }) {
  return ORDER.map((name) => (
    <span
      key={name}
      className={`layer-${name} block w-full`}
      style={{ flexGrow: layers[`${name}_share`], flexBasis: 0 }}
    />
  ));
}

/** A line's energy lying down: the length is energy against the richest line. */
export function EnergyBar({
  layers,
  energy_kcal,
  most_kcal,
}: {
  layers: Layers;
  energy_kcal: number;
  most_kcal: number;
}) {
  return (
    <span
      role="img"
      aria-label={described(layers)}
      title={described(layers)}
      className="flex h-2.5"
      style={{ width: `${most_kcal > 0 ? Math.max(0, (energy_kcal / most_kcal) * 100) : 0}%` }}
    >
      {ORDER.map((name) => (
        <span
          key={name}
          className={`layer-${name} block h-full`}
          style={{ flexGrow: layers[`${name}_share`], flexBasis: 0 }}
        />
      ))}
    </span>
  );
}
