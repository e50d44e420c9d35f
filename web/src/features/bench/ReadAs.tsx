import { useQuery } from "@tanstack/react-query";
import { ChevronDown } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { foodQuery, ingredientsQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { HomeMade } from "@/features/common/HomeMade";
import { PickList } from "@/ui/PickList";
import { ReferenceMark } from "@/ui/ReferenceMark";
import { type Details, LineDetails } from "./LineDetails";

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
  onCompare: () => void;
  onPart: (texts: readonly string[]) => void;
}

/** What a line was taken for, and what else it may mean. */
export function ReadAs({
  line,
  remark,
  chosen,
  onChoose,
  onForget,
  onDetail,
  onReplace,
  onCompare,
  onPart,
}: ReadAsProps) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState("");
  const found = useQuery({ ...ingredientsQuery(words), enabled: open && words.trim().length > 0 });
  const food = line.ingredient?.slug ?? "";
  const mass_g = line.prepared_g ?? 100;
  // What is one's own is at hand; of the rest some can be made.
  const generic = useQuery({
    ...foodQuery(food, mass_g),
    enabled: open && food !== "" && !/^(own|made)-/.test(food),
  });
  const made = generic.data?.home_made;
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
        className={`inline-flex max-w-full items-center gap-1 max-md:-my-1.5 md:-mb-2 md:min-h-6 md:items-start rounded text-left text-small ${line.ingredient && line.sure ? "text-soft" : "font-semibold text-caution"}`}
      >
        <span className="truncate">
          {line.ingredient && <span className="sr-only">Read as </span>}
          {label}
          {line.ingredient?.reference && <span className="font-normal"> (reference food)</span>}
          {line.ingredient && !line.sure && line.asks !== "which" && ", is that it?"}
          {remark && <span className="font-normal"> · {remark}</span>}
        </span>
        <span className="sr-only">; choose another</span>
        <ChevronDown size={13} aria-hidden className="shrink-0 md:mt-0.5" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          className="card z-40 max-h-[var(--radix-popover-content-available-height)] w-[min(380px,calc(100vw-24px))] overflow-y-auto p-3 shadow-xl"
          aria-label={`What “${line.name}” means`}
        >
          <p className="mb-2 text-small text-soft">
            {line.ingredient ? (
              <>
                “{line.name}” is read as <b className="text-ink">{line.ingredient.name}</b>
                {line.ingredient.reference && ", a reference food"}. Figures: {line.ingredient.source}.
              </>
            ) : (
              <>“{line.name}” is nothing we know. What is it?</>
            )}
          </p>
          <PickList
            label="Search the ingredients"
            placeholder="Search the ingredients"
            words={words}
            onWords={setWords}
            items={offered}
            keyOf={(choice) => choice.slug}
            behind={!!words.trim() && (found.isPlaceholderData || found.isPending)}
            onPick={(choice) => {
              setOpen(false);
              onChoose(choice);
            }}
            listClass="max-h-28 overflow-y-auto"
          >
            {(choice) => (
              <>
                {choice.name}
                {choice.reference && <ReferenceMark />}
              </>
            )}
          </PickList>
          {words.trim() && found.isSuccess && offered.length === 0 && (
            <p className="text-soft">No match for “{words.trim()}”.</p>
          )}
          <p className="mt-1 text-small text-soft">What you choose holds for this formula.</p>
          {chosen && (
            <button
              type="button"
              className="btn btn-quiet mt-2"
              onClick={() => {
                setOpen(false);
                onForget();
              }}
            >
              Read it by its words
            </button>
          )}
          {line.mass_g !== null && (
            <button
              type="button"
              className="btn btn-quiet mt-2"
              onClick={() => {
                setOpen(false);
                onCompare();
              }}
            >
              Which of mine? Set side by side …
            </button>
          )}
          {made && (
            <div className="mt-3 border-t border-rim pt-3">
              <HomeMade
                made={made}
                onParts={(lines) => {
                  setOpen(false);
                  onPart(lines);
                }}
              />
            </div>
          )}
          {line.mass_g !== null && <LineDetails line={line} onDetail={onDetail} onReplace={onReplace} />}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
