import { useQuery } from "@tanstack/react-query";
import { Printer } from "lucide-react";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { stashQuery } from "@/api/queries";
import { allLying, keyOf, type Lying, stashSentence } from "@/domain/stash";
import { Pending } from "@/features/common/Pending";
import { isSingleKey, useKeys } from "@/ui/keys";
import { Sheet } from "@/ui/Sheet";
import { useTitle } from "@/ui/useTitle";
import { useWidth } from "@/ui/useWidth";
import { OpenedGoods } from "./OpenedGoods";
import { PositionCard } from "./PositionCard";
import { ShelfBoard } from "./ShelfBoard";
import { useStashWrites } from "./useStash";
import { Waste } from "./Waste";

const ShelvesSheet = lazy(() => import("./ShelvesSheet"));

/** From here on there is room for a card beside the shelves. */
const WIDE_PX = 900;

/** What is kept where, what must be eaten first, and what to do with it. */
export default function Stash() {
  useTitle("Stash");
  const query = useQuery({ ...stashQuery, refetchInterval: 60_000 });
  const [search, setSearch] = useSearchParams();
  const [arranging, setArranging] = useState(false);
  const page = useRef<HTMLDivElement>(null);
  const wide = useWidth(page) >= WIDE_PX;
  const writes = useStashWrites();
  const stash = query.data;
  const all = stash ? allLying(stash) : [];
  const asked = all.find((lying) => keyOf(lying) === search.get("pieces"));
  const chosen = asked ?? (wide ? all[0] : undefined);

  // What a sheet was opened for is not asked for any more when it closes.
  const last = useRef("");
  if (asked) last.current = keyOf(asked);

  const choose = (lying: Lying | undefined) =>
    setSearch(lying ? { pieces: keyOf(lying) } : {}, { replace: true, preventScrollReset: true });

  useKeys((event) => {
    if (!isSingleKey(event) || !stash || !chosen) return;
    const step = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const freezer = stash.shelves.find(({ kind }) => kind === "freezer");
    if (step) choose(all[(all.findIndex((each) => keyOf(each) === keyOf(chosen)) + step + all.length) % all.length]);
    else if (event.key === "e") writes.eat(chosen, Math.min(1, chosen.position.piece_count), "", "key");
    else if (event.key === "f" && freezer && chosen.position.frozen_until)
      writes.move(chosen, chosen.position.piece_count, freezer, "covered", "key");
    else return;
    event.preventDefault();
  });

  // Whoever comes by an address sees what it names.
  const shown = useRef(false);
  useEffect(() => {
    if (!asked || shown.current) return;
    shown.current = true;
    document.getElementById(keyOf(asked))?.scrollIntoView({ block: "nearest" });
  }, [asked]);

  const card = chosen && stash && (
    <PositionCard key={keyOf(chosen)} lying={chosen} stash={stash} writes={writes} named={wide} />
  );
  return (
    <div ref={page} className="mx-auto max-w-310" data-writes>
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <h1>Stash</h1>
        <span className="ml-auto flex flex-wrap gap-2">
          <Link className="btn btn-quiet" to="/tastings">
            Taste
          </Link>
          <Link className="btn btn-quiet" to="/stash/labels">
            <Printer size={16} aria-hidden /> Labels
          </Link>
          <button type="button" className="btn btn-quiet" onClick={() => setArranging(true)}>
            Shelves
          </button>
        </span>
      </header>
      <Pending query={query} words="Opening the stash …" />
      {stash && (
        <>
          <Sentence {...stashSentence(stash)} />
          <div className={wide ? "mt-3 grid grid-cols-[minmax(0,1fr)_320px] items-start gap-5" : "mt-3"}>
            <div className="grid gap-5">
              {stash.shelves.map((shelf) => (
                <ShelfBoard key={shelf.id} stash={stash} shelf={shelf} chosen={chosen} onChoose={choose} />
              ))}
              <OpenedGoods now={stash.now} />
              <Waste />
            </div>
            {wide && card && <aside aria-label="What is chosen">{card}</aside>}
          </div>
          {!wide && (
            <Sheet
              open={!!asked}
              onOpenChange={(open) => !open && choose(undefined)}
              title={asked?.batch.name ?? ""}
              returnFocus={() => document.getElementById(last.current)?.focus()}
            >
              {card}
            </Sheet>
          )}
        </>
      )}
      {arranging && stash && (
        <Suspense>
          <ShelvesSheet shelves={stash.shelves} onClose={() => setArranging(false)} />
        </Suspense>
      )}
    </div>
  );
}

function Sentence({ first, more }: { first: string; more: string }) {
  return (
    <p className="mt-1 text-lead" data-sentence>
      <b>{first}</b> {more}
    </p>
  );
}
