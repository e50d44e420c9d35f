import { useMutation, useQuery } from "@tanstack/react-query";
import { Slider } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import { api, data } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { reachChoicesQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { benchBody, sameDough, withParts } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { grams } from "@/domain/format";
import { pressId } from "@/domain/ids";
import { parseNumber } from "@/domain/numbers";
import { Problem } from "@/domain/problem";
import type { Evaluated } from "@/features/bench/useBench";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import { AllowFood, type Food } from "./AllowFood";
import { AnswerCard } from "./AnswerCard";
import { Cuts } from "./Cuts";
import { type Held, HeldLines } from "./HeldLines";

const TradeOff = lazy(() => import("./TradeOff"));

type Wish = Schemas["WishBody"];
type Reached = Schemas["ReformulationView"];

type Figure = Schemas["WishFigure"];

interface ReachProps {
  store: DraftStore;
  worked: Evaluated;
}

/** Say what a piece shall be, get the amounts: wishes as sentences, what may change, answers as cards. */
export default function Reformulate({ store, worked }: ReachProps) {
  const draft = useDraft(store, (state) => state.draft);
  const tell = useNotice();
  const kitchen = useQuery(kitchenQuery);
  const [wishes, setWishes] = useState<Wish[]>(() => usual(worked.view.piece));
  const [held, setHeld] = useState<ReadonlyMap<string, Held>>(new Map());
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [more, setMore] = useState<Food[]>([]);
  const [bans, setBans] = useState<string[]>([]);
  const [lifted, setLifted] = useState<Schemas["Limit"][]>([]);
  const [options, setOptions] = useState({
    whole_eggs: true,
    sure: false,
    keep_mass: true,
    beyond_tolerance: false,
    at_home: false,
  });
  const body = benchBody(draft);
  const choices = useQuery(reachChoicesQuery(body));
  const lines = draft.parts.flatMap((part) => part.lines);
  const candidates = [...(choices.data?.usual ?? []), ...more];
  const asked = {
    ...body,
    ...options,
    wishes,
    bans,
    lifted,
    holds: lines.flatMap((line) => {
      const hold = held.get(line.id);
      return hold ? [{ line_id: line.id, ...hold }] : [];
    }),
    allowed: left.size || more.length ? candidates.map((each) => each.slug).filter((slug) => !left.has(slug)) : null,
  };
  const find = useMutation({
    mutationFn: async () => ({
      of: draft,
      reached: await data(api.POST("/api/v1/bench/reformulation", { body: asked })),
    }),
  });
  // Answers are of the formula that was asked about, and would undo what has been changed in it since.
  const reached = find.data && sameDough(find.data.of, draft) ? find.data.reached : null;
  const limits = useMutation({
    mutationFn: () => data(api.POST("/api/v1/bench/reformulation/limits", { body: asked })),
  });
  const keep = useMutation({
    mutationFn: async ({ id, name }: { id: string; name: string }) => {
      await store.flush();
      const params = { path: { formula_id: store.id } };
      return data(api.POST("/api/v1/formulas/{formula_id}/versions", { params, body: { id, name } }));
    },
    onSuccess: () => tell("It is on the Bench, and kept as a version.", { label: "Undo", run: () => store.undo() }),
    onError: (error) => tell(error instanceof Problem ? error.detail : String(error)),
  });
  const problem = [find.error, limits.error].map((error) => (error instanceof Problem ? error.detail : error?.message));

  function put(answer: Schemas["AnswerView"], version: boolean) {
    // Steps that were written meanwhile stay as they were written.
    const followed = find.data?.of.method === draft.method ? answer.method.method : draft.method;
    store.edit((now) => withParts(now, answer.parts, followed));
    const name = (reached?.wished ?? []).join(", ").slice(0, 80);
    if (version) keep.mutate({ id: pressId("version", store.id, name), name });
    else tell("It is on the Bench.", { label: "Undo", run: () => store.undo() });
    find.reset();
  }

  /** An answer with the batch cut otherwise. */
  function cutTo({ grid, answer }: Schemas["CutView"]) {
    const pieces = grid.row_count * grid.column_count;
    // Pieces that were counted are of the cut before.
    const cut = { cuts: `${grid.row_count}x${grid.column_count}`, made_count: null };
    store.edit((now) => ({
      ...withParts(now, answer.parts, answer.method.method),
      pieces,
      production: { ...now.production, ...(now.production.by === "cuts" ? cut : { made_count: null }) },
    }));
    tell(`It is on the Bench, in ${pieces} pieces.`, { label: "Undo", run: () => store.undo() });
    find.reset();
  }

  const change = (place: number, to: Partial<Wish>) =>
    setWishes(wishes.map((wish, at) => (at === place ? { ...wish, ...to } : wish)));
  // Limits come in the order of the wishes that are figures.
  const figures = wishes.filter((each) => !each.claim_of && !each.way);
  const figureOf = (name: string) => choices.data?.figures.find((each) => each.name === name);
  const free = (choices.data?.figures ?? []).filter(({ name }) => !wishes.some((wish) => wish.name === name));
  const bites = (choices.data?.character ?? []).filter(({ name }) => !wishes.some((wish) => wish.name === name));
  const rules = choices.data?.claims ?? [];
  const claims = rules.flatMap(({ claim_of, where, names }) =>
    names.map((name) => [`${claim_of}:${name}`, `“${name}” ${where}`] as const),
  );
  return (
    <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,450px)_minmax(0,1fr)]">
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          find.mutate();
        }}
      >
        <fieldset className="card grid gap-2 p-4">
          <legend className="sr-only">What a piece shall be</legend>
          <h2>A piece shall have</h2>
          <ul className="grid gap-2">
            {wishes.map((wish, place) => (
              <li key={`${wish.claim_of} ${wish.name} ${wish.per_100g}`}>
                <WishRow
                  wish={wish}
                  figure={figureOf(wish.name)}
                  where={rules.find((each) => each.claim_of === wish.claim_of)?.where ?? ""}
                  bite={choices.data?.character.find((each) => each.name === wish.name && each.way === wish.way)?.words}
                  onChange={(to) => change(place, to)}
                  onRemove={() => {
                    setWishes(wishes.filter((_, at) => at !== place));
                    limits.reset();
                  }}
                />
                {limits.data && figures.includes(wish) && (
                  <Limit
                    wish={wish}
                    reach={limits.data[figures.indexOf(wish)]}
                    onChange={(value) => change(place, { value })}
                  />
                )}
              </li>
            ))}
          </ul>
          <div className="flex flex-wrap gap-2">
            <Select
              label="Wish for something more"
              value=""
              options={[
                ["", "and …"],
                ...free.map(({ name, words }) => [name, words] as const),
                ...bites.map(({ name, way, words }) => [`bite:${name}:${way}`, words] as const),
                ...claims,
              ]}
              onChange={(chosen) => {
                if (!chosen) return;
                setWishes([...wishes, newWish(chosen, figureOf(chosen), worked.view.piece)]);
                limits.reset();
              }}
            />
            <button type="button" className="btn btn-bare" disabled={limits.isPending} onClick={() => limits.mutate()}>
              {limits.isPending ? "Looking …" : "How far can each go?"}
            </button>
          </div>
          <p className="text-note text-soft">
            And still be this dessert: its crumb bakes, it stays as sweet within 15 %, bites as now within a touch, and
            nothing goes without something in its place.
          </p>
          {!!choices.data?.limits.length && (
            <details>
              <summary className="cursor-pointer text-note">
                What may give way <span className="text-soft">{lifted.length > 0 && `· ${lifted.length} lifted`}</span>
              </summary>
              {choices.data.limits.map(({ limit, words }) => (
                <label key={limit} className="flex items-baseline gap-2 text-note">
                  <input
                    type="checkbox"
                    className="accent-enamel"
                    checked={lifted.includes(limit)}
                    onChange={(event) =>
                      setLifted(event.target.checked ? [...lifted, limit] : lifted.filter((each) => each !== limit))
                    }
                  />
                  {words}
                </label>
              ))}
            </details>
          )}
        </fieldset>
        <HeldLines draft={draft} worked={worked} held={held} onChange={setHeld} />
        <details className="card px-4 py-2">
          <summary className="cursor-pointer font-semibold">What may come in</summary>
          <ul className="mt-1 grid grid-cols-2 gap-x-3">
            {candidates.map((each) => (
              <li key={each.slug}>
                <label className="flex items-baseline gap-2 py-0.5 text-note">
                  <input
                    type="checkbox"
                    className="accent-enamel"
                    checked={!left.has(each.slug)}
                    onChange={(event) => {
                      const next = new Set(left);
                      if (event.target.checked) next.delete(each.slug);
                      else next.add(each.slug);
                      setLeft(next);
                    }}
                  />
                  {each.name}
                </label>
              </li>
            ))}
          </ul>
          <AllowFood
            taken={candidates.map((each) => each.slug)}
            onAllow={(food) => setMore((before) => [...before, food])}
          />
          <div className="mt-2 flex flex-wrap items-center gap-2">
            <Select
              label="Must not contain"
              value=""
              options={[
                ["", "must not contain …"],
                ...(kitchen.data?.allergens ?? [])
                  .filter((name) => !bans.includes(name))
                  .map((name) => [name, name] as const),
              ]}
              onChange={(name) => name && setBans([...bans, name])}
            />
            {bans.map((name) => (
              <button
                key={name}
                type="button"
                className="btn btn-quiet"
                aria-label={`May contain ${name} again`}
                onClick={() => setBans(bans.filter((each) => each !== name))}
              >
                no {name} ×
              </button>
            ))}
          </div>
        </details>
        <fieldset className="grid gap-1 text-note">
          <legend className="sr-only">How to look for it</legend>
          {(
            [
              ["whole_eggs", "eggs whole"],
              ["keep_mass", "about as much dough as now"],
              ["at_home", "only what is at home"],
              ["sure", "sure in 95 of 100, not only on average"],
              ["beyond_tolerance", "a piece may hold more sweetener than is usually tolerated"],
            ] as const
          ).map(([name, words]) => (
            <label key={name} className="flex items-baseline gap-2">
              <input
                type="checkbox"
                className="accent-enamel"
                checked={options[name]}
                onChange={(event) => setOptions({ ...options, [name]: event.target.checked })}
              />
              {words}
            </label>
          ))}
        </fieldset>
        {problem.filter(Boolean).map((each) => (
          <p key={each} role="alert" className="text-stop">
            {each}
          </p>
        ))}
        <button type="submit" className="btn justify-self-start" disabled={find.isPending || !wishes.length}>
          {find.isPending ? "Looking for amounts …" : "Find amounts"}
        </button>
      </form>
      <section aria-label="Answers" aria-live="polite" className="grid gap-4">
        {reached ? (
          <Answers reached={reached} now={worked.view} onPut={put} />
        ) : (
          <p className="text-soft">
            {find.data && "The formula has changed since; find amounts again. "}
            Up to three different ways there, nearest to your own first, each checked as it is written before it is
            shown.
          </p>
        )}
        <Cuts asked={asked} now={worked.view} onPut={cutTo} />
        <Suspense fallback={<p className="text-soft">Drawing …</p>}>
          <TradeOff asked={asked} now={worked.view.piece} onPut={(answer) => put(answer, false)} />
        </Suspense>
      </section>
    </div>
  );
}

