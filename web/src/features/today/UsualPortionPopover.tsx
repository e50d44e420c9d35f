import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { useState } from "react";
import { api, data } from "@/api/client";
import { usualPortionChanged } from "@/api/queries/changes";
import { parseNumber } from "@/domain/numbers";
import { useNotice } from "@/ui/Toast";

interface UsualPortionPopoverProps {
  formula_id: string;
  name: string;
  usual: number | null;
  /** What stands where it opens. */
  words: string;
}

/** Says how many pieces somebody mostly has. It opens at once: it is loaded when it is asked for. */
export default function UsualPortionPopover({ formula_id, name, usual, words }: UsualPortionPopoverProps) {
  const client = useQueryClient();
  const tell = useNotice();
  const [open, setOpen] = useState(true);
  const [text, setText] = useState(usual === null ? "" : String(usual));
  const number = parseNumber(text);
  const set = useMutation({
    mutationFn: (piece_count: number | null) =>
      data(
        api.PUT("/api/v1/formulas/{formula_id}/usual-portion", {
          params: { path: { formula_id } },
          body: { piece_count },
        }),
      ),
    onSuccess: () => {
      setOpen(false);
      return usualPortionChanged(client);
    },
    onError: (problem) => tell(problem.message),
  });
  return (
    <Popover.Root
      open={open}
      onOpenChange={(to) => {
        setOpen(to);
        setText(usual === null ? "" : String(usual));
      }}
    >
      <Popover.Trigger className="underline decoration-dotted underline-offset-2" data-usual-portion>
        {words}
        <span className="sr-only"> of {name}</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={12}
          className="card z-50 grid w-70 gap-2 p-3 shadow-xl"
          aria-label={`How many pieces of ${name} you mostly have`}
        >
          <form
            className="grid gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (number > 0 && number <= 100) set.mutate(number);
            }}
          >
            <label className="grid grid-cols-[1fr_80px] items-center gap-2">
              Pieces you mostly have
              <input
                className="field text-right"
                inputMode="decimal"
                value={text}
                onChange={(event) => setText(event.target.value)}
              />
            </label>
            <div className="flex flex-wrap justify-end gap-2">
              <button type="button" className="btn btn-quiet" onClick={() => set.mutate(null)}>
                As I eat
              </button>
              <button type="submit" className="btn" disabled={!(number > 0 && number <= 100) || set.isPending}>
                Keep
              </button>
            </div>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
