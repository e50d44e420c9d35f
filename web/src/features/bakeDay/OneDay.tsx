import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { format, parseISO } from "date-fns";
import { Tabs } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { api, data } from "@/api/client";
import { hearChanges } from "@/api/events";
import { bakeDayQuery } from "@/api/queries";
import { bakeDaysChanged } from "@/api/queries/changes";
import type { Schemas } from "@/api/types";
import { spanOf } from "@/domain/bakeDay";
import { NotHere } from "@/features/common/NotHere";
import { Pending } from "@/features/common/Pending";
import { Sheet } from "@/ui/Sheet";
import { useNotice } from "@/ui/Toast";
import { useTitle } from "@/ui/useTitle";
import { type Asked, AskForm, askOf } from "./AskForm";
import { KitchenSheet } from "./KitchenSheet";
import { Lanes } from "./Lanes";
import { zoneHere } from "./NewDay";
import { SetUp } from "./SetUp";
import { Shopping } from "./Shopping";
import { usePlanning } from "./usePlanning";

type Day = Schemas["BakeDayView"];

/** One bake day: its plan, and what to buy for it. */
export default function OneDay() {
  const { id = "", tab = "plan" } = useParams();
  const query = useQuery(bakeDayQuery(id));
  const navigate = useNavigate();
  useEffect(hearChanges, []);
  useTitle(query.data?.name ?? "Bake day");
  if (query.isError) return <NotHere words={query.error.message} to="/bake-day" place="To the bake days" />;
  const day = query.data;
  if (!day) return <Pending query={query} words="Opening the bake day …" />;
  return (
    <div className="mx-auto max-w-310">
      <Tabs.Root value={tab} onValueChange={(next) => navigate(`/bake-day/${id}/${next}`, { replace: true })}>
        <Head day={day} />
        <Tabs.List aria-label="Of this bake day" className="no-print mt-3 flex gap-1 border-b border-rim">
          {[
            ["plan", "Plan"],
            ["shopping", "What to buy"],
          ].map(([value, name]) => (
            <Tabs.Trigger
              key={value}
              value={value as string}
              className="min-h-9 border-b-3 border-transparent px-3 text-note data-[state=active]:border-carb data-[state=active]:font-semibold"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="plan" className="mt-3" tabIndex={-1}>
          <Plan day={day} />
        </Tabs.Content>
        <Tabs.Content value="shopping" className="mt-3" tabIndex={-1}>
          <Shopping day={day} />
        </Tabs.Content>
      </Tabs.Root>
    </div>
  );
}

/** The day's own date by its own clock. */
const dateOf = (day: Day) => format(new Date(parseISO(day.zero_at).getTime() + 12 * 3_600_000), "yyyy-MM-dd");

function Head({ day }: { day: Day }) {
  const [asking, setAsking] = useState(false);
  const [kitchen, setKitchen] = useState(false);
  return (
    <header className="flex flex-wrap items-center gap-x-3 gap-y-2">
      <h1 className="min-w-0">{day.name}</h1>
      <span className="text-soft">{format(parseISO(dateOf(day)), "EEEE d MMMM")}</span>
      <span className="no-print ml-auto flex flex-wrap gap-2">
        <button type="button" className="btn btn-quiet" onClick={() => setAsking(true)}>
          Change what is asked
        </button>
        <button type="button" className="btn btn-quiet" onClick={() => setKitchen(true)}>
          The kitchen
        </button>
        {day.plan && (
          <Link to={`/bake-day/${day.id}/run`} className="btn">
            {day.state.begun_ms ? "Go on baking" : "Begin"}
          </Link>
        )}
      </span>
      <ChangeAsked day={day} open={asking} onOpenChange={setAsking} />
      <KitchenSheet day={day} open={kitchen} onOpenChange={setKitchen} />
    </header>
  );
}

function useAsk(day: Day) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (asked: Asked) =>
      data(
        api.PUT("/api/v1/bake-days/{run_id}", {
          params: { path: { run_id: day.id } },
          body: {
            name: asked.name.trim() || "Bake day",
            day: asked.day,
            zone: zoneHere(),
            revision: day.revision,
            ask: asked.ask,
          },
        }),
      ),
    onSettled: () => bakeDaysChanged(client),
  });
}

