import { type FormEvent, useRef, useState } from "react";
import type { Schemas } from "@/api/types";
import { grams } from "@/domain/format";
import { problemText } from "@/domain/problem";
import { LineQuestion } from "@/features/bench/LineQuestion";
import { useOneImport } from "./useImport";

type Item = Schemas["ItemView"];

interface ImportItemProps {
  id: string;
  item: Item;
  /** Whether it can still be put right. */
  open: boolean;
}

/** A recipe or a row as it was understood, with what could not be read at its line. */
export function ImportItem({ id, item, open }: ImportItemProps) {
  const { change } = useOneImport(id);
  const [shown, setShown] = useState(false);
  const unread = item.lines.filter((line) => line.problem);
  const asking = open ? item.questions.filter((question) => question.answers.length > 0) : [];
  const row = useRef<HTMLLIElement>(null);
  const label = `${item.row_number ? `Row ${item.row_number}: ` : ""}${item.title}`;
  // Held here, because a mutation tells of itself a moment later, and till then React would put the old tick back.
  const [pressed, setPressed] = useState<boolean | null>(null);
  const can = open && !item.problem && !item.here && item.kind !== "nothing";
  return (
    <li ref={row} tabIndex={-1} className="border-b border-rim py-2 last:border-0" data-item={item.title}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <div className="flex min-w-0 grow basis-60 items-baseline gap-2">
          {can && (
            <input
              type="checkbox"
              aria-label={`Bring in ${label}`}
              className="size-4.5 shrink-0 translate-y-0.5 accent-[var(--enamel-ink)]"
              checked={pressed ?? item.chosen}
              onChange={(event) => {
                const chosen = event.target.checked;
                setPressed(chosen);
                change.mutate({ item, body: { chosen } }, { onSettled: () => setPressed(null) });
              }}
            />
          )}
          <span className="min-w-0 break-words">{label}</span>
        </div>
        <span className="text-soft">{state(item)}</span>
      </div>
      {item.problem && <p className="text-stop">{item.problem}</p>}
      {change.isError && (
        <p role="alert" className="text-stop">
          {problemText(change.error)}
        </p>
      )}
      {unread.length > 0 && (
        <Unread
          key={unread.map((line) => line.id).join()}
          id={id}
          item={item}
          open={open}
          onWritten={() => focusBeside(row.current)}
        />
      )}
      {asking.map((question) => (
        <div key={question.line_id} className="mt-1.5">
          <LineQuestion
            question={question}
            named={!unread.some((line) => line.id === question.line_id)}
            onAnswer={({ line_id }, { text, slug }) => {
              change.mutate({ item, body: { lines: [{ id: line_id, text, chosen: slug }] } });
              focusBeside(row.current, line_id);
            }}
          />
        </div>
      ))}
      {item.lines.length > 0 && (
        <>
          <button type="button" className="btn btn-bare -ml-3" aria-expanded={shown} onClick={() => setShown(!shown)}>
            {shown ? "Hide its lines" : "Show its lines"}
          </button>
          {shown && <Lines item={item} />}
        </>
      )}
    </li>
  );
}

/** What is answered goes away, and the focus must not go with it: on to the next question of this recipe. */
function focusBeside(row: HTMLElement | null, line_id = "") {
  const others = row?.querySelectorAll<HTMLElement>("[data-question]") ?? [];
  const next = [...others].find((each) => each.dataset.question !== line_id);
  (next?.querySelector("button") ?? row)?.focus();
}

function state(item: Item): string {
  if (item.here) return "is here already";
  if (item.state !== "read") return item.state;
  return item.problem ? "" : item.told;
}

/** The lines that could not be read, each to be written anew. */
function Unread({ id, item, open, onWritten }: ImportItemProps & { onWritten: () => void }) {
  const { change } = useOneImport(id);
  const unread = item.lines.filter((line) => line.problem);
  const [texts, setTexts] = useState<Record<string, string>>({});
  const written = unread.filter((line) => texts[line.id] !== undefined && texts[line.id] !== line.text);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!written.length) return;
    const lines = written.map((line) => ({ id: line.id, text: texts[line.id] as string }));
    change.mutate({ item, body: { lines } });
    onWritten();
  };
  return (
    <form className="mt-1 grid gap-1.5" onSubmit={submit}>
      {unread.map((line) => (
        <div key={line.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <input
            className="field !w-auto min-w-0 flex-1"
            aria-label={`Line “${line.text}” of ${item.title}`}
            aria-invalid
            disabled={!open || change.isPending}
            value={texts[line.id] ?? line.text}
            onChange={(event) => setTexts({ ...texts, [line.id]: event.target.value })}
          />
          <span className="text-caution max-sm:basis-full sm:w-[46%]">{line.problem}</span>
        </div>
      ))}
      {open && (
        <div className="flex items-center gap-3">
          <button type="submit" className="btn btn-quiet shrink-0" disabled={!written.length || change.isPending}>
            {change.isPending ? "Reading …" : "Read again"}
          </button>
          <span className="text-soft">Or leave it: it stays as written and counts for nothing.</span>
        </div>
      )}
      {change.isError && (
        <p role="alert" className="text-stop">
          {problemText(change.error)}
        </p>
      )}
    </form>
  );
}

function Lines({ item }: { item: Item }) {
  return (
    <ul className="mt-1 mb-1 text-note">
      {item.lines.map((line, place) => (
        <li key={line.id} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] gap-x-3">
          <span className="break-words">
            {line.part && line.part !== item.lines[place - 1]?.part && <b className="mr-1">{line.part}:</b>}
            {line.text}
          </span>
          <span className="text-soft">{line.read_as || "not read"}</span>
          <span className="tabular-nums">{line.mass_g === null ? "" : `${grams(line.mass_g)} g`}</span>
        </li>
      ))}
    </ul>
  );
}
