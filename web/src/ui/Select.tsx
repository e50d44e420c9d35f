import { Check, ChevronDown } from "lucide-react";
import { Select as Primitive } from "radix-ui";

interface SelectProps {
  label: string;
  value: string;
  options: readonly (readonly [value: string, name: string])[];
  onChange: (value: string) => void;
}

/** Radix takes no empty value, so nothing chosen has one of its own. */
const NOTHING = "-";

/** One of several: the one select of the application. An option with an empty value stands for nothing chosen. */
export function Select({ label, value, options, onChange }: SelectProps) {
  return (
    <Primitive.Root value={value || NOTHING} onValueChange={(chosen) => onChange(chosen === NOTHING ? "" : chosen)}>
      <Primitive.Trigger className="field flex !w-auto items-center gap-2" aria-label={label}>
        <Primitive.Value />
        <Primitive.Icon>
          <ChevronDown size={15} aria-hidden />
        </Primitive.Icon>
      </Primitive.Trigger>
      <Primitive.Portal>
        <Primitive.Content
          position="popper"
          sideOffset={6}
          collisionPadding={12}
          className="card z-[60] max-h-[min(420px,var(--radix-select-content-available-height))] p-1 shadow-xl"
        >
          <Primitive.Viewport>
            {options.map(([option, name]) => (
              <Primitive.Item
                key={option || NOTHING}
                value={option || NOTHING}
                className="flex cursor-pointer items-center gap-3 rounded px-3 py-1.5 data-[highlighted]:bg-sunk"
              >
                <Primitive.ItemText>{name}</Primitive.ItemText>
                <Primitive.ItemIndicator className="ml-auto">
                  <Check size={15} aria-hidden />
                </Primitive.ItemIndicator>
              </Primitive.Item>
            ))}
          </Primitive.Viewport>
        </Primitive.Content>
      </Primitive.Portal>
    </Primitive.Root>
  );
}
