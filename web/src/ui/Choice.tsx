import { ToggleGroup } from "radix-ui";

interface ChoiceProps {
  label: string;
  value: string;
  options: readonly (readonly [value: string, name: string])[];
  onChange: (value: string) => void;
  className?: string;
}

/** One of a few that stand side by side. */
export function Choice({ label, value, options, onChange, className = "" }: ChoiceProps) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(chosen) => chosen && onChange(chosen)}
      className={`flex w-fit rounded-lg border border-rim-strong p-0.5 ${className}`}
    >
      {options.map(([option, name]) => (
        <ToggleGroup.Item
          key={option}
          value={option}
          className="max-w-40 truncate rounded-md px-2.5 py-1 text-note font-semibold text-soft data-[state=on]:bg-enamel data-[state=on]:text-on-enamel"
        >
          {name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
