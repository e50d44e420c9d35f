import { type Draft, draftFrom, draftText, type WrittenDraft } from "./draft";

/** The form in which drafts are kept in this window. */
export const SCHEMA = "formula/3";

/** The form of the release before, in which a classic was called a twin. */
const FORMER_SCHEMA = "formula/2";

/** Something kept, with the drafts in it as they are written. */
interface Document {
  schema?: string;
}

/** The draft that was kept in some form, brought up to this one; null for what no release is known to have kept. */
function upgraded(stored: unknown, schema: string | undefined): Draft | null {
  if (schema !== undefined && schema !== SCHEMA && schema !== FORMER_SCHEMA) return null;
  const kept = stored as (WrittenDraft & { twin?: WrittenDraft["classic"] }) | null;
  const draft = kept && schema !== SCHEMA ? { ...kept, classic: kept.twin } : kept;
  if (!draft || !Array.isArray(draft.parts) || !draft.parts.every((part) => Array.isArray(part?.lines))) return null;
  // Before there were schemas a line had a key of the window's own in the place of its id.
  return draftFrom({ draft });
}

export interface KeptDraft {
  version: number;
  draft: Draft;
}

/** The text under which unsaved typing is kept. */
export const keptText = ({ version, draft }: KeptDraft) =>
  `{"schema":"${SCHEMA}","version":${version},"draft":${draftText(draft)}}`;

/** What was kept; "unknown" where something was that this release cannot read. */
export function keptFrom(text: string | null): KeptDraft | "unknown" | null {
  const kept = parsed<Document & { version?: number; draft?: unknown }>(text);
  if (kept === null) return text === null ? null : "unknown";
  const draft = upgraded(kept.draft, kept.schema);
  return draft && typeof kept.version === "number" ? { version: kept.version, draft } : "unknown";
}

/** What an edit made the kitchen remember beside the draft, and what it remembered before; null for nothing. */
export interface Aside {
  name: string;
  was: string | null;
  now: string | null;
}

/** A step of undo or redo: the draft that it leads to, and what is remembered or forgotten with it. */
export interface Step {
  draft: Draft;
  aside: Aside | null;
}

export interface Steps {
  past: Step[];
  future: Step[];
}

const stepText = ({ draft, aside }: Step) => `{"draft":${draftText(draft)},"aside":${JSON.stringify(aside)}}`;

/** The text under which undo is kept, so that it survives a reload. */
export const stepsText = ({ past, future }: Steps) =>
  `{"schema":"${SCHEMA}","past":[${past.map(stepText).join()}],"future":[${future.map(stepText).join()}]}`;

/** The undo that was kept; steps that cannot be read end it. */
export function stepsFrom(text: string | null): Steps {
  const kept = parsed<Document & { past?: unknown[]; future?: unknown[] }>(text);
  const steps = (given: unknown[] | undefined): Step[] =>
    (Array.isArray(given) ? given : []).flatMap((each) => {
      const step = (kept?.schema ? each : { draft: each, aside: null }) as { draft: unknown; aside?: Aside | null };
      const draft = upgraded(step?.draft, kept?.schema);
      return draft ? [{ draft, aside: step.aside ?? null }] : [];
    });
  return { past: steps(kept?.past), future: steps(kept?.future) };
}

function parsed<T>(text: string | null): T | null {
  try {
    const found: unknown = JSON.parse(text ?? "null");
    return typeof found === "object" ? (found as T | null) : null;
  } catch {
    return null;
  }
}
