import { useQuery } from "@tanstack/react-query";
import { Slider } from "radix-ui";
import { Fragment, useDeferredValue, useState } from "react";
import { sweetenersPreviewQuery, sweetenersQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { benchBody, withParts } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { grams, kcal, money } from "@/domain/format";
import { parseNumber } from "@/domain/numbers";
import { Pending } from "@/features/common/Pending";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import { PreviewPanel, ToPreview } from "./PreviewPanel";

type Option = Schemas["SweetenerOption"];
type Share = Schemas["BlendShare"];

interface SweetenersProps {
  store: DraftStore;
  currency: string;
}

const SORTS = [
  ["energy", "least energy first"],
  ["carbohydrate", "least net carbohydrate first"],
  ["bulk", "most bulk first"],
  ["cost", "cheapest first"],
] as const;

const RANK: Record<string, (option: Option) => number> = {
  energy: (option) => option.energy_kcal,
  carbohydrate: (option) => option.net_carbohydrate_g,
  bulk: (option) => option.bulk_lost_g,
  cost: (option) => option.cost ?? Number.POSITIVE_INFINITY,
};

const nameOf = (option: Option) => option.shares.map(({ slug, share }) => `${slug} ${share.toFixed(3)}`).join(" ");

/** Every sweetener in place of what sweetens now, each as sweet as that, with all that comes with it. */
export default function Sweeteners({ store, currency }: SweetenersProps) {
  const draft = useDraft(store, (state) => state.draft);
  const tell = useNotice();
  const [sort, setSort] = useState("energy");
  const [blend, setBlend] = useState<Share[]>([]);
  const [picked, setPicked] = useState("");
  const [fill, setFill] = useState(true);
  const [kept, setKept] = useState(0);
  const [form, setForm] = useState("");
  const kept_share = useDeferredValue(kept) / 100;
  const body = benchBody(draft);
  const blends = blend.length > 1 && blend.every((each) => each.slug) ? [{ shares: blend }] : [];
  const query = useQuery(sweetenersQuery({ ...body, blends, kept_share }));
  const options = query.data?.options ?? [];
  const chosen = options.find((option) => nameOf(option) === picked);
  const preview = useQuery({
    ...sweetenersPreviewQuery({ ...body, blend: { shares: chosen?.shares ?? [] }, fill, kept_share }),
    enabled: !!chosen,
    placeholderData: (before) => (chosen ? before : undefined),
  });
  const now = query.data?.now;

  function apply({ parts, method }: Schemas["Preview"]) {
    store.edit((was) => withParts(was, parts, method.method));
    setPicked("");
    tell(`Sweetened with ${chosen?.name}.`, { label: "Undo", run: () => store.undo() });
  }

  if (query.isSuccess && !options.length) {
    return (
      <p className="mt-4 text-soft">
        {now?.unknown.length
          ? `Cannot say: no sweetness for ${now.unknown.join(" and ")}. A pack often says "as sweet as sugar".`
          : "Nothing sweetens this formula yet. Add a line of sugar or of a sweetener, and all others stand beside it here."}
      </p>
    );
  }
  const forms = [...new Set(options.flatMap((option) => option.forms))];
  const rows = options
    .filter((option) => !form || option.forms.includes(form as Option["forms"][number]))
    .sort((one, other) => (RANK[sort]?.(one) ?? 0) - (RANK[sort]?.(other) ?? 0));
  return (
    <div className="mt-3 grid items-start gap-5 xl:grid-cols-[minmax(0,1fr)_340px]">
      <section aria-label="Sweeteners side by side" className="min-w-0">
        {now && (
          <p>
            As sweet as <b>{grams(now.sugar_g)} g of sugar</b>, by {now.lines.join(", ")}: {kcal(now.energy_kcal)} kcal
            a piece.
            {now.unknown.length > 0 && (
              <span className="text-caution"> Without {now.unknown.join(", ")}: no sweetness is known.</span>
            )}
          </p>
        )}
        <Pending query={query} words="Setting sweeteners side by side …" />
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <Select label="Order" value={sort} options={SORTS} onChange={(value) => setSort(value || "energy")} />
          <Select
            label="Form"
            value={form}
            options={[["", "any form"], ...forms.map((each) => [each, each] as const)]}
            onChange={setForm}
          />
          <BlendFields options={options} blend={blend} onChange={setBlend} />
        </div>
        <div className="mt-2 flex max-w-120 items-center gap-3 text-note">
          <span id="sugar-kept">Sugar kept</span>
          <Slider.Root
            className="relative flex h-6 flex-1 touch-none items-center"
            min={0}
            max={90}
            step={10}
            value={[kept]}
            onValueChange={([value]) => value !== undefined && setKept(value)}
          >
            <Slider.Track className="relative h-1.5 grow rounded bg-window">
              <Slider.Range className="absolute h-full rounded bg-enamel" />
            </Slider.Track>
            <Slider.Thumb
              className="block size-6 rounded-full border-2 border-enamel bg-card"
              aria-labelledby="sugar-kept"
              aria-valuetext={`${kept} % of what sweetens it now stays`}
            />
          </Slider.Root>
          <b className="w-12 text-right">{kept} %</b>
        </div>
        {/* A wide table scrolls by itself, by keys too. */}
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls has to be reached by keys */}
        <section className="card mt-2 overflow-x-auto" aria-label="Table of sweeteners" tabIndex={0}>
          <table className="w-full min-w-190 text-note">
            <thead className="text-mini text-soft">
              <tr className="border-b border-rim text-right [&>th]:px-2 [&>th]:py-2 [&>th]:font-semibold">
                <th scope="col" className="text-left">
                  In its place
                </th>
                <th scope="col">Grams</th>
                <th scope="col">kcal a piece</th>
                <th scope="col">Net carb. a piece</th>
                <th scope="col">Bulk lost</th>
                <th scope="col" className="text-left">
                  Browns
                </th>
                <th scope="col" className="text-left">
                  Taste
                </th>
                <th scope="col" className="text-left">
                  Per piece and usual tolerance
                </th>
                <th scope="col">Costs</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((option) => (
                <OptionRow
                  key={nameOf(option)}
                  option={option}
                  picked={nameOf(option) === picked}
                  currency={currency}
                  onPick={() => setPicked(nameOf(option))}
                />
              ))}
            </tbody>
          </table>
        </section>
        <p className="mt-2 text-small text-soft">
          Sweetness by handbook ranges; a packet is as sweet as 2 tsp of sugar. What an adult tolerates is a rough
          figure, and less for children; who has trouble with it asks a doctor or dietitian.
        </p>
      </section>
      {chosen && <ToPreview to="sweetener-preview" preview={preview.data} />}
      <aside
        id="sweetener-preview"
        className="card sticky top-0 p-4"
        aria-label="What this sweetener would do"
        aria-live="polite"
      >
        <h2>{chosen ? chosen.name : "Pick a sweetener"}</h2>
        {!chosen && <p className="mt-1 text-soft">What it does to a piece shows here before anything changes.</p>}
        {chosen && (
          <div className="mt-1 text-note">
            <p>{chosen.use}.</p>
            {chosen.asks && <p className="font-semibold">{chosen.asks}</p>}
            {chosen.cautions.map((caution) => (
              <p key={caution} className="text-caution first-letter:uppercase">
                {caution}.
              </p>
            ))}
            <p className="text-soft">
              Or {chosen.packet_count.toFixed(0)} table-top packets.
              {chosen.filled_by && ` To make up for its bulk: ${chosen.filled_by}.`}
            </p>
            {chosen.filled_by && (
              <label className="mt-1 flex items-center gap-2">
                <input
                  type="checkbox"
                  className="accent-enamel"
                  checked={fill}
                  onChange={(event) => setFill(event.target.checked)}
                />
                fill half of the bulk with inulin
              </label>
            )}
          </div>
        )}
        {chosen && preview.data && (
          <div className={`mt-2 ${preview.isPlaceholderData ? "opacity-60" : ""}`}>
            <PreviewPanel preview={preview.data} currency={currency}>
              <button
                type="button"
                className="btn justify-self-start"
                disabled={preview.isPlaceholderData || preview.isFetching}
                onClick={() => preview.data && apply(preview.data)}
              >
                Sweeten with it
              </button>
            </PreviewPanel>
          </div>
        )}
      </aside>
    </div>
  );
}

