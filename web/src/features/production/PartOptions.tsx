import { ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";
import type { PartOptions as Options, Part } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { NumberField } from "@/ui/NumberField";

/** How a part goes in: when, how much of it, and what baking takes. */
export function PartOptions({ part, store }: { part: Part; store: DraftStore }) {
  const { options: how } = part;
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
      <Popover.Trigger className="inline-flex items-center gap-1 rounded px-1 text-[13.5px] text-soft">
        {inWords(how)} <ChevronDown size={13} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={12}
          aria-label={`How ${part.name || "the part"} goes in`}
          className="card z-40 grid w-[min(340px,calc(100vw-24px))] gap-2 p-3 text-[14px] shadow-xl"
        >
          <Tick
            label="Comes on after baking"
            checked={how.unbaked}
            onChange={(unbaked) => change({ unbaked, loss_share: null })}
          />
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
          {!how.unbaked && (
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
    how.unbaked ? "after baking" : "",
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
        className="size-[18px] accent-[var(--enamel-ink)]"
        checked={checked}
        onChange={(event) => onChange(event.target.checked)}
      />
      {label}
    </label>
  );
}
