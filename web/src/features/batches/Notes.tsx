import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { historyQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { pressId } from "@/domain/ids";
import { problemText } from "@/domain/problem";
import { RemovableRow } from "@/ui/RemovableRow";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import { plainStep } from "./stepText";

interface NotesProps {
  formula_id: string;
  notes: Schemas["NoteView"][];
  store: DraftStore;
}

/** Notes for next time: each at a line or a step, where it comes up again. */
export function Notes({ formula_id, notes, store }: NotesProps) {
  const client = useQueryClient();
  const tell = useNotice();
  const draft = useDraft(store, (state) => state.draft);
  const [text, setText] = useState("");
  const [at, setAt] = useState("");
  const show = (found: Schemas["NoteView"][]) =>
    client.setQueryData(historyQuery(formula_id).queryKey, (was) => was && { ...was, notes: found });
  const put = useMutation({
    mutationFn: ({ id, text }: { id: string; text: string }) => {
      const [kind, ...rest] = at.split(" ");
      const place = rest.join(" ");
      const body = { text, line_id: kind === "line" ? place : "", step: kind === "step" ? place : "" };
      return data(
        api.PUT("/api/v1/formulas/{formula_id}/notes/{note_id}", {
          params: { path: { formula_id, note_id: id } },
          body,
        }),
      );
    },
    onSuccess: (found, sent) => {
      // What has been typed since is another note.
      setText((now) => (now.trim() === sent.text ? "" : now));
      show(found);
    },
    onError: (error) => tell(problemText(error)),
  });
  const remove = useMutation({
    mutationFn: (id: string) => data(api.DELETE("/api/v1/notes/{note_id}", { params: { path: { note_id: id } } })),
    onSuccess: (_, id) => show(notes.filter((note) => note.id !== id)),
  });
  const lines = draft.parts.flatMap((part) => part.lines).filter((line) => line.text.trim());
  const steps = draft.method.split("\n").map(plainStep).filter(Boolean);
  return (
    <section className="card p-4" aria-labelledby="notes-title">
      <h2 id="notes-title">For next time</h2>
      <ul className="mt-1 grid gap-1">
        {notes.map((note) => (
          <RemovableRow key={note.id} label={`Remove the note: ${note.text}`} onRemove={() => remove.mutate(note.id)}>
            <span className="text-note">
              {note.text}
              <span className="block text-soft">
                {note.line_id
                  ? (lines.find((line) => line.id === note.line_id)?.text ?? "a line that is gone")
                  : note.step || "the whole formula"}
              </span>
            </span>
          </RemovableRow>
        ))}
      </ul>
      <form
        className="mt-2 grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) put.mutate({ id: pressId("note", text), text: text.trim() });
        }}
      >
        <input
          className="field"
          aria-label="A note for next time"
          placeholder="two spoons of oat flour at once"
          maxLength={500}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <span className="flex flex-wrap items-center gap-2">
          <span className="min-w-0 max-w-full flex-1 overflow-hidden">
            <Select
              label="Where the note belongs"
              value={at}
              options={[
                ["", "the whole formula"],
                ...lines.map((line) => [`line ${line.id}`, line.text.slice(0, 40)] as const),
                ...[...new Set(steps)].map(
                  (step, place) => [`step ${step}`, `${place + 1}. ${step.slice(0, 36)}`] as const,
                ),
              ]}
              onChange={setAt}
            />
          </span>
          <button type="submit" className="btn btn-quiet" disabled={!text.trim() || put.isPending}>
            Keep the note
          </button>
        </span>
      </form>
    </section>
  );
}
