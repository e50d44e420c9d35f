import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { formulasListed } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { leftOut } from "@/domain/alerts";
import { benchBody, sameDough, withParts } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { newId } from "@/domain/ids";
import { Problem, problemText } from "@/domain/problem";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import { PreviewPanel } from "./PreviewPanel";

type Way = Schemas["WithoutWay"];

interface ExclusionsProps {
  store: DraftStore;
  currency: string;
}

/** What somebody must not get, taken out of every line: the fewest swaps, up to two ways, on the Bench or as a branch. */
export function Exclusions({ store, currency }: ExclusionsProps) {
  const draft = useDraft(store, (state) => state.draft);
  const kitchen = useQuery(kitchenQuery);
  const tell = useNotice();
  const [avoided, setAvoided] = useState<readonly string[]>([]);
  const find = useMutation({
    mutationFn: async () => ({
      of: draft,
      found: await data(api.POST("/api/v1/bench/exclusions", { body: { ...benchBody(draft), avoided: [...avoided] } })),
    }),
  });
  const found = find.data && sameDough(find.data.of, draft) ? find.data.found : null;
  const names = (kitchen.data?.askable ?? []).filter((name) => !avoided.includes(name));
  const profiles = (kitchen.data?.dietary_profiles ?? []).filter(({ avoids }) =>
    avoids.some((name) => !avoided.includes(name)),
  );

  function avoid(chosen: string) {
    const profile = profiles.find(({ id }) => `eater:${id}` === chosen);
    setAvoided([...new Set([...avoided, ...(profile ? profile.avoids : [chosen])])]);
    find.reset();
  }

  function put(way: Way) {
    store.edit((now) => withParts(now, way.preview.parts, way.preview.method.method));
    tell("It is on the Bench.", { label: "Undo", run: () => store.undo() });
    find.reset();
  }

  return (
    <section className="card mb-3 grid gap-2 p-3" aria-labelledby="without-title">
      <div className="flex flex-wrap items-center gap-2">
        <h2 id="without-title">Make it without</h2>
        {avoided.map((name) => (
          <button
            key={name}
            type="button"
            className="btn btn-quiet"
            aria-label={`${leftOut(name)} may be in it again`}
            onClick={() => {
              setAvoided(avoided.filter((each) => each !== name));
              find.reset();
            }}
          >
            {leftOut(name)} ×
          </button>
        ))}
        <Select
          label="What it shall be without"
          value=""
          options={[
            ["", avoided.length ? "and …" : "what, or for whom …"],
            ...profiles.map(({ id, name }) => [`eater:${id}`, `for ${name}`] as const),
            ...names.map((name) => [name, leftOut(name)] as const),
          ]}
          onChange={(chosen) => chosen && avoid(chosen)}
        />
        {avoided.length > 0 && (
          <button type="button" className="btn" disabled={find.isPending} onClick={() => find.mutate()}>
            {find.isPending ? "Looking …" : "Find a way"}
          </button>
        )}
      </div>
      {find.error && (
        <p role="alert" className="text-stop">
          {find.error instanceof Problem ? find.error.detail : find.error.message}
        </p>
      )}
      <div aria-live="polite" className="grid gap-3">
        {found && <Found found={found} store={store} currency={currency} onPut={put} />}
      </div>
    </section>
  );
}

interface FoundProps {
  found: Schemas["WithoutView"];
  store: DraftStore;
  currency: string;
  onPut: (way: Way) => void;
}

function Found({ found, store, currency, onPut }: FoundProps) {
  if (!found.lines.length) return <p>It is so already: no line stands in the way.</p>;
  return (
    <>
      <p className="text-note">In the way: {found.lines.map((line) => `${line.name} (${line.why})`).join(", ")}.</p>
      {found.cannot.map(({ line, why }) => (
        <p key={line.line_id} className="border-l-4 border-caution bg-caution-ground px-3 py-1 text-note">
          {why[0]?.toUpperCase()}
          {why.slice(1)}
        </p>
      ))}
      {!found.cannot.length && !found.ways.length && (
        <p>Each line can be replaced by itself, but no way works for all of them together.</p>
      )}
      <div className="grid gap-3 xl:grid-cols-2">
        {found.ways.map((way, place) => (
          <WayCard
            key={way.replacements.map((each) => each.words).join()}
            title={place ? "Another way" : "The nearest way"}
            way={way}
            called={found.called}
            store={store}
            currency={currency}
            onPut={() => onPut(way)}
          />
        ))}
      </div>
    </>
  );
}

interface WayCardProps {
  title: string;
  way: Way;
  called: string;
  store: DraftStore;
  currency: string;
  onPut: () => void;
}

function WayCard({ title, way, called, store, currency, onPut }: WayCardProps) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const tell = useNotice();
  const [name, setName] = useState(called);
  // Sent again after a lost answer, it makes no second branch.
  const id = useRef(newId());
  const branch = useMutation({
    mutationFn: async () => {
      await store.flush();
      const { parts, method } = way.preview;
      const body = { id: id.current, name, parts, method: method.method };
      return data(
        api.POST("/api/v1/formulas/{formula_id}/branches", { params: { path: { formula_id: store.id } }, body }),
      );
    },
    onSuccess: (made) => {
      void formulasListed(client);
      navigate(`/formulas/${made.id}`);
    },
    onError: (error) => tell(problemText(error)),
  });
  return (
    <article className="grid content-start gap-2 rounded border border-rim p-3" aria-label={title}>
      <h3 className="font-semibold">{title}</h3>
      <ul className="text-note" aria-label="What is swapped">
        {way.replacements.map((each) => (
          <li key={each.line_id}>
            <b>{each.words}</b>
            {each.effects && <span className="text-soft">: {each.effects}</span>}
          </li>
        ))}
        {way.repairs.map((words) => (
          <li key={words}>{words}, so that the dough works</li>
        ))}
      </ul>
      {way.off.length > 0 && (
        <p className="text-note text-caution">
          Further from what works than before: {way.off.join(", ").toLowerCase()}.
        </p>
      )}
      <details>
        <summary className="cursor-pointer text-note">Before you do it</summary>
        <div className="mt-2">
          <PreviewPanel preview={way.preview} currency={currency} />
        </div>
      </details>
      <p className="text-note">{way.preview.mouth.text}</p>
      <form
        className="flex flex-wrap gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim()) branch.mutate();
        }}
      >
        <input
          className="field min-w-40 flex-1"
          aria-label={`Name of the branch, ${title.toLowerCase()}`}
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <button type="submit" className="btn" disabled={!name.trim() || branch.isPending}>
          {branch.isPending ? "Making the branch …" : "Make it a branch"}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onPut}>
          Put it on the Bench
        </button>
      </form>
    </article>
  );
}
