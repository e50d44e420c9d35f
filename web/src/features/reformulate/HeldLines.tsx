import type { Draft } from "@/domain/draft";
import { grams } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import type { Hold } from "@/domain/reformulation";
import type { Evaluated } from "@/features/bench/useBench";

const FREE: Hold = { locked: false, low_g: null, high_g: null, may_go: false };

interface HeldLinesProps {
  draft: Draft;
  worked: Evaluated;
  holds: ReadonlyMap<string, Hold>;
  onChange: (holds: ReadonlyMap<string, Hold>) => void;
}

/** The lines with locks and ranges. */
export function HeldLines({ draft, worked, holds, onChange }: HeldLinesProps) {
  const lines = draft.parts.flatMap((part) => part.lines).filter((line) => worked.lines.get(line.id)?.mass_g);
  function put(key: string, to: Partial<Hold>) {
    const next = new Map(holds);
    next.set(key, { ...FREE, ...holds.get(key), ...to });
    onChange(next);
  }
  return (
    <details className="card px-4 py-2">
      <summary className="cursor-pointer font-semibold">
        What may change <span className="font-normal text-soft">{holds.size > 0 && `· ${holds.size} held`}</span>
      </summary>
      <ul className="mt-1">
        {lines.map((line) => {
          const hold = holds.get(line.id) ?? FREE;
          return (
            <li key={line.id} className="border-t border-rim py-1 text-note">
              <div className="flex flex-wrap items-center gap-x-3">
                <span className="min-w-0 flex-1">{line.text}</span>
                <label className="flex items-center gap-1">
                  <input
                    type="checkbox"
                    className="accent-enamel"
                    checked={hold.locked}
                    aria-label={`Leave ${line.text} as it is`}
                    onChange={(event) => put(line.id, { locked: event.target.checked })}
                  />
                  as it is
                </label>
                <label className="flex items-center gap-1">
                  <input
                    type="checkbox"
                    className="accent-enamel"
                    disabled={hold.locked}
                    checked={hold.may_go}
                    aria-label={`${line.text} may go`}
                    onChange={(event) => put(line.id, { may_go: event.target.checked })}
                  />
                  may go
                </label>
              </div>
              {!hold.locked && (
                <div className="flex items-center gap-1 text-soft">
                  from
                  <Gram
                    label={`At least of ${line.text}, g`}
                    value={hold.low_g}
                    onChange={(low_g) => put(line.id, { low_g })}
                  />
                  to
                  <Gram
                    label={`At most of ${line.text}, g`}
                    value={hold.high_g}
                    onChange={(high_g) => put(line.id, { high_g })}
                  />
                  g, now {grams(worked.lines.get(line.id)?.mass_g ?? 0)}
                </div>
              )}
            </li>
          );
        })}
      </ul>
    </details>
  );
}

function Gram({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number | null;
  onChange: (value: number | null) => void;
}) {
  return (
    <input
      className="field md:!min-h-7 !w-16 !py-0 text-right"
      aria-label={label}
      inputMode="decimal"
      placeholder="free"
      defaultValue={value ?? ""}
      onBlur={(event) => {
        const typed = parseNumber(event.target.value);
        onChange(event.target.value.trim() && typed >= 0 && typed <= 50_000 ? typed : null);
      }}
    />
  );
}