function ChangeAsked({ day, open, onOpenChange }: { day: Day; open: boolean; onOpenChange: (open: boolean) => void }) {
  const change = useAsk(day);
  const navigate = useNavigate();
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="What is asked of this day" wide>
      <AskForm
        key={day.revision}
        begin={askOf(day, dateOf(day))}
        action={change.isPending ? "Keeping …" : "Plan it anew"}
        problem={change.error?.message ?? ""}
        onAsked={(asked) =>
          change.mutate(asked, {
            onSuccess: () => {
              onOpenChange(false);
              navigate(`/bake-day/${day.id}?plan=now`, { replace: true });
            },
          })
        }
      />
    </Sheet>
  );
}

function Plan({ day }: { day: Day }) {
  const planning = usePlanning(day.id);
  const ask = useAsk(day);
  const notice = useNotice();
  const [params, setParams] = useSearchParams();
  const asked = params.get("plan") === "now";
  const { plan: planNow } = planning;
  // Asked for by the address, once: going back to it plans nothing anew.
  const begun = useRef(false);
  useEffect(() => {
    if (!asked) begun.current = false;
    if (!asked || begun.current) return;
    begun.current = true;
    setParams({}, { replace: true });
    void planNow();
  }, [asked, setParams, planNow]);

  async function pin(task: string, start_min: number | null) {
    const others = day.ask.pinned.filter((each) => each.task !== task);
    const pinned = start_min === null ? others : [...others, { task, start_min }];
    await ask.mutateAsync({ name: day.name, day: dateOf(day), ask: { ...day.ask, pinned } });
    notice(start_min === null ? "It is free again." : "It stays where you put it.");
    await planNow();
  }

  const plan = day.plan;
  return (
    <div className="grid gap-3">
      {planning.progress && (
        <p role="status" className="card flex flex-wrap items-center gap-3 p-3">
          <span className="flex-1">
            {planning.progress === "begun"
              ? "Looking for a plan …"
              : planning.progress.makespan_min
                ? `${spanOf(planning.progress.makespan_min)} so far; looking for a shorter one …`
                : `Tidying it up, ${planning.progress.aim} of ${planning.progress.aims} …`}
          </span>
          <button type="button" className="btn btn-quiet" onClick={planning.stop}>
            Stop, take the best so far
          </button>
        </p>
      )}
      {(planning.problem || ask.error) && (
        <p role="alert" className="text-stop">
          {planning.problem || ask.error?.message}
        </p>
      )}
      {!plan && !planning.progress && (
        <p>
          It is not planned yet.{" "}
          <button type="button" className="btn" onClick={() => void planNow()}>
            Plan it
          </button>
        </p>
      )}
      {plan && (
        <>
          <p className="text-lead" role="status">
            <b>{plan.sentence}</b> Hands are busy for {spanOf(plan.busy_min)} of {spanOf(plan.end_min - plan.start_min)}
            . <span className="text-soft">{plan.slowly}</span>
          </p>
          {[...plan.clashes, ...plan.helps].map((each) => (
            <p key={each} className="border-l-4 border-caution bg-caution-ground px-3 py-1.5 text-note">
              {each}
            </p>
          ))}
          <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_270px]">
            <Lanes day={day} plan={plan} onPin={pin} busy={ask.isPending || !!planning.progress} />
            <SetUp day={day} plan={plan} />
          </div>
          <p className="no-print flex flex-wrap items-center gap-2 text-note text-soft">
            {plan.proven
              ? `Proven the shortest that this kitchen allows; ${plan.tasks.length} tasks.`
              : `No plan is shorter than ${spanOf(plan.bound_min)}; this one is the best found in five seconds.`}
            <button type="button" className="btn btn-quiet ml-auto" onClick={() => void planNow()}>
              {day.state.begun_ms ? "Plan anew from now" : "Plan anew"}
            </button>
            <button type="button" className="btn btn-quiet" onClick={() => window.print()}>
              Print the set-up sheet
            </button>
            <a className="btn btn-quiet" href={`/api/v1/bake-days/${day.id}/calendar.ics`} download="bake-day.ics">
              For a calendar
            </a>
          </p>
        </>
      )}
    </div>
  );
}
