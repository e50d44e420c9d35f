import type { Schemas } from "@/api/types";
import { Problem } from "@/domain/problem";
import { type Draft, draftFrom, same } from "./draft";
import { type Aside, keptFrom, keptText, type Step, stepsFrom, stepsText } from "./formulaStorage";

type FormulaView = Schemas["FormulaView"];

/** Where saving stands. These exclude each other. */
export type Saving =
  | { kind: "saved" }
  | { kind: "waiting" }
  | { kind: "saving" }
  | { kind: "away"; detail: string }
  | { kind: "refused"; detail: string }
  | { kind: "conflict"; current: FormulaView };

export interface DraftState {
  draft: Draft;
  past: Step[];
  future: Step[];
  /** Version of the stored formula that the draft grew from. */
  version: number;
  saving: Saving;
  /** What the window has to say of what it kept; empty for nothing. */
  notice: string;
}

/** So long a draft rests before it is saved; the answer brings all that is worked out then. */
export const REST_MS = 400;
const RETRY_MS = 2000;
const KEEP_UNDO_AFTER_MS = 300;
const MERGE_MS = 1200;
const MOST_UNDO = 80;

/** Who saves: `save` stores a draft over a version and throws a Problem where it cannot, `saved` hears of what was. */
export interface DraftServer {
  save: (id: string, draft: Draft, version: number) => Promise<FormulaView>;
  saved: (view: FormulaView, draft: Draft) => void;
  /** Has the kitchen read a name as a food from now on, null for by its words again. */
  remember: (name: string, slug: string | null) => void;
}

/** One formula on the Bench: its draft, undo and redo, and the saving of it. Knows no React.
 *
 * Every edit is kept in the window's storage until it is saved, so that neither a lost server nor a reload loses typing.
 * Without a server nothing is saved: what is typed stays in the window until it is forgotten.
 */
export class DraftStore {
  private readonly listeners = new Set<() => void>();
  private timer: number | undefined;
  private undoTimer: number | undefined;
  private running: Promise<void> | null = null;
  private mergeKey = "";
  private mergedAt = 0;
  private state: DraftState;

  constructor(
    readonly id: string,
    view: Pick<FormulaView, "draft" | "version">,
    private readonly server: DraftServer | null,
  ) {
    const stored = draftFrom(view);
    const undo = stepsFrom(sessionStorage.getItem(this.undoName));
    this.state = { draft: stored, ...undo, version: view.version, saving: { kind: "saved" }, notice: "" };
    window.addEventListener("pagehide", this.keepUndo);
    const kept = keptFrom(localStorage.getItem(this.keptName));
    if (kept === "unknown") {
      localStorage.removeItem(this.keptName);
      this.state = { ...this.state, notice: UNREADABLE };
    } else if (kept && !same(kept.draft, stored)) {
      const behind = kept.version !== view.version;
      if (!server) this.state = { ...this.state, draft: kept.draft };
      else if (behind)
        this.state = { ...this.state, draft: kept.draft, saving: { kind: "conflict", current: view as FormulaView } };
      else {
        this.state = { ...this.state, draft: kept.draft, saving: { kind: "waiting" } };
        this.later(0);
      }
    }
  }

  private get keptName(): string {
    return `ample-crumb draft ${this.id}`;
  }

