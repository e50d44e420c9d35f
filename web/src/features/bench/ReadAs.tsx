import { useQuery } from "@tanstack/react-query";
import { ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";

import { LineDetails } from "./LineDetails";
import type { Details } from "./LineRow";

type Choice = Schemas["Choice"];

interface ReadAsProps {
  line: Schemas["LineView"];
  /** What was taken for granted about the weight. */
  remark: string;
  chosen: string | null;
  onChoose: (choice: Choice) => void;
  onForget: () => void;
  onDetail: (details: Details) => void;
  onReplace: (text: string, slug: string) => void;
}

/** What a line was taken for, and what else it may mean. */
export function ReadAs({ line, remark, chosen, onChoose, onForget, onDetail, onReplace }: ReadAsProps) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState("");
  const found = useQuery({
    queryKey: ["ingredients", words],
    queryFn: ({ signal }) => data(api.GET("/api/v1/ingredients", { params: { query: { words } }, signal })),
    enabled: open && words.trim().length > 0,
  });
  const offered = words.trim() ? (found.data ?? []) : line.others;
  const label = line.ingredient ? line.ingredient.name : "choose an ingredient";
  return (
    <Popover.Root
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        setWords("");
      }}
    >
      <Popover.Trigger
        className={`inline-flex max-w-full items-center gap-1 rounded text-left text-[13px] ${line.ingredient && line.sure ? "text-soft" : "font-semibold text-caution"}`}
      >
        <span className="truncate">
          {line.ingredient && <span className="sr-only">Read as </span>}
          {label}
          {line.ingredient && !line.sure && ", is that it?"}
          {remark && <span className="font-normal"> · {remark}</span>}
        </span>
        <span className="sr-only">; choose another</span>
        <ChevronDown size={13} aria-hidden className="shrink-0" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          className="card z-40 max-h-[var(--radix-popover-content-available-height)] w-[min(380px,calc(100vw-24px))] overflow-y-auto p-3 shadow-xl"
          aria-label={`What “${line.name}” means`}
        >
          <p className="mb-2 text-[13.5px] text-soft">
            {line.ingredient ? (
              <>
                “{line.name}” is read as <b className="text-ink">{line.ingredient.name}</b>.
              </>
            ) : (
              <>“{line.name}” is nothing we know. What is it?</>
            )}
          </p>
          <input
            className="field"
            aria-label="Search the ingredients"
            placeholder="Search the ingredients"
            maxLength={200}
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
          <ul className="mt-2 max-h-[112px] overflow-y-auto" aria-label={words ? "Found" : "Runner-ups"}>
            {offered.map((choice) => (
              <li key={choice.slug}>
                <button
                  type="button"
                  className="w-full rounded px-2 py-[6px] text-left hover:bg-sunk"
                  onClick={() => {
                    setOpen(false);
                    onChoose(choice);
                  }}
                >
                  {choice.name}
                </button>
              </li>
            ))}
          </ul>
          {words.trim() && found.isSuccess && offered.length === 0 && (
            <p className="text-soft">No match for “{words.trim()}”.</p>
          )}
          <p className="mt-1 text-[13px] text-soft">What you choose is remembered for these words.</p>
          {chosen && (
            <button
              type="button"
              className="btn btn-quiet mt-2"
              onClick={() => {
                setOpen(false);
                onForget();
              }}
            >
              Forget, read it by its words
            </button>
          )}
          {line.mass_g !== null && <LineDetails line={line} onDetail={onDetail} onReplace={onReplace} />}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
