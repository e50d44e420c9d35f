import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { api, data } from "@/api/client";
import { batchQuery, pasteQuery, stashQuery } from "@/api/queries";
import { batchRecorded } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { nothingTold, type PlanOf, recordBody, type Told, toldOf } from "@/domain/batchDraft";
import { draftBody, draftFrom, draftOfRecipe } from "@/domain/draft";
import { fieldMoment, momentOfField } from "@/domain/format";
import { newId } from "@/domain/ids";
import { deviceId, eventBody, told as hasTold, pendingOf, putDown } from "@/domain/runQueue";
import { NotHere } from "@/features/common/NotHere";
import { Pending } from "@/features/common/Pending";
import { CrumbDials } from "@/features/crumb/CrumbDials";
import { Hazards } from "@/features/crumb/Hazards";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";
import { usePersistedText } from "@/ui/usePersistedText";
import { useTitle } from "@/ui/useTitle";
import { AtTheBowl, PiecesOut } from "./AtTheBowl";
import { BatchOutcome } from "./BatchOutcome";
import { Deviations } from "./Deviations";
import { MadePiece } from "./MadePiece";
import { OneOfTwo } from "./OneOfTwo";
import { useRecording } from "./useRecording";

/** Records what was really made: of a formula, of a text alone, of the rest of a dough, or anew what was recorded. */
export default function RecordBatch() {
  const { id } = useParams();
  const [params] = useSearchParams();
  const formula = params.get("formula");
  const number = Number(params.get("version") ?? 0) || 0;
  const dough = params.get("dough");
  if (id) return <Correct key={id} id={id} />;
  if (formula) {
    return <Record key={formula} plan={{ formula_id: formula, number }} keptAs={`${formula} ${number}`} />;
  }
  if (dough) return <RestOfDough key={dough} id={dough} />;
  return <FromText />;
}

/** What a text alone was made of. */
function FromText() {
  const [text] = usePersistedText("batch");
  const query = useQuery({ ...pasteQuery(text), enabled: text.trim() !== "" });
  useTitle("Record a batch");
  if (!text.trim() || query.isError) {
    return (
      <div className="mx-auto max-w-190">
        <h1>Nothing to record yet</h1>
        <p className="my-3" role={query.isError ? "alert" : undefined}>
          {query.error?.message ?? "Open a formula and record a batch of it, or paste what you made under Batches."}
        </p>
        <Link to="/batches" className="btn">
          To the batches
        </Link>
      </div>
    );
  }
  const recipe = query.data?.recipes[0];
  if (!recipe) return <Pending query={query} words="Reading …" />;
  return <Record plan={{ draft: bodyOf(recipe) }} keptAs={`text ${text.slice(0, 60)}`} />;
}

const bodyOf = (recipe: Schemas["Pasted"]): Schemas["DraftBody"] => {
  const draft = draftFrom({ draft: draftOfRecipe(recipe) });
  return draftBody({ ...draft, name: draft.name.trim() || "Something baked" });
};

/** The other thing that a dough was made into: what was different about the dough is known already. */
function RestOfDough({ id }: { id: string }) {
  const query = useQuery(batchQuery(id));
  const view = query.data;
  if (!view) return <Pending query={query} words="Opening the batch …" />;
  const begin = (): Told => ({
    ...nothingTold(),
    said: view.record.said.filter((said) => !said.apart),
    dough_share: Math.max(0.01, Math.round((1 - view.record.dough_share) * 1000) / 1000),
    dough_id: view.item.dough_id,
  });
  return <Record plan={{ batch_id: id }} keptAs={`dough ${id}`} begin={begin} />;
}

/** What was recorded, told anew; it becomes the next revision. */
function Correct({ id }: { id: string }) {
  const query = useQuery(batchQuery(id));
  if (query.isError) return <NotHere words={query.error.message} to="/batches" place="To the batches" />;
  if (!query.data) return <Pending query={query} words="Opening the batch …" />;
  const view = query.data;
  return (
    <Record
      plan={{ batch_id: id }}
      keptAs={`correct ${id} ${view.revision}`}
      begin={() => toldOf(view, fieldMoment(view.item.made_at))}
      revision={view.revision}
    />
  );
}

/** The bake day that it was made on knows its batch. */
function recordedOn(run_id: string, formula: number, batch_id: string): void {
  putDown(run_id, { kind: "recorded", formula, batch_id });
  const body = { device: deviceId(), events: pendingOf(run_id).map(eventBody) };
  const last = pendingOf(run_id).at(-1)?.device_seq ?? 0;
  // Where the server is away it is told when the run is opened again.
  void api
    .POST("/api/v1/bake-days/{run_id}/events", { params: { path: { run_id } }, body })
    .then(() => hasTold(run_id, last))
    .catch(() => undefined);
}

interface RecordProps {
  plan: PlanOf;
  /** The name under which this browser keeps what was told. */
  keptAs: string;
  begin?: () => Told;
  /** The revision that is corrected; 0 for a new batch. */
  revision?: number;
}

