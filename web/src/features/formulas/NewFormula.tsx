import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { pasteQuery } from "@/api/queries";
import { formulasListed } from "@/api/queries/changes";
import { MOST_PASTED, newPart, partsBody, UNNAMED, USUAL } from "@/domain/draft";
import { newId } from "@/domain/ids";
import { Sheet } from "@/ui/Sheet";
import { usePersistedText } from "@/ui/usePersistedText";
import examplePage from "./examplePage.txt?raw";

interface NewFormulaProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** Begins with foods instead. */
  onFromFoods: () => void;
}

/** A new formula, from a pasted recipe or from nothing; the way to start from foods stands here too. */
export function NewFormula({ open, onOpenChange, onFromFoods }: NewFormulaProps) {
  const [text, setText] = usePersistedText("recipe");
  // What is put right in a reading belongs to its text.
  const [, setReading] = usePersistedText("recipe reading");
  // Sent again after a lost answer, it makes nothing twice.
  const id = useRef(newId());
  const navigate = useNavigate();
  const client = useQueryClient();
  const [refused, setRefused] = useState(false);
  const tooLong = text.length > MOST_PASTED;
  const create = useMutation({
    mutationFn: async () => {
      if (text.trim()) {
        await client.fetchQuery(pasteQuery(text));
        return "new";
      }
      const blank = { id: id.current, name: UNNAMED, family: "", pieces: 1, method: "", production: USUAL };
      const made = await data(api.POST("/api/v1/formulas", { body: { ...blank, parts: partsBody([newPart()]) } }));
      await formulasListed(client);
      return made.id;
    },
    onSuccess: (place) => {
      onOpenChange(false);
      navigate(`/formulas/${place}`);
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
            setReading(newId());
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
        <div className="mt-3 flex flex-wrap items-center justify-end gap-2">
          {!text.trim() && (
            <button
              type="button"
              className="btn btn-bare"
              onClick={() => {
                onOpenChange(false);
                onFromFoods();
              }}
            >
              Start from foods
            </button>
          )}
          {!text.trim() && (
            <button
              type="button"
              className="btn btn-bare mr-auto"
              onClick={() => {
                setText(examplePage);
                setReading(newId());
              }}
            >
              Try it with a messy page
            </button>
          )}
          <button type="submit" className="btn" disabled={create.isPending || tooLong}>
            {create.isPending ? "Reading …" : text.trim() ? "Read it" : "Start from nothing"}
          </button>
        </div>
      </form>
    </Sheet>
  );
}
