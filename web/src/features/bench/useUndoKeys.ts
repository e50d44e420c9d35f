import type { DraftStore } from "@/domain/draftStore";
import { useKeys } from "@/ui/keys";

/** Ctrl Z takes an edit back, Ctrl Shift Z or Ctrl Y makes it again; what is typed in a dialog is not meant. */
export function useUndoKeys(store: DraftStore): void {
  useKeys((event) => {
    if (!(event.ctrlKey || event.metaKey) || event.altKey || (event.target as HTMLElement).closest("[role=dialog]"))
      return;
    const key = event.key.toLowerCase();
    if (key === "z" && !event.shiftKey) store.undo();
    else if ((key === "z" && event.shiftKey) || key === "y") store.redo();
    else return;
    event.preventDefault();
  });
}
