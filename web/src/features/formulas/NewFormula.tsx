import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { MOST_PASTED, newPart, partsBody, partsFrom, UNNAMED, USUAL } from "@/domain/draft";
import { newId } from "@/domain/ids";
import { Sheet } from "@/ui/Sheet";
import { useNotice } from "@/ui/Toast";
import { usePersistedText } from "@/ui/usePersistedText";

/** A new formula, from a pasted recipe or from nothing. */
export function NewFormula({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [text, setText] = usePersistedText("recipe");
  // The id belongs to the text: sent again after a lost answer, it makes nothing twice.
  const id = useRef(newId());
  const tell = useNotice();
  const navigate = useNavigate();
  const client = useQueryClient();
  const [refused, setRefused] = useState(false);
  const tooLong = text.length > MOST_PASTED;
  const create = useMutation({
    mutationFn: async () => {
      const pasted = text.trim() ? await data(api.POST("/api/v1/bench/paste", { body: { text } })) : null;
      const made = await data(
        api.POST("/api/v1/formulas", {
          body: {
            id: id.current,
            name: pasted?.title || UNNAMED,
            family: "",
            pieces: pasted?.pieces ?? 1,
            method: pasted?.method ?? "",
            production: { ...USUAL, oven_c: pasted?.oven_c ?? null, oven: pasted?.oven ?? null },
            parts: partsBody(pasted ? partsFrom(pasted.parts) : [newPart()]),
          },
        }),
      );
      return { made, saysPieces: pasted === null || pasted.pieces != null };
    },
    onSuccess: async ({ made, saysPieces }) => {
      if (!saysPieces) tell("The text does not say how many pieces it makes; say so at the top.");
      setText("");
      id.current = newId();
      await client.invalidateQueries({ queryKey: ["formulas", "list"] });
      onOpenChange(false);
      navigate(`/formulas/${made.id}`);
    },
  });
  const problem = create.error;
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="New formula"
      description="Paste a recipe with its amounts, a title and “makes 12” if it has them, or start from nothing."
      wide
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!tooLong) create.mutate();
        }}
      >
        <textarea
          className="field min-h-[min(420px,46vh)] leading-relaxed"
          aria-label="Recipe"
          aria-invalid={!!problem || tooLong || refused}
          placeholder={"1 1/2 cups almond flour\n1 can chickpeas, drained\n2 eggs\nmakes 12"}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            id.current = newId();
            setRefused(false);
            create.reset();
          }}
          onPaste={(event) => {
            // Millions of characters would hold the window up for minutes; they stay on the clipboard.
            if (event.clipboardData.getData("text/plain").length <= MOST_PASTED) return;
            event.preventDefault();
            setRefused(true);
            create.reset();
          }}
        />
        {(tooLong || refused) && (
          <p role="alert" className="mt-2 text-stop">
            This is more text than one recipe holds (200,000 characters). Keep only the ingredient lines.
          </p>
        )}
        {problem && (
          <p role="alert" className="mt-2 text-stop">
            {problem.message}
          </p>
        )}
        <div className="mt-3 flex justify-end">
          <button type="submit" className="btn" disabled={create.isPending || tooLong}>
            {create.isPending ? "Reading …" : text.trim() ? "Read it" : "Start from nothing"}
          </button>
        </div>
      </form>
    </Sheet>
  );
}
