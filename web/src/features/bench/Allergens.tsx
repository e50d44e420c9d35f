import { ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";
import type { Schemas } from "@/api/types";
import { lineCount } from "@/domain/format";

type Contents = Schemas["Allergens"];

/** Allergens and diets in one sentence; opened, the lines that bring or break each. */
export function Allergens({ contents }: { contents: Contents }) {
  const { diets_kept: keeps, unknown_lines: unknown, depends_on: depends } = contents;
  // What goes in or not is not told as certain.
  const contains = contents.contains.filter(({ name }) => !depends.some((each) => each.name === name));
  return (
    <Popover.Root>
      <Popover.Trigger className="mt-1 inline-flex max-w-full flex-wrap items-center gap-x-1 rounded text-left text-note">
        {contains.length > 0 ? (
          <b className="text-stop">contains {contains.map((each) => each.name).join(", ")}</b>
        ) : (
          <span className="text-soft">
            {unknown.length > 0 ? "no named allergen in what is known" : "none of the named allergens"}
          </span>
        )}
        {contents.may_contain.length > 0 && (
          <span className="text-caution">
            {" "}
            · may contain {contents.may_contain.map((each) => each.name).join(", ")}
          </span>
        )}
        {depends.length > 0 && (
          <span className="text-caution">
            {" "}
            · depends on what goes in: {depends.map((each) => each.name).join(", ")}
          </span>
        )}
        {keeps.length > 0 && <span className="text-soft"> · {keeps.join(", ")}</span>}
        {unknown.length > 0 && <span className="text-caution"> · unknown for {lineCount(unknown.length)}</span>}
        <ChevronDown size={14} aria-hidden className="text-soft" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          aria-label="What is in it"
          className="card z-40 max-h-[70vh] w-[min(440px,calc(100vw-24px))] overflow-y-auto p-4 shadow-xl"
        >
          <Rows title="Contains" rows={contains} />
          <Rows title="May contain, by the packs" rows={contents.may_contain} />
          <Rows title="Depends on what goes in" rows={depends} />
          <Rows title="Is not" rows={contents.diets_broken} />
          {unknown.length > 0 && <Rows title="Unknown" rows={[{ name: "not all known", lines: unknown }]} />}
          <p className="text-small text-soft">
            Told by the lines, as the ingredients are made up; traces (“may contain”) only where a product’s label says
            so. Ask whoever has an allergy, and read the packs.
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Rows({ title, rows }: { title: string; rows: readonly Schemas["Causes"][] }) {
  if (!rows.length) return null;
  return (
    <section className="mb-3">
      <h2>{title}</h2>
      <dl className="text-note">
        {rows.map((row) => (
          <div key={row.name} className="grid grid-cols-[110px_1fr] gap-2 border-b border-rim py-1">
            <dt className="font-semibold">{row.name}</dt>
            <dd className="text-soft">{row.lines.join("; ")}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