function Record({ plan, keptAs, begin, revision = 0 }: RecordProps) {
  const recording = useRecording(plan, keptAs, begin);
  const { told, tell, view, preview } = recording;
  const client = useQueryClient();
  const navigate = useNavigate();
  const notice = useNotice();
  const [params] = useSearchParams();
  const run = params.get("run");
  const [, setText] = usePersistedText("batch");
  const [asked, setAsked] = useState(false);
  const [shelf, setShelf] = useState("");
  const stash = useQuery({ ...stashQuery, enabled: !revision });
  useTitle(revision ? "Correct a batch" : "Record a batch");
  const unread = view?.deviations.filter((each) => each.problem && told.said.some((said) => said.id === each.id)) ?? [];
  const save = useMutation({
    mutationFn: () =>
      data(
        api.PUT("/api/v1/batches/{batch_id}", {
          params: { path: { batch_id: told.id } },
          body: {
            plan: { number: 0, ...plan },
            record: recordBody(told),
            made_at: told.made_at ? momentOfField(told.made_at) : new Date().toISOString(),
            zone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
            revision,
            dough_id: told.dough_id,
            shelf_id: shelf || null,
          },
        }),
      ),
    onSuccess: (made) => {
      recording.forget();
      if (plan.draft) setText("");
      client.setQueryData(batchQuery(made.item.id).queryKey, made);
      void batchRecorded(client);
      notice(revision ? "Corrected; what it said before is kept." : "The batch is recorded.");
      if (run) recordedOn(run, Number(params.get("place")) || 0, made.item.id);
      navigate(`/batches/${made.item.id}`);
    },
  });
  if (preview.isError && !view) return <NotHere words={preview.error.message} to="/batches" place="To the batches" />;
  if (!view) return <Pending query={preview} words="Working it out …" />;
  const undone = () => {
    const said = told;
    const here = `${window.location.pathname}${window.location.search}`;
    recording.forget();
    navigate(-1);
    notice("The batch is given up.", {
      label: "Undo",
      run: () => {
        recording.keep(said);
        navigate(here);
      },
    });
  };
  return (
    <div className="mx-auto max-w-310">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <h1 className="min-w-0">{view.name}</h1>
        <span className="text-soft">
          {revision
            ? "corrected: what it said before is kept"
            : plan.number
              ? `what was really made of version ${plan.number}`
              : "what was really made"}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          {!revision && stash.data && (
            <span className="flex items-center gap-2 text-note">
              Kept
              <Select
                label="Where it is kept"
                value={shelf}
                options={[
                  ["", "where its kind belongs"],
                  ...stash.data.shelves.map((each) => [each.id, each.name] as const),
                ]}
                onChange={setShelf}
              />
            </span>
          )}
          <label className="flex items-center gap-2 text-note">
            Made
            <input
              className="field !w-auto"
              type="datetime-local"
              aria-label="When it was made"
              max={fieldMoment(new Date().toISOString())}
              value={told.made_at || fieldMoment(new Date().toISOString())}
              onChange={(event) => tell({ made_at: event.target.value })}
            />
          </label>
          <button type="button" className="btn btn-quiet" onClick={undone}>
            Give it up
          </button>
          <button
            type="button"
            className="btn"
            disabled={save.isPending}
            onClick={() => {
              setAsked(true);
              if (!unread.length && !recording.typing.trim()) save.mutate();
            }}
          >
            {save.isPending ? "Recording …" : revision ? "Record the correction" : "Record the batch"}
          </button>
        </span>
      </header>
      {asked && recording.typing.trim() && (
        <p role="alert" className="mt-2 text-stop">
          “{recording.typing.trim()}” is typed and not put down yet; put it down, or empty the field.
        </p>
      )}
      {asked && unread.length > 0 && (
        <p role="alert" className="mt-2 text-stop">
          “{unread[0]?.text}” is not understood: {unread[0]?.problem} Say it otherwise, or take it out.
        </p>
      )}
      {save.error && !unread.length && (
        <p role="alert" className="mt-2 text-stop">
          {save.error.message}
        </p>
      )}
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,1fr)_360px]">
        <div className="grid min-w-0 gap-4 max-lg:contents">
          <Deviations recording={recording} />
          <AtTheBowl recording={recording} />
          <PiecesOut recording={recording} />
          <BatchOutcome recording={recording} />
        </div>
        <div className="grid min-w-0 gap-4 lg:sticky lg:top-0 max-lg:contents">
          <div className="min-w-0 max-lg:order-first">
            <MadePiece view={view} />
          </div>
          <div className="grid min-w-0 gap-4 max-lg:order-last">
            <OneOfTwo recording={recording} newDough={newId} />
            <CrumbDials check={view.check} />
            <Hazards hazards={view.hazards} />
          </div>
        </div>
      </div>
    </div>
  );
}
