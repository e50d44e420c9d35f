import { useEffect, useState } from "react";
import { parseNumber } from "@/domain/numbers";
import { DidYouMean } from "./DidYouMean";

interface NumberFieldProps {
  label: string;
  unit: string;
  value: number | null;
  least?: number;
  most?: number;
  /** Whether it may be left empty. */
  optional?: boolean;
  sub?: boolean;
  placeholder?: string;
  onChange: (value: number | null) => void;
}

/** A number with its unit. What is typed stays while it is no number within bounds; only what is goes on. */
export function NumberField({
  label,
  unit,
  value,
  least = 0,
  most = 50_000,
  optional = true,
  sub,
  placeholder,
  onChange,
}: NumberFieldProps) {
  const shown = value === null ? "" : String(Number(value.toPrecision(6)));
  const [text, setText] = useState(shown);
  const typed = parseNumber(text);
  const empty = text.trim() === "";
  const right = empty ? optional : typed >= least && typed <= most;
  // What changed elsewhere, by undo or in another window, is shown; what is being typed is left alone.
  useEffect(() => {
    setText((now) => (now.trim() !== "" && parseNumber(now) === value ? now : shown));
  }, [value, shown]);
  function take(now: string) {
    setText(now);
    const number = parseNumber(now);
    if (now.trim() === "") optional && onChange(null);
    else if (number >= least && number <= most) onChange(number);
  }
  return (
    <label className="grid grid-cols-[1fr_84px_34px] items-center gap-2">
      <span className={sub ? "pl-3 text-soft" : ""}>{label}</span>
      <input
        className="field text-right"
        aria-label={unit ? `${label}, ${unit}` : label}
        inputMode="decimal"
        autoComplete="off"
        maxLength={12}
        placeholder={placeholder}
        aria-invalid={!right}
        title={right ? undefined : `From ${least} to ${most.toLocaleString("en")}`}
        value={text}
        onChange={(event) => take(event.target.value)}
      />
      <span>{unit}</span>
      <DidYouMean text={text} least={least} most={most} unit={unit} onTake={take} />
    </label>
  );
}
