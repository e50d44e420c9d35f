import type { Schemas } from "@/api/types";
import { addLine, benchBody, changeLine, findLine, newLine } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { Sheet } from "@/ui/Sheet";
import { useNotice } from "@/ui/Toast";
import { DoughQuestion, useDoughQuestion } from "./DoughQuestion";
import { StepwiseRepair } from "./StepwiseRepair";

interface DoughDiagnosisProps {
  store: DraftStore;
  onClose: () => void;
  /** Keeps what the dough was like, for the kitchen to learn from. */
  teach: (words: string) => void;
  /** Where the focus goes afterwards. */
  returnFocus: () => void;
}

/** A dough that looks wrong: what it is like, whether that is waiting or wrong, and a repair by halves. */
export default function DoughDiagnosis({ store, onClose, teach, returnFocus }: DoughDiagnosisProps) {
  const tell = useNotice();
  const question = useDoughQuestion(() => benchBody(store.snapshot().draft));
  const { found } = question;
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      returnFocus={returnFocus}
      title="It looks wrong"
      description="Say what the dough is like now. Waiting is told from wrong before anything goes in."
    >
      <div className="grid gap-3">
        <DoughQuestion {...question} />
        <div role="status" className="grid gap-3">
          {question.pending && <p className="text-soft">Looking …</p>}
          {found && <p className="text-lead">{found.sentence}</p>}
          {found && found.remedy === "add" && found.ways.length === 0 && (
            <p className="text-soft">No sensible amount of one thing brings it back; start with a spoonful and look.</p>
          )}
        </div>
        {found && found.ways.length > 0 && (
          <ul className="grid gap-2" aria-label="Repairs by halves">
            {found.ways.map((way) => (
              <li key={way.repair.slug} className="flex flex-wrap items-baseline gap-x-2 text-note">
                <span className="min-w-0 flex-1 basis-50">
                  <StepwiseRepair repair={way.repair} />
                </span>
                <button
                  type="button"
                  className="font-semibold text-enamel-ink underline"
                  onClick={() => {
                    if (!putIn(way, store)) tell("That line is another by now; look again.");
                    else {
                      tell(`${way.repair.first_words} went in. Stir, wait five minutes, look again.`);
                      onClose();
                    }
                  }}
                >
                  Put in half
                </button>
              </li>
            ))}
          </ul>
        )}
        {found?.teaches && (
          <p className="text-note text-soft">
            Were all lines weighed as written?{" "}
            <button
              type="button"
              className="font-semibold text-enamel-ink underline"
              onClick={() => {
                teach(found.teaches);
                onClose();
              }}
            >
              Then let this kitchen learn it
            </button>
          </p>
        )}
      </div>
    </Sheet>
  );
}

/** Half of a repair on the Bench: one edit, one undo. False where its line is another by now. */
function putIn({ repair, part, first_text, was }: Schemas["StepwiseView"], store: DraftStore): boolean {
  const { draft } = store.snapshot();
  const id = repair.line_id;
  if (id === null) {
    store.edit((now) => addLine(now, part, newLine(first_text, repair.slug)));
    return true;
  }
  if (findLine(draft, id)?.text !== was) return false;
  store.edit((now) => changeLine(now, id, { text: first_text }));
  return true;
}
