import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, data } from "@/api/client";
import { formulaQuery } from "@/api/queries";
import { formulaChangedAtCounter } from "@/api/queries/changes";
import { alternativesQuery, previewOfBatchQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { nothingTold, recordBody } from "@/domain/batchDraft";
import { change, grams, kcal, today } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { useNotice } from "@/ui/Toast";

interface SubstituteProps {
  formula_id: string;
  formula: string;
  /** What was sold out, by its name and by what stock is kept under. */
  food: string;
  stock: string;
}

/** What was taken from the shelf for something that was sold out: what it changes, and a version of the formula with
 * it. */
export function Substitute({ formula_id, formula, food, stock: key }: SubstituteProps) {
  const [taken, setTaken] = useState("");
  const client = useQueryClient();
  const notice = useNotice();
  const said = `no ${food.split(",")[0]}, took ${taken.trim()}`;
  const preview = useQuery({
    ...previewOfBatchQuery({
      plan: { formula_id, number: 0 },
      record: recordBody({ ...nothingTold(), said: [{ id: "took", text: said, apart: false }] }),
    }),
    enabled: taken.trim().length > 1,
  });
  const view = taken.trim().length > 1 ? preview.data : undefined;
  const read = view?.deviations[0];
  const keep = useMutation({
    mutationFn: async (made: Schemas["BatchPreview"]) => {
      const params = { path: { formula_id } };
      const now = await client.fetchQuery({ ...formulaQuery(formula_id), staleTime: 0 });
      const draft = now.draft as Schemas["DraftBody"];
      const parts = made.made.parts as Schemas["DraftBody"]["parts"];
      await data(api.PUT("/api/v1/formulas/{formula_id}", { params, body: { ...draft, parts, version: now.version } }));
      const body = { id: pressId("took", formula_id, taken), name: `with ${taken.trim()}`.slice(0, 120) };
      await data(api.POST("/api/v1/formulas/{formula_id}/versions", { params, body }));
    },
    onSuccess: async () => {
      await formulaChangedAtCounter(client);
      notice(`${formula} has a version with ${taken.trim()}.`);
      setTaken("");
    },
  });
  return (
    <div className="grid gap-1.5">
      <label className="grid gap-1">
        <span className="text-note">{formula}: took instead</span>
        <input
          className="field"
          maxLength={120}
          placeholder="dark chocolate"
          value={taken}
          onChange={(event) => setTaken(event.target.value)}
        />
      </label>
      <Offers formula_id={formula_id} food={key} onTake={setTaken} />
      <p className="min-h-5 text-note" aria-live="polite">
        {read?.problem && <span className="text-caution">{read.problem}</span>}
        {read && !read.problem && view && (
          <>
            {read.words}: {change(read.energy_kcal, kcal)} kcal and {change(read.protein_g, grams)} g of protein a
            piece.
          </>
        )}
        {(preview.error ?? keep.error) && <span className="text-stop">{(preview.error ?? keep.error)?.message}</span>}
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <button
          type="button"
          className="btn btn-quiet"
          disabled={!view || !read || !!read.problem || keep.isPending || preview.isPlaceholderData}
          onClick={() => view && keep.mutate(view)}
        >
          {keep.isPending ? "Keeping …" : "Make it a version"}
        </button>
        <Link className="text-note underline" to={`/formulas/${formula_id}/swaps`}>
          Other swaps, with what each changes
        </Link>
      </div>
    </div>
  );
}

/** Foods that do the same work in its place, with what each changes in a piece; the nearest first. */
function Offers({ formula_id, food, onTake }: { formula_id: string; food: string; onTake: (name: string) => void }) {
  const formula = useQuery(formulaQuery(formula_id));
  const line = formula.data?.evaluated.parts
    .flatMap((part) => part.lines)
    .find((each) => each.ingredient?.slug === food || each.ingredient?.slug.startsWith(`own-${food}-`));
  const body =
    formula.data && line ? { ...(formula.data.draft as Schemas["DraftBody"]), day: today(), line_id: line.id } : null;
  const query = useQuery({ ...alternativesQuery(body as Schemas["AlternativesBody"]), enabled: body !== null });
  const view = query.data;
  if (!view || view.others.length === 0) return null;
  return (
    <ul className="flex flex-wrap gap-1.5" aria-label="In its place">
      {view.others.slice(0, 4).map((other) => (
        <li key={other.food.slug}>
          <button type="button" className="btn btn-quiet" onClick={() => onTake(other.text)}>
            {other.food.name}, {change((other.piece.energy_kcal ?? 0) - (view.now.piece.energy_kcal ?? 0), kcal)} kcal
          </button>
        </li>
      ))}
    </ul>
  );
}
