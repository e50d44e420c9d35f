import { countLines, draftFrom } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { useDraft } from "@/ui/useDraft";

/** Why the draft is not saved, where the baker has to decide something. */
export function SavingBanner({ store }: { store: DraftStore }) {
  const saving = useDraft(store, (state) => state.saving);
  const draft = useDraft(store, (state) => state.draft);
  if (saving.kind === "conflict") {
    const other = draftFrom(saving.current);
    return (
      <div role="alert" className="mt-3 rounded-lg border border-caution bg-caution-ground p-3">
        <b>This formula was changed in another window.</b> Yours has {countLines(draft)} lines and makes {draft.pieces},
        the other “{other.name}” has {countLines(other)} lines and makes {other.pieces}.
        <span className="mt-2 flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={() => store.keepMine()}>
            Keep mine
          </button>
          <button type="button" className="btn btn-quiet" onClick={() => store.takeOther()}>
            Take the other (mine stays in undo)
          </button>
        </span>
      </div>
    );
  }
  if (saving.kind === "refused") {
    return (
      <p role="alert" className="mt-3 rounded-lg border border-caution bg-caution-ground p-3">
        Not saved. {saving.detail}
      </p>
    );
  }
  return null;
}
