import type { Schemas } from "@/api/types";
import type { ProductionSettings } from "@/domain/draft";
import { Select } from "@/ui/Select";
import { HeatField } from "./HeatField";
import type { SectionProps } from "./ProductionCard";

interface OvenSectionProps extends SectionProps {
  family: string;
  /** What bakes in this kitchen, and the ovens to choose from. */
  usual: string;
  ovens: readonly string[];
}

/** Which oven at which heat, and when to look. */
export function OvenSection({ making, made, change, family, usual, ovens }: OvenSectionProps) {
  return (
    <section className="grid content-start gap-2" aria-label="When to look">
      <h3 className="font-semibold">Oven</h3>
      <div className="flex flex-wrap gap-2">
        <Select
          label="Oven"
          value={making.oven ?? ""}
          options={[["", `${usual}, as always`], ...ovens.map((each) => [each, each] as const)]}
          onChange={(oven) => change({ oven: (oven || null) as ProductionSettings["oven"] }, "")}
        />
      </div>
      <HeatField celsius={making.oven_c ?? null} onChange={(celsius) => change({ oven_c: celsius })} />
      {made.tray_loads && (
        <p className="text-note">
          {made.tray_loads.per_tray} on a tray, each about {made.tray_loads.spread_cm.toFixed(1)} cm wide:{" "}
          {made.tray_loads.trays} {made.tray_loads.trays === 1 ? "load" : "loads"}.
        </p>
      )}
      {made.bake_window ? (
        <WindowText window={made.bake_window} />
      ) : (
        <p className="text-note text-soft">
          {family ? "Nothing of this family goes into an oven." : "Choose a family to see when to look."}
        </p>
      )}
    </section>
  );
}

export const minutes = (value: number) => (value < 5 ? value.toFixed(1) : Math.round(value).toString());

function WindowText({ window }: { window: Schemas["BakeWindow"] }) {
  return (
    <div className="text-note" data-window>
      <p>
        <b>
          Look from minute {minutes(window.from_min)}, until {minutes(window.until_min)}
        </b>
        {window.oven_c != null && (
          <>
            {" "}
            · {window.oven_c} °C, {window.fahrenheit} °F{window.gas && `, gas ${window.gas}`} · {window.oven}
          </>
        )}
      </p>
      <p>Done when: {window.signs.join("; ")}.</p>
      {window.notes.map((note) => (
        <p key={note} className="text-soft">
          {note}
        </p>
      ))}
      <p className="text-small text-soft">{window.reasons.join(" ")}</p>
    </div>
  );
}
