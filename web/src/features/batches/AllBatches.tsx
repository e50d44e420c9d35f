import { useInfiniteQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { useNavigate } from "react-router";
import { batchPagesQuery } from "@/api/queries";
import { MOST_PASTED } from "@/domain/draft";
import { Pending } from "@/features/common/Pending";
import { MoreRows } from "@/ui/MoreRows";
import { usePersistedText } from "@/ui/usePersistedText";
import { useTitle } from "@/ui/useTitle";
import { BatchRow } from "./BatchRow";

/** All that was made, the last first; and what was made from a text alone is recorded here. */
export default function AllBatches() {
  useTitle("Batches");
  const query = useInfiniteQuery(batchPagesQuery(null));
  const navigate = useNavigate();
  const [text, setText] = usePersistedText("batch");
  const list = useRef<HTMLUListElement>(null);
  const batches = query.data?.pages.flatMap((page) => page.items) ?? [];
  return (
    <div className="mx-auto max-w-310">
      <h1>Batches</h1>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
        <section aria-label="All batches" className="min-w-0">
          <Pending query={query} words="Looking for batches …" />
          {query.data && batches.length === 0 && (
            <p className="text-soft">Nothing is recorded yet. Open a formula, and record what you made of it.</p>
          )}
          {batches.length > 0 && (
            <ul ref={list} className="card">
              {batches.map((batch) => (
                <BatchRow key={batch.id} batch={batch} named />
              ))}
            </ul>
          )}
          <MoreRows query={query} list={list} />
        </section>
        <form
          className="card grid gap-2 p-4"
          onSubmit={(event) => {
            event.preventDefault();
            if (text.trim()) navigate("/batches/new");
          }}
        >
          <h2>Made from a text alone</h2>
          <label className="grid gap-1 text-note">
            <span className="text-soft">A name, how many it made, and its lines; no formula is kept of it.</span>
            <textarea
              className="field"
              rows={8}
              maxLength={MOST_PASTED}
              placeholder={"Fridge bites\nmakes 8\n\n200 g dates\n100 g almonds"}
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          </label>
          <button type="submit" className="btn justify-self-start" disabled={!text.trim()}>
            Record what was made
          </button>
        </form>
      </div>
    </div>
  );
}
