import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { batchPagesQuery, historyQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { addLine, changeLine, findLine, newLine, removeLine } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { count, grams, kcal } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { MoreRows } from "@/ui/MoreRows";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import { BatchRow } from "./BatchRow";
import { Notes } from "./Notes";

/** The batches of a formula: planned against made, what they propose to it, each with what differed. */
export default function Batches({ store }: { store: DraftStore }) {
  const query = useInfiniteQuery(batchPagesQuery(store.id));
  const history = useQuery(historyQuery(store.id));
  const bake = history.data?.bake ?? 0;
  const list = useRef<HTMLUListElement>(null);
  const batches = query.data?.pages.flatMap((page) => page.items) ?? [];
  return (
    <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
      <section aria-label="Batches" className="min-w-0">
        <div className="flex flex-wrap items-center gap-3">
          <p className="min-w-0 flex-1 text-lead" data-averages>
            {history.data ? averages(history.data.averages) : "…"}
          </p>
          {batches.length > 1 && (
            <Link
              className="btn btn-quiet"
              to={`/compare?${batches
                .slice(0, 4)
                .map(({ id }) => `batch=${id}`)
                .join("&")}`}
            >
              Compare the last {batches.length > 3 ? "four" : batches.length === 3 ? "three" : "two"}
            </Link>
          )}
          <Link className="btn" to={`/batches/new?formula=${store.id}${bake ? `&version=${bake}` : ""}`}>
            {bake ? `Record a batch of version ${bake}` : "Record a batch"}
          </Link>
        </div>
        <Pending query={query} words="Looking for batches …" />
        {query.data && batches.length === 0 && (
          <p className="mt-3 text-soft">
            Nothing is recorded of it yet. What was made is never quite what is written: say what differed, and the
            figures of that batch are true.
          </p>
        )}
        {batches.length > 0 && (
          <ul ref={list} className="card mt-3" data-batches>
            {batches.map((batch) => (
              <BatchRow key={batch.id} batch={batch} />
            ))}
          </ul>
        )}
        <MoreRows query={query} list={list} />
      </section>
      <div className="grid gap-4">
        {history.data && <Proposals proposals={history.data.proposals} store={store} />}
        {history.data && <Notes formula_id={store.id} notes={history.data.notes} store={store} />}
      </div>
    </div>
  );
}

/** Planned against made, in a sentence. */
function averages(found: Schemas["BatchAverages"]): string {
  const { batch_count, energy_kcal, planned_energy_kcal, protein_g, planned_protein_g, piece_count, planned_count } =
    found;
  if (!batch_count || energy_kcal === null || planned_energy_kcal === null) return "No batch yet.";
  const batches = batch_count === 1 ? "One batch" : `${batch_count} batches, on average`;
  const pieces =
    piece_count !== null && planned_count !== null && Math.abs(piece_count - planned_count) >= 0.05
      ? `, ${count(Math.round(piece_count * 10) / 10)} pieces where ${count(Math.round(planned_count * 10) / 10)} were planned`
      : "";
  return (
    `${batches}: a piece came to ${kcal(energy_kcal)}\u00a0kcal where ${kcal(planned_energy_kcal)} were planned, ` +
    `and ${grams(protein_g ?? 0)}\u00a0g of protein where ${grams(planned_protein_g ?? 0)} were${pieces}.`
  );
}

/** What the formula should say by what its batches used; a press writes it so, Undo takes it back. */
function Proposals({ proposals, store }: { proposals: Schemas["Proposal"][]; store: DraftStore }) {
  const tell = useNotice();
  const draft = useDraft(store, (state) => state.draft);
  const [written, setWritten] = useState<readonly string[]>([]);
  const open = proposals.filter(({ line_id, was, text }) =>
    line_id === null ? !written.includes(text) : findLine(draft, line_id)?.text === was,
  );
  if (!open.length) return null;
  return (
    <section className="card p-4" aria-labelledby="proposals-title">
      <h2 id="proposals-title">What your batches say</h2>
      <ul className="mt-1 grid gap-2">
        {open.map((proposal) => (
          <li key={`${proposal.line_id} ${proposal.text}`} className="text-note">
            {proposal.words}
            <span className="block">
              {proposal.was && <s className="text-soft">{proposal.was}</s>} {proposal.text && <b>{proposal.text}</b>}
            </span>
            <button
              type="button"
              className="font-semibold text-enamel-ink underline"
              onClick={() => {
                if (!writeSo(proposal, store)) {
                  tell("That line is another by now.");
                  return;
                }
                setWritten([...written, proposal.text]);
                tell("Written so.", {
                  label: "Undo",
                  run: () => {
                    store.undo();
                    setWritten((now) => now.filter((text) => text !== proposal.text));
                  },
                });
              }}
            >
              {proposal.text ? "Write it so" : "Take it out"}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function writeSo({ line_id, part, was, text }: Schemas["Proposal"], store: DraftStore): boolean {
  if (line_id === null) {
    store.edit((now) => addLine(now, Math.min(part, now.parts.length - 1), newLine(text)));
    return true;
  }
  if (findLine(store.snapshot().draft, line_id)?.text !== was) return false;
  store.edit((now) => (text ? changeLine(now, line_id, { text, chosen: null }) : removeLine(now, line_id)));
  return true;
}
