import { useMutation } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { Problem } from "@/domain/problem";

type Cut = Schemas["CutView"];

interface CutsProps {
  asked: Schemas["ReformulateBody"];
  now: Schemas["EvaluatedView"];
  onPut: (cut: Cut) => void;
}

/** The same wishes with the batch cut otherwise: sometimes a smaller piece is all it takes. */
export function Cuts({ asked, now, onPut }: CutsProps) {
  const look = useMutation({
    mutationFn: async () => ({
      of: asked,
      found: await data(api.POST("/api/v1/bench/reformulation/cuts", { body: asked })),
    }),
  });
  // What was found for other lines or wishes is no answer any more.
  const found = look.data && JSON.stringify(look.data.of) === JSON.stringify(asked) ? look.data.found : null;
  return (
    <section className="card p-4" aria-labelledby="cuts-title">
      <div className="flex flex-wrap items-center gap-2">
        <h2 id="cuts-title" className="flex-1">
          Cut it otherwise
        </h2>
        <button
          type="button"
          className="btn btn-quiet"
          disabled={look.isPending || !asked.wishes.length}
          onClick={() => look.mutate()}
        >
          {look.isPending ? "Trying grids …" : found ? "Try anew" : "Try other grids"}
        </button>
      </div>
      {look.error && (
        <p role="alert" className="mt-1 text-stop">
          {look.error instanceof Problem ? look.error.detail : look.error.message}
        </p>
      )}
      {!found && !look.isPending && (
        <p className="mt-1 text-note text-soft">
          The same wishes for the batch cut into more or fewer pieces than {now.production.piece_count}.
        </p>
      )}
      {found?.length === 0 && <p className="mt-1 text-note">No grid of cuts near yours lets all of it be.</p>}
      {!!found?.length && (
        <ul aria-label="Grids of cuts">
          {found.map((cut) => (
            <li key={`${cut.grid.row_count} ${cut.grid.column_count}`} className="border-t border-rim py-1.5 text-note">
              <div className="flex flex-wrap items-baseline gap-x-3">
                <b>
                  {cut.grid.row_count} × {cut.grid.column_count}: {cut.grid.row_count * cut.grid.column_count} pieces
                </b>
                <span className="flex-1">
                  {kcal(cut.answer.piece.energy_kcal)} kcal, {grams(cut.answer.piece.protein_g)} g protein,{" "}
                  {grams(cut.answer.piece.mass_g)} g a piece;{" "}
                  {cut.answer.words.length ? cut.answer.words.join(", ") : "not a line changes"}
                </span>
                <button
                  type="button"
                  className="font-semibold text-enamel-ink underline"
                  aria-label={`Put ${cut.grid.row_count} by ${cut.grid.column_count} on the Bench`}
                  onClick={() => onPut(cut)}
                >
                  Put it on the Bench
                </button>
              </div>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
