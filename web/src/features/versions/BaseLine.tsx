import { useMutation } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";

interface BaseLineProps {
  view: Schemas["VersionsView"];
  store: DraftStore;
  onChanged: (view: Schemas["VersionsView"]) => void;
}

/** Which base a branch follows, and the way out. */
export function BaseLine({ view, store, onChanged }: BaseLineProps) {
  const leave = useMutation({
    mutationFn: () =>
      data(api.DELETE("/api/v1/formulas/{formula_id}/base", { params: { path: { formula_id: store.id } } })),
    onSuccess: onChanged,
  });
  const { base } = view;
  if (!base) return null;
  return (
    <p className="mb-3 text-note">
      A branch of{" "}
      <Link className="font-semibold text-enamel-ink underline" to={`/formulas/${base.id}/versions`}>
        {base.name}
      </Link>
      , {base.shared === 1 ? "1 line" : `${base.shared} lines`} as there{base.behind && "; the base has changed since"}.{" "}
      <button type="button" className="btn btn-bare" onClick={() => leave.mutate()}>
        Go its own way
      </button>
    </p>
  );
}
