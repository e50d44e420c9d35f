import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { pasteQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { newId } from "@/domain/ids";
import { Pending } from "@/features/common/Pending";
import { useNotice } from "@/ui/Toast";
import { usePersistedText } from "@/ui/usePersistedText";
import { useTitle } from "@/ui/useTitle";
import { ReadingReview } from "./ReadingReview";

type Pasted = Schemas["Pasted"];

/** A pasted text before it becomes a formula: each recipe in it with what was understood, to be put right in place. */
export default function ReadRecipe() {
  useTitle("New formula");
  const [text, setText] = usePersistedText("recipe");
  const [reading] = usePersistedText("recipe reading");
  const navigate = useNavigate();
  const tell = useNotice();
  const [place, setPlace] = useState(0);
  const [made, setMade] = useState<ReadonlyMap<number, string>>(new Map());
  // An id a recipe: sent again after a lost answer, it makes nothing twice.
  const [ids] = useState<string[]>([]);
  const query = useQuery({ ...pasteQuery(text), enabled: text.trim() !== "" });
  if (!text.trim() || query.isError) {
    return (
      <div className="mx-auto max-w-190">
        <h1>No recipe to read</h1>
        <p className="my-3" role={query.isError ? "alert" : undefined}>
          {query.error?.message ?? "Paste a recipe in the formulas, and it is read here."}
        </p>
        <Link to="/formulas?new=yes" className="btn">
          {text.trim() ? "Back to the text" : "To the formulas"}
        </Link>
      </div>
    );
  }
  if (!query.data) return <Pending query={query} words="Reading …" />;
  const { recipes, remarks = [] } = query.data;
  const shown = recipes[place] as Pasted;
  ids[place] ??= newId();

  function done(id: string) {
    const now = new Map(made).set(place, id);
    const next = recipes.findIndex((_, at) => !now.has(at));
    setMade(now);
    if (next < 0) {
      setText("");
      navigate(`/formulas/${id}`);
      return;
    }
    tell(`${shown.title || "It"} is a formula; ${recipes.length - now.size} more in this text.`);
    setPlace(next);
  }

  return (
    <div className="mx-auto max-w-310">
      {remarks.map((remark) => (
        <p key={remark} role="status" className="mb-2 text-caution">
          {remark}
        </p>
      ))}
      {recipes.length > 1 && (
        <nav aria-label="Recipes in this text" className="mb-3 flex flex-wrap items-center gap-2">
          <span className="text-soft">{recipes.length} recipes in this text:</span>
          {recipes.map((recipe, at) => (
            <button
              // biome-ignore lint/suspicious/noArrayIndexKey: a recipe is told by its place in the text
              key={at}
              type="button"
              className={`btn ${at === place ? "" : "btn-quiet"}`}
              aria-current={at === place}
              disabled={made.has(at)}
              onClick={() => setPlace(at)}
            >
              {recipe.title || `Recipe ${at + 1}`}
              {made.has(at) && " (made)"}
            </button>
          ))}
        </nav>
      )}
      <ReadingReview
        key={`${reading} ${place}`}
        recipe={shown}
        keptAs={`${reading} ${place}`}
        id={ids[place]}
        onMade={done}
        onSkip={
          recipes.length - made.size > 1
            ? () => setPlace(recipes.findIndex((_, at) => at !== place && !made.has(at)))
            : undefined
        }
      />
    </div>
  );
}
