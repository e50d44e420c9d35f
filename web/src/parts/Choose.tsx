import { Check, ChevronDown } from "lucide-react";
import { Select } from "radix-ui";

interface ChooseProps {
  label: string;
  value: string;
  options: readonly (readonly [value: string, name: string])[];
  onChange: (value: string) => void;
}

/** Radix takes no empty value, so nothing chosen has one of its own. */
const NOTHING = "-";

/** One of several: the one select of the application. An option with an empty value stands for nothing chosen. */
export function Choose({ label, value, options, onChange }: ChooseProps) {
  return (
    <Select.Root value={value || NOTHING} onValueChange={(chosen) => onChange(chosen === NOTHING ? "" : chosen)}>
      <Select.Trigger className="field flex !w-auto items-center gap-2" aria-label={label}>
        <Select.Value />
        <Select.Icon>
          <ChevronDown size={15} aria-hidden />
        </Select.Icon>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={6}
          collisionPadding={12}
          className="card z-[60] max-h-[min(420px,var(--radix-select-content-available-height))] p-1 shadow-xl"
        >
          <Select.Viewport>
            {options.map(([option, name]) => (
              <Select.Item
                key={option || NOTHING}
                value={option || NOTHING}
                className="flex cursor-pointer items-center gap-3 rounded px-3 py-[6px] data-[highlighted]:bg-sunk"
              >
                <Select.ItemText>{name}</Select.ItemText>
                <Select.ItemIndicator className="ml-auto">
                  <Check size={15} aria-hidden />
                </Select.ItemIndicator>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