interface AnswersProps {
  reached: Reached;
  now: Schemas["EvaluatedView"];
  onPut: (answer: Schemas["AnswerView"], version: boolean) => void;
}

function Answers({ reached, now, onPut }: AnswersProps) {
  const met = reached.status === "met";
  return (
    <>
      {!met && (
        <div className="border-l-4 border-caution bg-caution-ground px-3 py-2" role="status" data-clash>
          <b>{reached.sentence}</b>
          {reached.answers.length > 0 && " The nearest that can be had stands below."}
          {reached.far.map((far) => (
            <p key={far.wish} className="text-note">
              “{far.wish}” goes as far as {grams(far.wish.startsWith("at least") ? far.high : far.low)} by itself, and
              is still this dessert.
            </p>
          ))}
          {reached.lifting.length > 0 && (
            <p className="text-note">It could be if {reached.lifting.join("; or if ")}.</p>
          )}
        </div>
      )}
      {reached.stopped && <p className="text-caution">The time was up; there may be a nearer one.</p>}
      {reached.answers.map((answer, place) => (
        <AnswerCard
          key={answer.words.join()}
          title={met ? `${WAYS[place] ?? "Another"} way` : "The nearest"}
          answer={answer}
          now={now}
          onPut={onPut}
        />
      ))}
      {reached.remarks.map((remark) => (
        <p key={remark} className="text-note text-soft">
          {remark}
        </p>
      ))}
    </>
  );
}