  private get undoName(): string {
    return `ample-crumb undo ${this.id}`;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  snapshot = (): DraftState => this.state;

  /** Calls with every other draft than the one before, at once and before anything is drawn. */
  follow(listener: (draft: Draft) => void): () => void {
    let before = this.state.draft;
    return this.subscribe(() => {
      const { draft } = this.state;
      if (draft === before) return;
      before = draft;
      listener(draft);
    });
  }

  /** Changes the draft. Edits of the same `merge` name in quick succession undo together. */
  edit(change: (draft: Draft) => Draft, merge = ""): void {
    const { draft, past } = this.state;
    const next = change(draft);
    if (next === draft) return;
    if (same(next, draft)) {
      this.set({ draft: next });
      return;
    }
    const now = Date.now();
    const merged = merge !== "" && merge === this.mergeKey && now - this.mergedAt < MERGE_MS;
    this.mergeKey = merge;
    this.mergedAt = now;
    this.changed(next, merged ? past : [...past.slice(1 - MOST_UNDO), { draft, aside: null }], []);
  }

  /** Has the kitchen remember something beside the draft, as a step that undo takes back. */
  remember(aside: Aside): void {
    const { draft, past } = this.state;
    this.mergeKey = "";
    this.set({ past: [...past.slice(1 - MOST_UNDO), { draft, aside }], future: [] });
    this.keepUndoLater();
    this.server?.remember(aside.name, aside.now);
  }

  undo(): void {
    const { draft, past, future } = this.state;
    const before = past.at(-1);
    if (!before) return;
    this.mergeKey = "";
    this.changed(before.draft, past.slice(0, -1), [{ draft, aside: before.aside }, ...future]);
    if (before.aside) this.server?.remember(before.aside.name, before.aside.was);
  }

  redo(): void {
    const { draft, past, future } = this.state;
    const [after, ...rest] = future;
    if (!after) return;
    this.mergeKey = "";
    this.changed(after.draft, [...past, { draft, aside: after.aside }], rest);
    if (after.aside) this.server?.remember(after.aside.name, after.aside.now);
  }

  /** Saves the draft over what another window saved. */
  keepMine(): void {
    if (this.state.saving.kind !== "conflict") return;
    this.set({ version: this.state.saving.current.version, saving: { kind: "waiting" } });
    this.keep();
    this.later(0);
  }

  /** Goes on from what another window saved; the own draft stays one undo away. */
  takeOther(): void {
    const { saving, draft, past } = this.state;
    if (saving.kind !== "conflict") return;
    this.set({ version: saving.current.version, saving: { kind: "saved" } });
    this.changed(draftFrom(saving.current), [...past, { draft, aside: null }], [], false);
    localStorage.removeItem(this.keptName);
  }

  /** Takes over a newer stored state while nothing of the own is unsaved. */
  adopt(view: FormulaView): void {
    const { saving, version, draft, past } = this.state;
    if (saving.kind !== "saved" || view.version <= version) return;
    const newer = draftFrom(view);
    this.set({ version: view.version });
    if (!same(newer, draft)) this.changed(newer, [...past, { draft, aside: null }], [], false);
  }

  /** Leaves nothing of it in the window, once what nobody saves has become something else. */
  forget(): void {
    window.clearTimeout(this.undoTimer);
    localStorage.removeItem(this.keptName);
    sessionStorage.removeItem(this.undoName);
  }

  /** Resolves when everything typed is stored; rejects when it cannot be now. */
  async flush(): Promise<void> {
    if (this.state.saving.kind === "waiting" || this.state.saving.kind === "away") await this.save();
    await this.running;
    if (this.state.saving.kind !== "saved") throw new Problem(0, "This formula is not saved yet.");
  }

  private changed(draft: Draft, past: Step[], future: Step[], save = true): void {
    const conflict = this.state.saving.kind === "conflict";
    // A step that leads to the same draft leaves nothing to save.
    const unsaved = save && !same(draft, this.state.draft);
    const saves = unsaved && !conflict && this.server !== null;
    this.set({ draft, past, future, ...(saves ? { saving: { kind: "waiting" } as const } : {}) });
    this.keepUndoLater();
    if (unsaved) this.keep();
    if (saves) this.later(REST_MS);
  }

  private keepUndoLater(): void {
    window.clearTimeout(this.undoTimer);
    this.undoTimer = window.setTimeout(this.keepUndo, KEEP_UNDO_AFTER_MS);
  }

  /** The whole of undo is too much to write at every letter. */
  private readonly keepUndo = (): void => {
    window.clearTimeout(this.undoTimer);
    write(sessionStorage, this.undoName, stepsText(this.state));
  };

  private keep(): void {
    write(localStorage, this.keptName, keptText(this.state));
  }

  private later(delay: number): void {
    window.clearTimeout(this.timer);
    this.timer = window.setTimeout(() => void this.save(), delay);
  }

  private save(): Promise<void> {
    window.clearTimeout(this.timer);
    // One save at a time: the next starts from the version that this one brings.
    this.running ??= this.send().finally(() => {
      this.running = null;
      if (this.state.saving.kind === "waiting") this.later(REST_MS);
    });
    return this.running;
  }

  private async send(): Promise<void> {
    const { draft, version } = this.state;
    if (!this.server) return;
    if (!draft.name.trim()) {
      this.set({ saving: { kind: "refused", detail: "A formula needs a name; it is saved as soon as it has one." } });
      return;
    }
    this.set({ saving: { kind: "saving" } });
    try {
      const view = await this.server.save(this.id, draft, version);
      const still = this.state.draft === draft || same(this.state.draft, draft);
      this.set({ version: view.version, saving: { kind: still ? "saved" : "waiting" } });
      if (still) localStorage.removeItem(this.keptName);
      else this.keep();
      this.server.saved(view, draft);
    } catch (error) {
      this.failed(error);
    }
  }

  private failed(error: unknown): void {
    if (!(error instanceof Problem)) throw error;
    if (error.status === 409) this.set({ saving: { kind: "conflict", current: error.current as FormulaView } });
    else if (error.away) {
      this.set({ saving: { kind: "away", detail: error.detail } });
      this.later(RETRY_MS);
    } else this.set({ saving: { kind: "refused", detail: error.detail } });
  }

  private set(change: Partial<DraftState>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

function write(storage: Storage, name: string, text: string): void {
  try {
    storage.setItem(name, text);
  } catch {
    // A full storage costs the safety copy, not the typing.
  }
}

const UNREADABLE =
  "This window kept unsaved typing of another release, which this one cannot read. The formula is as it was last saved.";