interface OptionRowProps {
  option: Option;
  picked: boolean;
  currency: string;
  onPick: () => void;
}

function OptionRow({ option, picked, currency, onPick }: OptionRowProps) {
  return (
    <tr className={`border-b border-rim text-right align-top [&>td]:px-2 [&>td]:py-1 ${picked ? "bg-sunk" : ""}`}>
      <th scope="row" className="max-w-57.5 px-2 py-1 text-left font-normal">
        <button
          type="button"
          className="text-left font-semibold text-enamel-ink"
          aria-pressed={picked}
          onClick={onPick}
        >
          {option.name}
        </button>
        {option.here && <span className="ml-1 text-small text-soft">in it now</span>}
      </th>
      <td>{option.batch_g < 1 ? option.batch_g.toFixed(2) : grams(option.batch_g)}</td>
      <td className="font-semibold">{kcal(option.energy_kcal)}</td>
      <td>{grams(option.net_carbohydrate_g)} g</td>
      <td className={option.filled_by ? "text-caution" : ""}>
        {option.bulk_lost_g > 0.5 ? `${grams(option.bulk_lost_g)} g` : "none"}
      </td>
      <td className="text-left">{option.browns}</td>
      <td className="text-left text-small">
        {[option.cooling && `cools ${option.cooling}`, option.aftertaste && `aftertaste ${option.aftertaste}`]
          .filter(Boolean)
          .join("; ") || "clean"}
      </td>
      <td className="text-left text-small whitespace-nowrap">
        {option.loads.map((load, place) => (
          <Fragment key={load.name}>
            {place > 0 && <br />}
            <span className={load.piece_g > load.tolerance_g / 2 ? "text-caution" : ""} title={load.source}>
              {load.piece_g < 1 ? load.piece_g.toFixed(2) : grams(load.piece_g)} of about {grams(load.tolerance_g)} g
            </span>
          </Fragment>
        ))}
      </td>
      <td>{option.cost === null ? "" : money(option.cost, currency)}</td>
    </tr>
  );
}

