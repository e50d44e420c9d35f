import { ChevronDown } from "lucide-react";
import { Popover, ToggleGroup } from "radix-ui";
import { useId } from "react";
import type { PartOptions as Options, Part } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { NumberField } from "@/ui/NumberField";

const BAKES: readonly Options["bake"][] = ["with the rest", "before", "not"];

/** How a part goes in: when it is baked, how much of it, and what baking takes. */
export function PartOptions({ part, store }: { part: Part; store: DraftStore }) {
  const { options: how } = part;
  const title = useId();
  const change = (to: Partial<Options>) =>
    store.edit(
      (draft) => ({
        ...draft,
        parts: draft.parts.map((each) =>
          each.key === part.key ? { ...each, options: { ...each.options, ...to } } : each,
        ),
      }),
      `how ${part.key}`,
    );
  return (
    <Popover.Root>
      <Popover.Trigger className="inline-flex items-center gap-1 rounded px-1 text-small text-soft">
        {inWords(how)} <ChevronDown size={13} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={12}
          aria-label={`How ${part.name || "the part"} goes in`}
          className="card z-40 grid w-[min(340px,calc(100vw-24px))] gap-2 p-3 text-note shadow-xl"
        >
          <div className="grid gap-1">
            <span id={title}>Bake this part</span>
            <ToggleGroup.Root
              type="single"
              aria-labelledby={title}
              className="flex rounded-lg border border-rim-strong p-0.5"
              value={how.bake}
              onValueChange={(bake) => bake && change({ bake: bake as Options["bake"], loss_share: null })}
            >
              {BAKES.map((bake) => (
                <ToggleGroup.Item
                  key={bake}
                  value={bake}
                  className="flex-1 rounded-md px-2 py-1 font-semibold text-soft data-[state=on]:bg-enamel data-[state=on]:text-on-enamel"
                >
                  {bake}
                </ToggleGroup.Item>
              ))}
            </ToggleGroup.Root>
          </div>
          <Tick label="Optional" checked={how.optional} onChange={(optional) => change({ optional })} />
          <NumberField
            label="Used of what was made"
            unit="%"
            value={how.used_share * 100}
            least={1}
            most={100}
            optional={false}
            onChange={(percent) => change({ used_share: (percent ?? 100) / 100 })}
          />
          {how.bake !== "not" && (
            <NumberField
              label="Baking takes"
              unit="%"
              value={how.loss_share == null ? null : how.loss_share * 100}
              most={60}
              placeholder="usual"
              onChange={(percent) => change({ loss_share: percent === null ? null : percent / 100 })}
            />
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function inWords(how: Options): string {
  const said = [
    how.bake === "not" ? "not baked" : how.bake === "before" ? "baked before" : "",
    how.optional ? "optional" : "",
    how.used_share < 1 ? `${Math.round(how.used_share * 100)} % used` : "",
    how.loss_share != null ? `loses ${Math.round(how.loss_share * 100)} %` : "",
  ].filter(Boolean);
  return said.length ? said.join(", ") : "baked with the rest";
}

function Tick({ label, checked, onChange }: { label: string; checked: boolean; onChange: (to: boolean) => void }) {
  return (
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        className="size-4.5 accent-[var(--enamel-ink)]"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
