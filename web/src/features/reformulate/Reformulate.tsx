import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useReducer } from "react";
import { kitchenQuery } from "@/api/queries";
import { reachChoicesQuery } from "@/api/queries/questions";
import { benchBody } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { type AskChange, beginningAsk, changedAsk, reformulateBody, type SearchOption } from "@/domain/reformulation";
import type { Evaluated } from "@/features/bench/useBench";
import { useDraft } from "@/ui/useDraft";
import { Answers } from "./Answers";
import { Cuts } from "./Cuts";
import { FoodChoices } from "./FoodChoices";
import { HeldLines } from "./HeldLines";
import { useReformulation } from "./useReformulation";
import { WishList } from "./WishList";

const TradeOff = lazy(() => import("./TradeOff"));

const OPTIONS: readonly (readonly [SearchOption, string])[] = [
  ["whole_eggs", "eggs whole"],
  ["keep_mass", "about as much dough as now"],
  ["at_home", "only what is at home"],
  ["sure", "sure in 95 of 100, not only on average"],
  ["beyond_tolerance", "a piece may hold more sweetener than is usually tolerated"],
];

interface ReformulateProps {
  store: DraftStore;
  worked: Evaluated;
}

/** Say what a piece shall be, get the amounts: wishes as sentences, what may change, answers as cards. */
export default function Reformulate({ store, worked }: ReformulateProps) {
  const draft = useDraft(store, (state) => state.draft);
  const kitchen = useQuery(kitchenQuery);
  const choices = useQuery(reachChoicesQuery(benchBody(draft)));
  const [ask, dispatch] = useReducer(changedAsk, worked.view.piece, beginningAsk);
  const usual = choices.data?.usual ?? [];
  const asked = reformulateBody(ask, draft, usual);
  const { reached, outdated, problems, find, limits, put, putCut } = useReformulation(store, draft, asked);

  function change(to: AskChange) {
    dispatch(to);
    // How far each can go was looked for with the wishes of then.
    if (to.kind === "wish added" || to.kind === "wish removed") limits.reset();
  }

  return (
    <div className="mt-3 grid items-start gap-5 lg:grid-cols-[minmax(0,450px)_minmax(0,1fr)]">
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          find.mutate();
        }}
      >
        <WishList
          ask={ask}
          change={change}
          choices={choices.data}
          piece={worked.view.piece}
          ranges={limits.data}
          looking={limits.isPending}
          onLook={() => limits.mutate()}
        />
        <HeldLines
          draft={draft}
          worked={worked}
          holds={ask.holds}
          onChange={(holds) => change({ kind: "holds", holds })}
        />
        <FoodChoices ask={ask} change={change} usual={usual} allergens={kitchen.data?.allergens ?? []} />
        <fieldset className="grid gap-1 text-note">
          <legend className="sr-only">How to look for it</legend>
          {OPTIONS.map(([option, words]) => (
            <label key={option} className="flex items-baseline gap-2">
              <input
                type="checkbox"
                className="accent-enamel"
                checked={ask.options[option]}
                onChange={(event) => change({ kind: "option", option, on: event.target.checked })}
              />
              {words}
            </label>
          ))}
        </fieldset>
        {problems.map((problem) => (
          <p key={problem} role="alert" className="text-stop">
            {problem}
          </p>
        ))}
        <button type="submit" className="btn justify-self-start" disabled={find.isPending || !ask.wishes.length}>
          {find.isPending ? "Looking for amounts …" : "Find amounts"}
        </button>
      </form>
      <section aria-label="Answers" aria-live="polite" className="grid gap-4">
        {reached ? (
          <Answers reached={reached} now={worked.view} onPut={put} />
        ) : (
          <p className="text-soft">
            {outdated && "The formula has changed since; find amounts again. "}
            Up to three different ways there, nearest to your own first, each checked as it is written before it is
            shown.
          </p>
        )}
        <Cuts asked={asked} now={worked.view} onPut={putCut} />
        <Suspense fallback={<p className="text-soft">Drawing …</p>}>
          <TradeOff asked={asked} now={worked.view.piece} onPut={(answer) => put(answer, false)} />
        </Suspense>
      </section>
    </div>
  );
}