interface BlendFieldsProps {
  options: Option[];
  blend: Share[];
  onChange: (blend: Share[]) => void;
}

/** A blend: two to four sweeteners by the share of the sweetness that each has. */
function BlendFields({ options, blend, onChange }: BlendFieldsProps) {
  const single = options.filter((option) => option.shares.length === 1);
  const slugs = single.map((option) => [option.shares[0]?.slug ?? "", option.name] as const);
  if (!blend.length) {
    return (
      <button
        type="button"
        className="btn btn-quiet"
        onClick={() =>
          onChange([
            { slug: "erythritol", share: 70 },
            { slug: "stevia_extract", share: 30 },
          ])
        }
      >
        Set a blend beside them
      </button>
    );
  }
  const put = (place: number, to: Partial<Share>) =>
    onChange(blend.map((each, at) => (at === place ? { ...each, ...to } : each)));
  return (
    <fieldset className="flex flex-wrap items-center gap-2">
      <legend className="sr-only">Blend</legend>
      {blend.map((each, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the place in the blend is what a row is
        <span key={place} className="flex items-center gap-1">
          <input
            className="field !w-14.5 text-right"
            aria-label={`Share of the sweetness, ${each.slug.replaceAll("_", " ")}`}
            inputMode="numeric"
            value={each.share}
            onChange={(event) => {
              const share = parseNumber(event.target.value);
              if (share > 0 && share <= 100) put(place, { share });
            }}
          />
          <Select
            label={`Sweetener ${place + 1} of the blend`}
            value={each.slug}
            options={slugs.filter(([slug]) => slug === each.slug || !blend.some((other) => other.slug === slug))}
            onChange={(slug) => slug && put(place, { slug })}
          />
        </span>
      ))}
      {blend.length < 4 && (
        <button
          type="button"
          className="btn btn-bare"
          onClick={() => {
            const free = slugs.find(([slug]) => !blend.some((each) => each.slug === slug));
            if (free) onChange([...blend, { slug: free[0], share: 20 }]);
          }}
        >
          One more
        </button>
      )}
      <button type="button" className="btn btn-bare" onClick={() => onChange([])}>
        No blend
      </button>
    </fieldset>
  );
}
