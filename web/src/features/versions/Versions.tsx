import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { versionsQuery } from "@/api/queries";
import type { DraftStore } from "@/domain/draftStore";
import { pressId } from "@/domain/ids";
import { Pending } from "@/features/common/Pending";
import { BaseLine } from "./BaseLine";
import { Branches } from "./Branches";
import { Differences } from "./Differences";
import { useVersionChanges } from "./useVersionChanges";
import { VersionRow } from "./VersionRow";
import { type Version, versionName } from "./versionName";

/** Kept states of the formula: what differs, which one to bake, going back, and branches of the same base. */
export default function Versions({ store }: { store: DraftStore }) {
  const query = useQuery(versionsQuery(store.id));
  const { keep, bake, rename, restore, show, failed } = useVersionChanges(store);
  const [name, setName] = useState("");
  const view = query.data;
  if (!view) return <Pending query={query} words="Looking for versions …" />;
  return (
    <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_400px]">
      <section aria-label="Versions" className="min-w-0">
        {view.base && <BaseLine view={view} store={store} onChanged={show} />}
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            keep.mutate({ id: pressId("version", store.id, name), name }, { onSuccess: () => setName("") });
          }}
        >
          <input
            className="field !w-60"
            aria-label="Name of the version"
            placeholder="a name, if you like"
            maxLength={80}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <button type="submit" className="btn" disabled={keep.isPending}>
            Keep it as it stands
          </button>
        </form>
        {view.versions.length > 1 && (
          <p className="mt-2 text-note text-soft">
            {view.changed.length
              ? `Since ${versionName(view.versions[1] as Version)}: ${view.changed.join("; ")}.`
              : `As it stands it is ${versionName(view.versions[1] as Version)}.`}
          </p>
        )}
        <ul className="card mt-3">
          {view.versions.map((version) => (
            <VersionRow
              key={version.number}
              version={version}
              bakes={view.bake === version.number}
              onBake={() => bake.mutate(version.number)}
              onRestore={() => restore.mutate(version)}
              onRename={(to) => rename.mutate({ number: version.number, to })}
            />
          ))}
        </ul>
        {view.versions.length === 1 && (
          <p className="mt-2 text-soft">
            Nothing is kept yet. Every save is safe anyway; a version is a state to come back to and to compare with.
            After half an hour's pause the state before it is kept by itself.
          </p>
        )}
      </section>
      <div className="grid gap-4">
        <Differences view={view} id={store.id} />
        <Branches view={view} store={store} onFailed={failed} />
      </div>
    </div>
  );
}