const WAYS = ["The nearest", "A second", "A third"];

/** The wishes to begin with: a little less energy, a little more protein than now. */
function usual(piece: Schemas["FiguresView"]): Wish[] {
  return [
    wish("energy_kcal", Math.max(10, Math.round((piece.energy_kcal * 0.85) / 5) * 5)),
    wish("protein_g", Math.max(1, Math.round(piece.protein_g * 1.2)), true),
  ];
}

const wish = (name: string, value: number, at_least = false): Wish => ({
  name,
  value,
  at_least,
  per_100g: false,
  claim_of: "",
  way: "",
});

function newWish(chosen: string, figure: Figure | undefined, piece: Schemas["FiguresView"]): Wish {
  const [rules, claim, way] = chosen.split(":");
  if (rules === "bite" && claim && way) return { ...wish(claim, 0), way };
  if (rules && claim) return { ...wish(claim, 0), claim_of: rules };
  const now = piece[chosen as keyof Schemas["FiguresView"]];
  const value = chosen === "sugar_kept_percent" ? 50 : typeof now === "number" ? Math.round(now) : usualOf(figure);
  return wish(chosen, value, figure?.at_least);
}

const usualOf = (figure: Figure | undefined) => (figure?.unit === "%" ? 20 : 1);

interface WishRowProps {
  wish: Wish;
  /** What it is about; undefined for a claim, and until the server has told. */
  figure: Figure | undefined;
  /** Where the rules of a claim hold, as in "in Europe". */
  where: string;
  /** The words of a wish for character; undefined for any other. */
  bite: string | undefined;
  onChange: (to: Partial<Wish>) => void;
  onRemove: () => void;
}

