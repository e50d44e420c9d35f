import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { importItemsQuery, importQuery } from "@/api/queries/imports";
import type { Schemas } from "@/api/types";
import { problemText } from "@/domain/problem";
import { Pending } from "@/features/common/Pending";
import { MoreRows } from "@/ui/MoreRows";
import { useNotice } from "@/ui/Toast";
import { useTitle } from "@/ui/useTitle";
import { fileOf } from "./files";
import { ImportItem } from "./ImportItem";
import { MatchColumns } from "./MatchColumns";
import { TakeBack } from "./TakeBack";
import { sendArchive, useOneImport } from "./useImport";

/** What files hold, as it was understood: to be put right, chosen, written, and taken back. */
export function OneImport() {
  const { id = "" } = useParams();
  const opened = useQuery(importQuery(id));
  const pages = useInfiniteQuery(importItemsQuery(id));
  const list = useRef<HTMLDivElement>(null);
  const items = pages.data?.pages.flatMap((page) => page.items) ?? [];
  useTitle(opened.data?.about.name ?? "Bring in");
  if (!opened.data) return <Pending query={opened} words="Opening …" />;
  const { about, files } = opened.data;
  return (
    <div className="mx-auto max-w-230 pb-4">
      <Link to="/settings/data" className="text-soft underline">
        Data in and out
      </Link>
      <h1 className="mt-1 break-words">{about.name}</h1>
      <Header about={about} />
      <div ref={list} className="mt-4 grid grid-cols-[minmax(0,1fr)] gap-4">
        {files.map((file) => (
          <FileCard key={file.place} id={id} file={file} about={about} items={items} />
        ))}
        <MoreRows query={pages} list={list} />
      </div>
    </div>
  );
}

function Header({ about }: { about: Schemas["ImportRow"] }) {
  const { write, discard, far, stop } = useOneImport(about.id);
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  const tell = useNotice();
  const left = about.chosen_count - about.written_count;
  return (
    <>
      <p className="mt-1" data-summary>
        {about.state === "read" && sentence(about)}
        {about.state === "written" && `${about.written_count} written.`}
        {about.state === "taken back" &&
          (about.written_count ? `Taken back but for ${about.written_count}.` : "Taken back as a whole.")}
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        {about.state === "read" && (
          <button
            type="button"
            className="btn"
            disabled={write.isPending || about.chosen_count === 0}
            onClick={() =>
              write.mutate(undefined, {
                onSuccess: (now) =>
                  tell(now.done < now.total ? `${now.done} written, then stopped.` : "All of it is in your kitchen."),
              })
            }
          >
            Write {about.chosen_count === about.item_count ? "all" : about.chosen_count}
          </button>
        )}
        {about.state === "written" && left > 0 && !write.isPending && (
          <button type="button" className="btn" onClick={() => write.mutate()}>
            Go on writing
          </button>
        )}
        {write.isPending && (
          <>
            <span role="status">{far ? `${far.done} of ${far.total} written …` : "Writing …"}</span>
            <button type="button" className="btn btn-bare" onClick={stop}>
              Stop
            </button>
          </>
        )}
        {about.written_count > 0 && !write.isPending && (
          <button type="button" className="btn btn-quiet" onClick={() => setAsking(true)}>
            Take it back
          </button>
        )}
        {about.written_count === 0 && !write.isPending && (
          <button
            type="button"
            className="btn btn-bare"
            disabled={discard.isPending}
            onClick={() => discard.mutate(undefined, { onSuccess: () => navigate("/settings/data") })}
          >
            Forget it
          </button>
        )}
      </div>
      {(write.isError || discard.isError) && (
        <p role="alert" className="mt-2 text-stop">
          {problemText(write.error ?? discard.error)}
        </p>
      )}
      <TakeBack id={about.id} open={asking} onOpenChange={setAsking} />
    </>
  );
}

function sentence({ item_count, problem_count, here_count }: Schemas["ImportRow"]): string {
  if (!item_count) return "Nothing was understood of it yet.";
  const understood = item_count - problem_count;
  const unread = problem_count ? `; ${problem_count} could not be` : "";
  const here = here_count ? ` ${here_count} ${here_count === 1 ? "is" : "are"} here already.` : "";
  return `${understood} of ${item_count} understood${unread}.${here} Nothing is written yet.`;
}

interface FileCardProps {
  id: string;
  file: Schemas["FileView"];
  about: Schemas["ImportRow"];
  items: readonly Schemas["ItemView"][];
}

const KINDS: Record<string, string> = {
  recipes: "recipes",
  days: "days, an entry a row",
  weights: "weights",
  products: "products",
  table: "a table",
  archive: "a whole kitchen",
  nothing: "not understood",
};

function FileCard({ id, file, about, items }: FileCardProps) {
  const own = items.filter((item) => item.file_place === file.place);
  const heading = `file-${file.place}`;
  return (
    <section className="card p-4" aria-labelledby={heading}>
      <h2 id={heading} className="break-words">
        {file.name} <span className="font-normal text-soft">{KINDS[file.kind] ?? file.kind}</span>
      </h2>
      {file.remarks.map((remark) => (
        <p key={remark} className="mt-1 text-caution">
          {remark}
        </p>
      ))}
      {file.kind === "archive" && <PutArchive id={id} file={file} />}
      {file.matching && about.state === "read" && <MatchColumns id={id} file={file} matching={file.matching} />}
      <ul className="mt-2">
        {own.map((item) => (
          <ImportItem key={item.place} id={id} item={item} open={about.state === "read"} />
        ))}
      </ul>
    </section>
  );
}

function PutArchive({ id, file }: { id: string; file: Schemas["FileView"] }) {
  const client = useQueryClient();
  const known = fileOf(id, file.place);
  const put = useMutation({
    mutationFn: (archive: File) => sendArchive(archive),
    // Another kitchen, and other people in it.
    onSuccess: () => {
      client.clear();
      window.location.assign("/today");
    },
  });
  if (!known) return <p className="mt-2 text-soft">Choose the file again to put it into this kitchen.</p>;
  return (
    <div className="mt-2">
      <button type="button" className="btn" disabled={put.isPending} onClick={() => put.mutate(known)}>
        {put.isPending ? "Putting it in …" : "Put it into this kitchen"}
      </button>
      {put.isError && (
        <p role="alert" className="mt-2 text-stop">
          {problemText(put.error)}
        </p>
      )}
    </div>
  );
}
