import { useQuery } from "@tanstack/react-query";
import { Slider } from "radix-ui";
import { useDeferredValue, useState } from "react";
import { swapsPreviewQuery, swapsQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { benchBody, withParts } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { change, grams, kcal } from "@/domain/format";
import { Problem } from "@/domain/problem";
import { Pending } from "@/features/common/Pending";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import { Exclusions } from "./Exclusions";
import { PreviewPanel, ToPreview } from "./PreviewPanel";

type Offer = Schemas["SwapSuggestion"];

interface SwapsProps {
  store: DraftStore;
  currency: string;
}

const keyOf = (offer: Offer) => `${offer.line_id} ${offer.swap.slug}`;

/** One food for another: what each line may become, what that does to a piece, and several swaps looked at together. */
export default function Swaps({ store, currency }: SwapsProps) {
  const draft = useDraft(store, (state) => state.draft);
  const tell = useNotice();
  const [aim, setAim] = useState("");
  const [picked, setPicked] = useState<ReadonlyMap<string, number>>(new Map());
  const body = benchBody(draft);
  const query = useQuery(swapsQuery(body));
  const offers = query.data?.offers ?? [];
  const chosen = offers.filter((offer) => picked.has(keyOf(offer)));
  const uses = chosen.map((offer) => ({
    swap: offer.swap.slug,
    line_id: offer.line_id,
    share: picked.get(keyOf(offer)) ?? offer.most_share,
  }));
  const asked = useDeferredValue(uses);
  const preview = useQuery({
    ...swapsPreviewQuery({ ...body, uses: asked }),
    enabled: asked.length > 0,
    placeholderData: (before) => (asked.length ? before : undefined),
  });
  const problem = preview.error instanceof Problem ? preview.error.detail : preview.error?.message;

  function pick(offer: Offer, share: number | null) {
    const next = new Map(picked);
    if (share === null) next.delete(keyOf(offer));
    else next.set(keyOf(offer), share);
    setPicked(next);
  }

  function apply({ parts, method }: Schemas["Preview"]) {
    store.edit((now) => withParts(now, parts, method.method));
    setPicked(new Map());
    tell(chosen.length === 1 ? "Swapped." : `${chosen.length} swaps made.`, {
      label: "Undo",
      run: () => store.undo(),
    });
  }

  const lines = [...new Set(offers.map((offer) => offer.line_id))];
  return (
    <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
      <section aria-label="Swaps by line" className="min-w-0">
        <Exclusions store={store} currency={currency} />
        <fieldset className="flex flex-wrap items-center gap-1">
          <legend className="sr-only">What for</legend>
          {["", ...(query.data?.aims ?? [])].map((each) => (
            <button
              key={each}
              type="button"
              className={`btn ${aim === each ? "" : "btn-quiet"} md:!min-h-7.5 !px-2.5 !py-0.5`}
              aria-pressed={aim === each}
              onClick={() => setAim(each)}
            >
              {each || "any aim"}
            </button>
          ))}
        </fieldset>
        <Pending query={query} words="Looking for swaps …" />
        {query.isSuccess && lines.length === 0 && (
          <p className="mt-4 text-soft">
            No line here has a swap yet. Swaps are known for flours, fats, sugar, eggs, dairy, chocolate and the like.
          </p>
        )}
        {aim && lines.length > 0 && !offers.some((offer) => offer.aims.includes(aim as Schemas["Aim"])) && (
          <p className="mt-4 text-soft">
            No swap of these lines makes for {aim}: it is so already, or the catalogue has none.
          </p>
        )}
        {lines.map((line, number) => (
          <LineSwaps
            key={line}
            first={number === 0}
            offers={offers.filter(
              (offer) => offer.line_id === line && (!aim || offer.aims.includes(aim as Schemas["Aim"])),
            )}
            all={aim !== ""}
            picked={picked}
            onPick={pick}
          />
        ))}
      </section>
      {chosen.length > 0 && <ToPreview to="swap-preview" preview={problem ? undefined : preview.data} />}
      <aside
        id="swap-preview"
        className="card sticky top-0 p-4"
        aria-label="What the swaps would do"
        aria-live="polite"
      >
        <h2>{chosen.length ? "Before you swap" : "Pick a swap"}</h2>
        {!chosen.length && (
          <p className="mt-1 text-soft">
            Tick one or several: what they do to a piece, together, shows here before anything changes.
          </p>
        )}
        {problem && chosen.length > 0 && (
          <p role="alert" className="mt-2 text-stop">
            {problem}
          </p>
        )}
        {chosen.length > 0 && !problem && preview.data && (
          <div className={`mt-2 ${preview.isPlaceholderData ? "opacity-60" : ""}`}>
            <PreviewPanel preview={preview.data} currency={currency}>
              <MovesWithIt offers={chosen} />
              <button
                type="button"
                className="btn justify-self-start"
                disabled={preview.isPlaceholderData || preview.isFetching}
                onClick={() => preview.data && apply(preview.data)}
              >
                {chosen.length === 1 ? "Swap it" : `Make these ${chosen.length} swaps`}
              </button>
            </PreviewPanel>
          </div>
        )}
      </aside>
    </div>
  );
}

interface LineSwapsProps {
  first: boolean;
  offers: Offer[];
  all: boolean;
  picked: ReadonlyMap<string, number>;
  onPick: (offer: Offer, share: number | null) => void;
}

function LineSwaps({ first, offers, all, picked, onPick }: LineSwapsProps) {
  const [top] = offers;
  if (!top) return null;
  const open = offers.filter((offer) => !offer.not_for.length);
  const ruledOut = offers.filter((offer) => offer.not_for.length > 0);
  const best = Math.min(0, ...open.map((offer) => offer.energy_kcal));
  return (
    <details className="card mt-3 px-3 py-2" open={first || all || offers.some((offer) => picked.has(keyOf(offer)))}>
      <summary className="cursor-pointer">
        <b>{top.line}</b>{" "}
        <span className="text-note text-soft">
          {offers.length === 1 ? "1 swap" : `${offers.length} swaps`}
          {best < -1 && `, up to ${change(best, kcal)} kcal a piece`}
        </span>
      </summary>
      <p aria-hidden className="mt-1 grid grid-cols-[1fr_70px_74px] gap-x-2 text-right text-mini text-soft">
        <span>a piece:</span>
        <span>energy</span>
        <span>protein</span>
      </p>
      <ul>
        {open.map((offer) => (
          <OfferRow key={keyOf(offer)} offer={offer} share={picked.get(keyOf(offer))} onPick={onPick} />
        ))}
      </ul>
      {ruledOut.length > 0 && (
        <details className="mt-1 text-note text-soft">
          <summary className="cursor-pointer">Why not {ruledOut.map((offer) => offer.target).join(", ")}</summary>
          <ul className="mt-1 grid gap-1">
            {ruledOut.flatMap((offer) => offer.not_for.map((why) => <li key={`${keyOf(offer)} ${why}`}>{why}</li>))}
          </ul>
        </details>
      )}
    </details>
  );
}

interface OfferRowProps {
  offer: Offer;
  share: number | undefined;
  onPick: (offer: Offer, share: number | null) => void;
}

function OfferRow({ offer, share, onPick }: OfferRowProps) {
  const { swap } = offer;
  const part = share ?? offer.most_share;
  return (
    <li className="border-t border-rim py-1.5">
      <label className="grid cursor-pointer grid-cols-[20px_minmax(0,1fr)_70px_74px] items-baseline gap-x-2">
        <input
          type="checkbox"
          className="translate-y-0.5 accent-enamel"
          checked={share !== undefined}
          onChange={(event) => onPick(offer, event.target.checked ? offer.most_share : null)}
        />
        <span>
          {offer.target}
          <span className="text-soft"> {offer.target_g >= 0.05 && `${grams(offer.target_g)} g`}</span>
          {offer.most_share < 1 && (
            <span className="block text-small">
              Replaces up to {Math.round(offer.most_share * 100)} % of the {offer.replaces}
            </span>
          )}
          <span className="block text-small text-soft">{swap.effects}</span>
        </span>
        <span className="text-right text-note">{change(offer.energy_kcal, kcal)} kcal</span>
        <span className="text-right text-note text-protein-ink">{change(offer.protein_g, grams)} g</span>
      </label>
      {share !== undefined && offer.most_share > 0.05 && !swap.whole_part && (
        <div className="mt-1 flex items-center gap-3 pl-7 text-note">
          <Slider.Root
            className="relative flex h-5 w-55 touch-none items-center"
            min={5}
            max={Math.round(offer.most_share * 100)}
            step={5}
            value={[Math.round(part * 100)]}
            onValueChange={([value]) => onPick(offer, Math.min(offer.most_share, (value ?? 100) / 100))}
          >
            <Slider.Track className="relative h-1.5 grow rounded bg-sunk">
              <Slider.Range className="absolute h-full rounded bg-enamel" />
            </Slider.Track>
            <Slider.Thumb
              className="block size-5 rounded-full border-2 border-enamel bg-card"
              aria-label={`Share of ${offer.line} that becomes ${offer.target}, per cent`}
            />
          </Slider.Root>
          <span>{Math.round(part * 100)} % of the line</span>
        </div>
      )}
    </li>
  );
}

/** Steps and cautions that go with the chosen swaps. */
function MovesWithIt({ offers }: { offers: Offer[] }) {
  const told = offers.filter(({ swap }) => swap.steps || swap.caution);
  return (
    <div className="text-small">
      {told.length > 0 && (
        <ul className="grid gap-1">
          {told.map((offer) => (
            <li key={keyOf(offer)}>
              <b>{offer.target}:</b> {offer.swap.steps}
              {offer.swap.caution && (
                <span className="text-caution">
                  {offer.swap.steps && "; "}
                  {offer.swap.caution}
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      <p className="mt-1 text-soft">Rules: {[...new Set(offers.map(({ swap }) => swap.source))].join("; ")}.</p>
    </div>
  );
}
