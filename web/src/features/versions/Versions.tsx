import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { formulaQuery, versionsQuery } from "@/api/queries";
import { formulaRewritten, formulasListed, versionKept } from "@/api/queries/changes";
import { branchesQuery, differenceQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import type { DraftStore } from "@/domain/draftStore";
import { clock, count, dayName, grams, kcal } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { Problem } from "@/domain/problem";
import { Pending } from "@/features/common/Pending";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { Slab } from "@/ui/Slab";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";

type View = Schemas["VersionsView"];
type Version = Schemas["VersionView"];

const KEPT_BY: Record<string, string> = {
  baker: "",
  "edit session": "kept when you began editing again",
  restore: "kept before it was replaced",
  bake: "kept because it was baked",
  now: "as it stands",
};

export const called = (version: Version) =>
  version.number === 0 ? "as it stands" : version.name || `version ${version.number}`;

/** Kept states of the formula: what differs, which one to bake, going back, and branches of the same base. */
export default function Versions({ store }: { store: DraftStore }) {
  const client = useQueryClient();
  const tell = useNotice();
  const query = useQuery(versionsQuery(store.id));
  const [name, setName] = useState("");
  const failed = (error: Error) => tell(error instanceof Problem ? error.detail : String(error));
  const show = (view: View) => {
    client.setQueryData(versionsQuery(store.id).queryKey, view);
  };
  const path = { formula_id: store.id };
  const keep = useMutation({
    mutationFn: async (id: string) => {
      await store.flush();
      return data(api.POST("/api/v1/formulas/{formula_id}/versions", { params: { path }, body: { id, name } }));
    },
    onSuccess: (view) => {
      setName("");
      show(view);
    },
    onError: failed,
  });
  const bake = useMutation({
    mutationFn: (number: number) =>
      data(api.PUT("/api/v1/formulas/{formula_id}/bake", { params: { path }, body: { number } })),
    onSuccess: show,
    onError: failed,
  });
  const rename = useMutation({
    mutationFn: ({ number, to }: { number: number; to: string }) =>
      data(
        api.PUT("/api/v1/formulas/{formula_id}/versions/{number}", {
          params: { path: { ...path, number } },
          body: { name: to },
        }),
      ),
    onSuccess: show,
    onError: failed,
  });
  const restore = useMutation({
    mutationFn: async (version: Version) => {
      await store.flush();
      return data(
        api.POST("/api/v1/formulas/{formula_id}/versions/{number}/restored", {
          params: { path: { ...path, number: version.number } },
          body: { version: store.snapshot().version },
        }),
      );
    },
    onSuccess: (view, version) => {
      store.adopt(view);
      client.setQueryData(formulaQuery(store.id).queryKey, view);
      void versionKept(client, store.id);
      tell(`It is ${called(version)} again; what it was is kept.`);
    },
    onError: failed,
  });

  const view = query.data;
  if (!view) return <Pending query={query} words="Looking for versions …" />;
  return (
    <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_400px]">
      <section aria-label="Versions" className="min-w-0">
        {view.base && <FollowsBase view={view} store={store} onChanged={show} />}
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            keep.mutate(pressId("version", store.id, name));
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
              ? `Since ${called(view.versions[1] as Version)}: ${view.changed.join("; ")}.`
              : `As it stands it is ${called(view.versions[1] as Version)}.`}
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

interface VersionRowProps {
  version: Version;
  bakes: boolean;
  onBake: () => void;
  onRestore: () => void;
  onRename: (to: string) => void;
}

function VersionRow({ version, bakes, onBake, onRestore, onRename }: VersionRowProps) {
  const { piece, number } = version;
  const [editing, setEditing] = useState<string | null>(null);
  return (
    <li className="grid grid-cols-[44px_minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rim px-3 py-2 last:border-b-0">
      <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} size={42} />
      <div className="min-w-0">
        {editing === null ? (
          <b className="first-letter:uppercase">
            {number > 0 && <span className="text-soft">{number} · </span>}
            {called(version)}
            {bakes && <span className="ml-2 rounded bg-window px-2 py-px text-small">to bake</span>}
          </b>
        ) : (
          <form
            className="flex gap-1"
            onSubmit={(event) => {
              event.preventDefault();
              onRename(editing);
              setEditing(null);
            }}
          >
            <input
              className="field"
              aria-label={`Name of version ${number}`}
              maxLength={80}
              value={editing}
              onChange={(event) => setEditing(event.target.value)}
            />
            <button type="submit" className="btn btn-quiet">
              Name it
            </button>
          </form>
        )}
        <div className="text-note">
          {kcal(piece.energy_kcal)} kcal, <span className="text-protein-ink">{grams(piece.protein_g)} g protein</span>,
          one of {count(version.count)}
          <span className="text-soft">
            {" "}
            · {dayName(version.kept_at)}, {clock(version.kept_at)}
            {KEPT_BY[version.kept_by] && number > 0 && `, ${KEPT_BY[version.kept_by]}`}
          </span>
        </div>
      </div>
      <div className="flex flex-wrap justify-end gap-1 max-sm:col-span-3">
        {!bakes && (
          <button type="button" className="btn btn-bare" aria-label={`Bake this: ${called(version)}`} onClick={onBake}>
            Bake this
          </button>
        )}
        {number > 0 && (
          <>
            <button
              type="button"
              className="btn btn-bare"
              aria-label={`Rename ${called(version)}`}
              onClick={() => setEditing(version.name)}
            >
              Rename
            </button>
            <button
              type="button"
              className="btn btn-bare"
              aria-label={`Go back to it: ${called(version)}`}
              onClick={onRestore}
            >
              Go back to it
            </button>
          </>
        )}
      </div>
    </li>
  );
}

