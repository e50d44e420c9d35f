import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { formulaRewritten, formulasListed } from "@/api/queries/changes";
import { branchesQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { pressId } from "@/domain/ids";
import { Sheet } from "@/ui/Sheet";
import { useDraft } from "@/ui/useDraft";

interface BranchesProps {
  view: Schemas["VersionsView"];
  store: DraftStore;
  onFailed: (error: Error) => void;
}

/** Flavours of one base: a branch follows the base in the lines they share. */
export function Branches({ view, store, onFailed }: BranchesProps) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState("");
  const [looking, setLooking] = useState(false);
  const path = { formula_id: store.id };
  const branch = useMutation({
    mutationFn: async (id: string) => {
      await store.flush();
      return data(api.POST("/api/v1/formulas/{formula_id}/branches", { params: { path }, body: { id, name } }));
    },
    onSuccess: (made) => {
      void formulasListed(client);
      navigate(`/formulas/${made.id}`);
    },
    onError: onFailed,
  });
  const behind = view.branches.filter((other) => other.behind);
  return (
    <section className="card p-4" aria-labelledby="branches-title">
      <h2 id="branches-title">Branches</h2>
      <p className="text-note text-soft">
        The same base in another flavour: lines that a branch leaves as they are can be changed here for all of them.
      </p>
      <ul className="mt-2">
        {view.branches.map((each) => (
          <li key={each.id} className="border-t border-rim py-1">
            <Link className="font-semibold text-enamel-ink underline" to={`/formulas/${each.id}`}>
              {each.name}
            </Link>{" "}
            <span className="text-note text-soft">
              {each.shared === 1 ? "1 line" : `${each.shared} lines`} as here{each.behind && ", behind"}
            </span>
          </li>
        ))}
      </ul>
      {behind.length > 0 && (
        <button type="button" className="btn mt-2" onClick={() => setLooking(true)}>
          Bring {behind.length === 1 ? "it" : `all ${behind.length}`} up to this base …
        </button>
      )}
      <form
        className="mt-3 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim()) branch.mutate(pressId("branch", name));
        }}
      >
        <input
          className="field"
          aria-label="Name of the branch"
          placeholder="Name of a new branch"
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <button type="submit" className="btn btn-quiet" disabled={!name.trim() || branch.isPending}>
          Branch
        </button>
      </form>
      {looking && <BringAlong store={store} onClose={() => setLooking(false)} />}
    </section>
  );
}

/** What would change in each branch, before it does. */
function BringAlong({ store, onClose }: { store: DraftStore; onClose: () => void }) {
  const version = useDraft(store, (state) => state.version);
  const client = useQueryClient();
  const path = { formula_id: store.id };
  const query = useQuery(branchesQuery(store.id, version, () => store.flush()));
  const bring = useMutation({
    mutationFn: () =>
      data(api.PUT("/api/v1/formulas/{formula_id}/branches", { params: { path }, body: { look: false } })),
    onSuccess: async () => {
      await formulaRewritten(client);
      onClose();
    },
  });
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Bring the branches along"
      description="Lines that a branch left as they were follow the base; what a branch changed stays its own. The state before is kept."
      wide
    >
      {query.data?.map((update) => (
        <section key={update.id} className="border-t border-rim py-2">
          <h3 className="font-semibold">{update.name}</h3>
          <p className="text-note">{update.done.join("; ") || "Nothing to change."}</p>
          {update.left.length > 0 && (
            <p className="text-note text-soft">Its own way: no {update.left.join(", no ")} there, so that stays out.</p>
          )}
        </section>
      ))}
      <div className="mt-3 flex justify-end">
        <button type="button" className="btn" disabled={!query.data || bring.isPending} onClick={() => bring.mutate()}>
          Bring them along
        </button>
      </div>
    </Sheet>
  );
}