function WishRow({ wish, figure, where, bite, onChange, onRemove }: WishRowProps) {
  const { words = wish.name.replace(/_(g|kcal)$/, ""), unit = "" } = figure ?? {};
  const [text, setText] = useState(String(wish.value));
  const shown = parseNumber(text) === wish.value ? text : String(wish.value);
  if (wish.claim_of || wish.way) {
    return (
      <div className="flex items-center gap-2">
        <span className="flex-1">
          {wish.way ? `a bite that is ${bite ?? wish.name}` : `the right to be called “${wish.name}” ${where}`}
        </span>
        <Remove words={wish.name} onRemove={onRemove} />
      </div>
    );
  }
  return (
    <div className="flex flex-wrap items-center gap-x-1.5 gap-y-1">
      <Select
        label={`Most or least ${words}`}
        value={wish.at_least ? "least" : "most"}
        options={[
          ["most", "at most"],
          ["least", "at least"],
        ]}
        onChange={(value) => onChange({ at_least: value === "least" })}
      />
      <input
        className="field !w-16 !px-2 text-right"
        aria-label={`${words}${unit ? `, ${unit}` : ""}`}
        inputMode="decimal"
        value={shown}
        onChange={(event) => {
          setText(event.target.value);
          const value = parseNumber(event.target.value);
          if (event.target.value.trim() && value >= 0 && value <= 100_000) onChange({ value });
        }}
      />
      <span className="flex-1 whitespace-nowrap">
        {unit} {wish.name === "energy_kcal" ? "" : `of ${words}`.replace("of its sugar kept", "of its sugar")}
      </span>
      {wish.name !== "sugar_kept_percent" && (
        <Select
          label={`What ${words} is for`}
          value={wish.per_100g ? "100" : "piece"}
          options={[
            ["piece", "a piece"],
            ["100", "100 g"],
          ]}
          onChange={(value) => onChange({ per_100g: value === "100" })}
        />
      )}
      <Remove words={words} onRemove={onRemove} />
    </div>
  );
}

function Remove({ words, onRemove }: { words: string; onRemove: () => void }) {
  return (
    <button type="button" className="btn btn-bare" aria-label={`No wish about ${words}`} onClick={onRemove}>
      ×
    </button>
  );
}

interface LimitProps {
  wish: Wish;
  reach: Schemas["WishRange"] | undefined;
  onChange: (value: number) => void;
}

/** How far a wish can go by itself, and the wish on that way. */
function Limit({ wish, reach, onChange }: LimitProps) {
  if (!reach || reach.high - reach.low < 1e-6) return null;
  const step = reach.high > 30 ? 1 : 0.1;
  const [low, high] = [Math.ceil(reach.low / step) * step, Math.floor(reach.high / step) * step];
  return (
    <div className="mt-1 flex items-center gap-2 text-small text-soft">
      {low.toFixed(step < 1 ? 1 : 0)}
      <Slider.Root
        className="relative flex h-5 flex-1 touch-none items-center"
        min={low}
        max={high}
        step={step}
        value={[Math.min(high, Math.max(low, wish.value))]}
        onValueChange={([value]) => value !== undefined && onChange(Math.round(value * 10) / 10)}
      >
        <Slider.Track className="relative h-1.5 grow rounded bg-window">
          <Slider.Range className="absolute h-full" />
        </Slider.Track>
        <Slider.Thumb
          className="block size-5 rounded-full border-2 border-enamel bg-card"
          aria-label={`How far: ${reach.wish}`}
        />
      </Slider.Root>
      {high.toFixed(step < 1 ? 1 : 0)}
    </div>
  );
}