/** What differs between any two, in words and in figures. */
function Differences({ view, id }: { view: View; id: string }) {
  const oldest = view.versions.at(-1)?.number ?? 0;
  const [was, setWas] = useState(String(oldest));
  const [now, setNow] = useState("0");
  const query = useQuery({
    ...differenceQuery(id, Number(was), Number(now), view.versions[0]?.kept_at),
    enabled: view.versions.length > 1 && was !== now,
  });
  if (view.versions.length < 2) return null;
  const options = view.versions.map(
    (version) => [String(version.number), `${version.number ? `${version.number} · ` : ""}${called(version)}`] as const,
  );
  return (
    <section className="card p-4" aria-labelledby="differs-title">
      <h2 id="differs-title">What differs</h2>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <span>from</span>
        <Select label="From" value={was} options={options} onChange={(value) => setWas(value || "0")} />
        <span>to</span>
        <Select label="To" value={now} options={options} onChange={(value) => setNow(value || "0")} />
      </div>
      {was === now && <p className="mt-2 text-soft">Choose two.</p>}
      {query.data && was !== now && (
        <>
          <p className="mt-2 font-semibold" data-difference>
            {query.data.figures[0]?.toUpperCase()}
            {query.data.figures.slice(1)} a piece
          </p>
          {query.data.mouth.length > 0 && <p className="text-note">In the mouth: {query.data.mouth.join(", ")}.</p>}
          <p className="text-note text-soft">
            {kcal(query.data.was.piece.energy_kcal)} → {kcal(query.data.now.piece.energy_kcal)} kcal,{" "}
            {grams(query.data.was.piece.protein_g)} → {grams(query.data.now.piece.protein_g)} g protein
          </p>
          <ul className="mt-2 grid gap-0.5 text-note">
            {query.data.words.map((words) => (
              <li key={words}>{words}</li>
            ))}
            {!query.data.words.length && <li className="text-soft">No line differs.</li>}
          </ul>
        </>
      )}
    </section>
  );
}

interface BranchesProps {
  view: View;
  store: DraftStore;
  onFailed: (error: Error) => void;
}

/** Flavours of one base: a branch follows the base in the lines they share. */
function Branches({ view, store, onFailed }: BranchesProps) {
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
  const behind = view.branches.filter((each) => each.behind);
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

interface FollowsBaseProps {
  view: View;
  store: DraftStore;
  onChanged: (view: View) => void;
}

function FollowsBase({ view, store, onChanged }: FollowsBaseProps) {
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
