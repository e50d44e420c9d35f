import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { api, data } from "@/api/client";
import { batchPagesQuery, tastingsQuery } from "@/api/queries";
import { tastingsChanged } from "@/api/queries/changes";
import { dayName } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { Pending } from "@/features/common/Pending";
import { MoreRows } from "@/ui/MoreRows";
import { useTitle } from "@/ui/useTitle";

const MOST = 4;

/** Tastings there were, and a new one of up to four batches. */
export default function Tastings() {
  useTitle("Tastings");
  const query = useQuery(tastingsQuery);
  return (
    <div className="mx-auto max-w-310">
      <header className="flex flex-wrap items-center gap-3">
        <h1>Tastings</h1>
        <Link to="/stash" className="btn btn-bare">
          To the stash
        </Link>
      </header>
      <p className="mt-1 text-lead">Side by side two batches tell more than each alone. One question at a time.</p>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1fr)_400px]">
        <section aria-label="Tastings there were" className="min-w-0">
          <Pending query={query} words="Looking for tastings …" />
          {query.data?.items.length === 0 && <p className="text-soft">Nobody has tasted yet.</p>}
          {!!query.data?.items.length && (
            <ul className="card">
              {query.data.items.map((item) => (
                <li
                  key={item.id}
                  className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rim px-4 py-3 last:border-b-0"
                >
                  <span className="min-w-0 flex-1 basis-52">
                    <Link to={`/tastings/${item.id}`} className="font-semibold hover:underline">
                      {item.name}
                    </Link>
                    <span className="block text-note text-soft">
                      {dayName(item.tasted_at)}
                      {item.blind
                        ? ` · ${item.samples.length} under letters`
                        : ` · ${item.samples.map((sample) => sample.label).join(", ")}`}
                    </span>
                  </span>
                  {item.samples.length > 1 && (
                    <Link className="btn btn-quiet" to={comparisonOf(item.samples.map((sample) => sample.batch_id))}>
                      What it tells
                    </Link>
                  )}
                </li>
              ))}
            </ul>
          )}
        </section>
        {query.data && <NewTasting />}
      </div>
    </div>
  );
}

/** The address of a comparison. */
export const comparisonOf = (batches: string[]) => `/compare?${batches.map((id) => `batch=${id}`).join("&")}`;

/** Chooses batches, and whether they stand under letters. */
function NewTasting() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [search] = useSearchParams();
  const [chosen, setChosen] = useState<string[]>(search.getAll("batch").slice(0, MOST));
  const [blind, setBlind] = useState(false);
  const pages = useInfiniteQuery(batchPagesQuery(null));
  const list = useRef<HTMLUListElement>(null);
  const batches = pages.data?.pages.flatMap((page) => page.items) ?? [];
  const start = useMutation({
    mutationFn: (tasting_id: string) =>
      data(
        api.PUT("/api/v1/tastings/{tasting_id}", {
          params: { path: { tasting_id } },
          body: { name: "", batch_ids: chosen, blind, poles: [] },
        }),
      ),
    onSuccess: (tasting) => {
      void tastingsChanged(client);
      navigate(`/tastings/${tasting.id}`);
    },
  });
  return (
    <form
      className="card grid gap-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (chosen.length) start.mutate(pressId("tasting", chosen));
      }}
    >
      <h2>Taste now</h2>
      <fieldset>
        <legend className="text-soft">Up to four batches</legend>
        <ul ref={list} className="mt-1 grid max-h-80 gap-1 overflow-y-auto">
          {batches.map((batch) => (
            <li key={batch.id}>
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  checked={chosen.includes(batch.id)}
                  disabled={!chosen.includes(batch.id) && chosen.length >= MOST}
                  onChange={(event) =>
                    setChosen((now) =>
                      event.target.checked ? [...now, batch.id] : now.filter((each) => each !== batch.id),
                    )
                  }
                />
                <span>
                  {batch.name} <span className="text-note text-soft">{dayName(batch.made_at)}</span>
                  {batch.difference.length > 0 && (
                    <span className="block text-small text-soft">{batch.difference[0]}</span>
                  )}
                </span>
              </label>
            </li>
          ))}
        </ul>
        <MoreRows query={pages} list={list} />
      </fieldset>
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={blind} onChange={(event) => setBlind(event.target.checked)} />
        Letters instead of names
      </label>
      {start.isError && (
        <p role="alert" className="text-stop">
          {start.error.message}
        </p>
      )}
      <span className="flex flex-wrap gap-2">
        <button type="submit" className="btn" disabled={!chosen.length || start.isPending}>
          Begin
        </button>
        {chosen.length > 1 && (
          <Link className="btn btn-quiet" to={comparisonOf(chosen)}>
            Compare them
          </Link>
        )}
      </span>
    </form>
  );
}
