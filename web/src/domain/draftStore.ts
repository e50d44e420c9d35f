import type { Schemas } from "@/api/types";
import { Problem } from "@/domain/problem";
import { completed, type Draft, draftFrom, same } from "./draft";

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
  past: Draft[];
  future: Draft[];
  /** Version of the stored formula that the draft grew from. */
  version: number;
  saving: Saving;
}

const SAVE_AFTER_MS = 500;
const RETRY_MS = 2000;
const KEEP_UNDO_AFTER_MS = 300;
const MERGE_MS = 1200;
const MOST_UNDO = 80;

/** Who saves: `save` stores a draft over a version and throws a Problem where it cannot, `saved` hears of what was. */
export interface DraftServer {
  save: (id: string, draft: Draft, version: number) => Promise<FormulaView>;
  saved: (view: FormulaView) => void;
}

/** One formula on the Bench: its draft, undo and redo, and the saving of it. Knows no React.
 *
 * Every edit is kept in the window's storage until it is saved, so that neither a lost server nor a reload loses typing.
 */
export class DraftStore {
  private readonly listeners = new Set<() => void>();
  private timer: number | undefined;
  private undoTimer: number | undefined;
  private running: Promise<void> | null = null;
  private mergeKey = "";
  private mergedAt = 0;
  state: DraftState;

  constructor(
    readonly id: string,
    view: FormulaView,
    private readonly server: DraftServer,
  ) {
    const stored = draftFrom(view);
    const undone = read<{ past: Draft[]; future: Draft[] }>(sessionStorage, this.undoName);
    const undo = { past: (undone?.past ?? []).map(completed), future: (undone?.future ?? []).map(completed) };
    this.state = { draft: stored, ...undo, version: view.version, saving: { kind: "saved" } };
    window.addEventListener("pagehide", this.keepUndo);
    const kept = read<{ version: number; draft: Draft }>(localStorage, this.keptName);
    if (kept) kept.draft = completed(kept.draft);
    if (kept && !same(kept.draft, stored)) {
      const behind = kept.version !== view.version;
      const saving: Saving = behind ? { kind: "conflict", current: view } : { kind: "waiting" };
      this.state = { ...this.state, draft: kept.draft, saving };
      if (!behind) this.later(0);
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

  /** Changes the draft. Edits of the same `merge` name in quick succession undo together. */
  edit(change: (draft: Draft) => Draft, merge = ""): void {
    const { draft, past } = this.state;
    const next = change(draft);
    if (next === draft || same(next, draft)) {
      this.set({ draft: next });
      return;
    }
    const now = Date.now();
    const merged = merge !== "" && merge === this.mergeKey && now - this.mergedAt < MERGE_MS;
    this.mergeKey = merge;
    this.mergedAt = now;
    this.changed(next, merged ? past : [...past.slice(1 - MOST_UNDO), draft], []);
  }

  undo(): void {
    const { draft, past, future } = this.state;
    const before = past.at(-1);
    if (before) this.changed(before, past.slice(0, -1), [draft, ...future]);
    this.mergeKey = "";
  }

  redo(): void {
    const { draft, past, future } = this.state;
    const [after, ...rest] = future;
    if (after) this.changed(after, [...past, draft], rest);
    this.mergeKey = "";
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
    this.changed(draftFrom(saving.current), [...past, draft], [], false);
    localStorage.removeItem(this.keptName);
  }

  /** Takes over a newer stored state while nothing of the own is unsaved. */
  adopt(view: FormulaView): void {
    if (this.state.saving.kind !== "saved" || view.version <= this.state.version) return;
    const draft = draftFrom(view);
    this.set({ version: view.version });
    if (!same(draft, this.state.draft)) this.changed(draft, [...this.state.past, this.state.draft], [], false);
  }

  /** Resolves when everything typed is stored; rejects when it cannot be now. */
  async flush(): Promise<void> {
    if (this.state.saving.kind === "waiting" || this.state.saving.kind === "away") await this.save();
    await this.running;
    if (this.state.saving.kind !== "saved") throw new Problem(0, "This formula is not saved yet.");
  }

  private changed(draft: Draft, past: Draft[], future: Draft[], save = true): void {
    const conflict = this.state.saving.kind === "conflict";
    this.set({ draft, past, future, ...(save && !conflict ? { saving: { kind: "waiting" } as const } : {}) });
    window.clearTimeout(this.undoTimer);
    this.undoTimer = window.setTimeout(this.keepUndo, KEEP_UNDO_AFTER_MS);
    if (!save) return;
    this.keep();
    if (!conflict) this.later(SAVE_AFTER_MS);
  }

  /** The whole of undo is too much to write at every letter. */
  private readonly keepUndo = (): void => {
    window.clearTimeout(this.undoTimer);
    write(sessionStorage, this.undoName, { past: this.state.past, future: this.state.future });
  };

  private keep(): void {
    write(localStorage, this.keptName, { version: this.state.version, draft: this.state.draft });
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
      if (this.state.saving.kind === "waiting") this.later(SAVE_AFTER_MS);
    });
    return this.running;
  }

  private async send(): Promise<void> {
    const { draft, version } = this.state;
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
      this.server.saved(view);
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

function read<T>(storage: Storage, name: string): T | null {
  try {
    return JSON.parse(storage.getItem(name) ?? "null") as T | null;
  } catch {
    return null;
  }
}

function write(storage: Storage, name: string, value: unknown): void {
  try {
    storage.setItem(name, JSON.stringify(value));
  } catch {
    // A full storage costs the safety copy, not the typing.
  }
}
