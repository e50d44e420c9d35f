import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { importsQuery } from "@/api/queries/imports";
import type { Schemas } from "@/api/types";
import { dayName } from "@/domain/format";
import { problemText } from "@/domain/problem";
import { useTitle } from "@/ui/useTitle";
import { zone } from "./files";
import { OneImport } from "./OneImport";
import { useBringIn } from "./useImport";

const TABLES = [
  ["diary", "Diary", "all that was eaten, an entry a row"],
  ["ledger", "Ledger", "a day a row, with targets and weight"],
  ["batches", "Batches", "what was made, with a piece's figures"],
  ["tastings", "Tastings", "every mark of every taster"],
  ["cupboard", "Cupboard", "own products with their labels, prices, what is at home"],
] as const;

/** What comes into the kitchen from elsewhere, and what goes out of it. */
export default function Data() {
  const { id } = useParams();
  return id ? <OneImport key={id} /> : <InAndOut />;
}

function InAndOut() {
  useTitle("Data in and out");
  const imports = useQuery(importsQuery);
  return (
    <div className="mx-auto max-w-190">
      <h1>Data in and out</h1>
      <p className="mt-1 text-soft">
        All of it is yours: bring in what you kept elsewhere, and take everything out whenever you like.
      </p>
      <div className="mt-4 grid gap-4">
        <BringIn />
        {(imports.data ?? []).length > 0 && <Imports imports={imports.data ?? []} />}
        <TakeOut />
        <section className="card p-4" aria-labelledby="backup-title">
          <h2 id="backup-title">Backup</h2>
          <p className="mt-1">
            A backup holds the whole database, photos and all. <code>./start --backup-every 24h --keep 14</code> makes
            one a day and keeps the last fourteen; <code>python -m ample_crumb restore FILE</code> makes one the
            kitchen, here or on another machine, and keeps what was there.
          </p>
        </section>
      </div>
    </div>
  );
}

function BringIn() {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const navigate = useNavigate();
  const { read, far, stop } = useBringIn((id) => navigate(`/settings/data/${id}`));
  const take = (files: FileList | null) => {
    if (files?.length && !read.isPending) read.mutate([...files]);
  };
  return (
    <section
      className={`card p-4 ${over ? "outline-2 outline-enamel-ink" : ""}`}
      aria-labelledby="in-title"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        take(event.dataTransfer.files);
      }}
    >
      <h2 id="in-title">Bring in</h2>
      <p className="mt-1">
        Recipes as text, Markdown, JSON-LD or saved pages, one or many, also in a zip. Days, weights and products as
        CSV. You see what was understood before anything is written, and can take it back as a whole.
      </p>
      <input
        ref={input}
        type="file"
        multiple
        className="sr-only"
        tabIndex={-1}
        aria-label="Files to bring in"
        onChange={(event) => {
          take(event.target.files);
          event.target.value = "";
        }}
      />
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button type="button" className="btn" disabled={read.isPending} onClick={() => input.current?.click()}>
          Choose files
        </button>
        {read.isPending ? (
          <>
            <span role="status">{far ? `${far.done} of ${far.total} read …` : "Reading …"}</span>
            <button type="button" className="btn btn-bare" onClick={stop}>
              Stop
            </button>
          </>
        ) : (
          <span className="text-soft max-sm:hidden">or drop them here</span>
        )}
      </div>
      {read.isError && (
        <p role="alert" className="mt-2 text-stop">
          {problemText(read.error)}
        </p>
      )}
    </section>
  );
}

const STATES: Record<string, string> = {
  read: "looked at, not written",
  written: "written",
  "taken back": "taken back",
};

function Imports({ imports }: { imports: readonly Schemas["ImportRow"][] }) {
  return (
    <section className="card p-4" aria-labelledby="imports-title">
      <h2 id="imports-title">What was brought in</h2>
      <ul className="mt-2">
        {imports.map((each) => (
          <li key={each.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rim py-1.5 last:border-0">
            <Link to={`/settings/data/${each.id}`} className="min-w-0 flex-1 underline">
              {each.name}
            </Link>
            <span className="text-soft">
              {dayName(each.made_at.slice(0, 10))},{" "}
              {each.state === "written" ? `${each.written_count} written` : STATES[each.state]}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function TakeOut() {
  return (
    <section className="card p-4" aria-labelledby="out-title">
      <h2 id="out-title">Take out</h2>
      <p className="mt-1">
        The whole kitchen as one file, in a form that is documented and that an empty kitchen reads again; or a part of
        it for a spreadsheet or a calendar. A formula goes out from its Bench.
      </p>
      <ul className="mt-3 grid gap-2">
        <Out href="/api/v1/archive.zip" name="The whole kitchen" what="a zip of JSON Lines, with photos" strong />
        {TABLES.map(([table, name, what]) => (
          <Out key={table} href={`/api/v1/tables/${table}.csv`} name={`${name}, CSV`} what={what} />
        ))}
        <Out
          href={`/api/v1/stash/eat-by.ics?zone=${encodeURIComponent(zone())}`}
          name="Eat-by days, iCalendar"
          what="until when what lies in the stash is good"
        />
      </ul>
    </section>
  );
}

interface OutProps {
  href: string;
  name: string;
  what: string;
  strong?: boolean;
}

function Out({ href, name, what, strong }: OutProps) {
  return (
    <li className="flex flex-wrap items-baseline gap-x-3">
      <a href={href} download className={`btn ${strong ? "" : "btn-quiet"}`}>
        {name}
      </a>
      <span className="text-soft">{what}</span>
    </li>
  );
}
