import { useId } from "react";
import type { Schemas } from "@/api/types";
import type { ProductionSettings } from "@/domain/draft";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import { HeatField } from "./HeatField";
import type { SectionProps } from "./section";

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
      {made.bake_window && <AsWanted making={making} window={made.bake_window} change={change} />}
      {made.tray_loads && (
        <p className="text-note">
          {made.tray_loads.per_tray} on a tray, each about {made.tray_loads.spread_cm.toFixed(1)} cm wide:{" "}
          {made.tray_loads.trays} {made.tray_loads.trays === 1 ? "load" : "loads"}.
        </p>
      )}
      {made.bake_window ? (
        <>
          <WindowText window={made.bake_window} />
          <OwnSigns making={making} change={change} />
        </>
      ) : (
        <p className="text-note text-soft">
          {family ? "Nothing of this family goes into an oven." : "Choose a family to see when to look."}
        </p>
      )}
    </section>
  );
}

export const minutes = (value: number) => (value < 5 ? value.toFixed(1) : Math.round(value).toString());

interface AsWantedProps extends Pick<SectionProps, "making" | "change"> {
  window: Schemas["BakeWindow"];
}

/** How it is wanted, whether it is covered, and when it was done in this oven. */
function AsWanted({ making, change, window }: AsWantedProps) {
  return (
    <>
      <div className="flex flex-wrap items-center gap-3">
        {window.wishes.length > 0 && <span aria-hidden>I want it</span>}
        {window.wishes.length > 0 && (
          <Select
            label="How you want it"
            value={window.wishes.includes(making.wish) ? making.wish : ""}
            options={[["", "as usual"], ...window.wishes.map((wish) => [wish, wish] as const)]}
            onChange={(wish) => change({ wish }, "")}
          />
        )}
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={making.covered}
            onChange={(event) => change({ covered: event.target.checked }, "")}
          />
          Covered with foil or a lid
        </label>
      </div>
      <NumberField
        label="Seen done in this oven"
        unit="min"
        value={making.seen_min ?? null}
        least={0.1}
        most={1000}
        placeholder="not yet"
        onChange={(seen_min) => change({ seen_min })}
      />
    </>
  );
}

function WindowText({ window }: { window: Schemas["BakeWindow"] }) {
  return (
    <div className="grid gap-1 text-note" data-window>
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
      <p>Done when</p>
      <ul aria-label="Signs of doneness" className="list-disc pl-5">
        {window.signs.map((each) => (
          <li key={each.sign} className={each.not_when ? "text-soft" : undefined}>
            {each.sign}
            {each.not_when && `. Does not count here: ${each.not_when}`}
          </li>
        ))}
      </ul>
      {window.notes.map((note) => (
        <p key={note} className="text-soft">
          {note}
        </p>
      ))}
      <p className="text-small text-soft">{window.reasons.join(" ")}</p>
    </div>
  );
}

/** One's own signs of doneness instead of the usual ones, a row each. */
function OwnSigns({ making, change }: Pick<SectionProps, "making" | "change">) {
  const id = useId();
  return (
    <details className="text-note" open={making.signs !== "" || undefined}>
      <summary>Signs of your own</summary>
      <label htmlFor={id} className="text-soft">
        A row each; they stand instead of the usual ones.
      </label>
      <textarea
        id={id}
        className="field w-full"
        rows={3}
        maxLength={1000}
        value={making.signs}
        onChange={(event) => change({ signs: event.target.value })}
      />
    </details>
  );
}
