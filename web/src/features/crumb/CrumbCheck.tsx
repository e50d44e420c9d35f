import { useQuery } from "@tanstack/react-query";
import { lazy, memo, Suspense, useRef, useState } from "react";
import { lessonsQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { addLine, changeLine, findLine, newLine } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { an, change, grams, kcal, money } from "@/domain/format";
import { CharacterTrack } from "@/ui/CharacterTrack";
import { DialTrack, dialValue } from "@/ui/DialTrack";
import { Select } from "@/ui/Select";
import { useNotice } from "@/ui/Toast";
import { useDraft } from "@/ui/useDraft";
import { useTeaching } from "./useFeedback";

const LearnedSheet = lazy(() => import("./LearnedSheet"));
const DoughDiagnosis = lazy(() => import("./DoughDiagnosis"));

type RepairView = Schemas["RepairView"];
type Dial = Schemas["Dial"];

interface CrumbCheckProps {
  check: Schemas["CrumbCheck"];
  /** Undefined until they have been looked for. */
  repairs: readonly RepairView[] | undefined;
  families: Schemas["Family"][];
  currency: string;
  /** How its pieces are shaped for their spread, null for what does not spread. */
  shaping: Schemas["Shaping"] | null;
  store: DraftStore;
}

/** Will it bake: the dials of the dough, and what would bring those back that are out of their windows. */
export const CrumbCheck = memo(function CrumbCheck({
  check,
  repairs,
  families,
  currency,
  shaping,
  store,
}: CrumbCheckProps) {
  const shown = check.dials.filter((dial) => dial.verdict !== "not-applicable");
  const out = check.dials.filter((dial) => dial.verdict === "low" || dial.verdict === "high");
  const left = check.dials.filter((dial) => dial.verdict === "not-applicable");
  const judged = check.dials.some((dial) => dial.value !== null);
  const family = families.find((each) => each.slug === check.family);
  // What was found for the draft of before is no way back for this one.
  const waiting = useDraft(store, (state) => state.saving.kind === "waiting" || state.saving.kind === "saving");
  return (
    <section className="card p-4" aria-labelledby="crumb-title">
      <div className="flex flex-wrap items-baseline gap-x-2">
        <h2 id="crumb-title">Crumb check</h2>
        {family && (
          <span className="text-note text-soft">
            as {an(family.name.toLowerCase())}
            {check.guessed && (
              <>
                , by the look of it{" "}
                <button
                  type="button"
                  className="font-semibold text-enamel-ink underline"
                  onClick={() => store.edit((now) => ({ ...now, family: family.slug }))}
                >
                  Confirm this kind
                </button>
              </>
            )}
          </span>
        )}
      </div>
      {check.note && <p className="text-note text-soft">{check.note}</p>}
      {out.map((dial) => (
        <OutOfWindow
          key={dial.name}
          dial={dial}
          repairs={(repairs ?? []).filter((each) => each.repair.dial === dial.name)}
          waiting={waiting || repairs === undefined}
          unread={check.unread}
          currency={currency}
          store={store}
        />
      ))}
      {judged ? (
        <ul className="mt-2 grid gap-1.75" aria-label="Dials">
          {shown.map((dial) => (
            <li key={dial.name} className="grid grid-cols-[118px_1fr_62px] items-center gap-3 text-note">
              <span>{dial.title}</span>
              {dial.verdict === "unknown" ? (
                <span className="col-span-2 text-small text-caution">{dial.reason}</span>
              ) : (
                <>
                  <DialTrack dial={dial} />
                  <b className={`text-right ${dial.verdict === "fits" ? "" : "text-caution"}`}>{dialValue(dial)}</b>
                </>
              )}
            </li>
          ))}
        </ul>
      ) : (
        !check.note && <p className="mt-1 text-note text-soft">{check.dials[0]?.reason}</p>
      )}
      {judged && <Character check={check} shaping={shaping} store={store} />}
      {judged && (
        <details className="mt-2 text-small">
          <summary className="cursor-pointer font-semibold text-enamel-ink">Reasons and sources</summary>
          <ul className="mt-1 grid gap-1 text-soft">
            {shown.map((dial) => (
              <li key={dial.name}>
                <b className="text-ink">{dial.title}.</b> {dial.reason} {window(dial)} {learnedBy(dial)}
              </li>
            ))}
            {left.map((dial) => (
              <li key={dial.name}>
                <b className="text-ink">{dial.title}:</b> {dial.reason}
              </li>
            ))}
          </ul>
        </details>
      )}
      {judged && <CameOut store={store} />}
    </section>
  );
});

/** Where within what works it stands, what the dough is like, and how pieces are shaped. */
function Character({ check, shaping, store }: Pick<CrumbCheckProps, "check" | "shaping" | "store">) {
  const [looking, setLooking] = useState(false);
  const look = useRef<HTMLButtonElement>(null);
  const { teach } = useTeaching(store);
  if (!check.character.length && !check.state) return null;
  return (
    <div className="mt-3 grid gap-2 border-t border-rim pt-3 text-note">
      {check.character.length > 0 && (
        <ul className="grid gap-1.5" aria-label="Character">
          {check.character.map((each) => (
            <li key={each.axis}>
              <CharacterTrack character={each} />
            </li>
          ))}
        </ul>
      )}
      {shaping && (
        <p>
          {shaping.press_cm !== null
            ? `Press to ${shaping.press_cm.toFixed(0)} cm: it keeps its shape.`
            : "Leave round: it spreads."}{" "}
          <span className="text-soft">
            Bakes about {shaping.wide_cm.toFixed(1)} cm wide; leave {shaping.gap_cm.toFixed(1)} cm between.
          </span>
        </p>
      )}
      {check.state && (
        <p data-dough>
          <b>The dough.</b> {check.state.sentence}{" "}
          {check.said && <span className="text-soft">The method: “{check.said}.” </span>}
          <button
            ref={look}
            type="button"
            className="font-semibold text-enamel-ink underline"
            onClick={() => setLooking(true)}
          >
            It looks wrong
          </button>
        </p>
      )}
      {looking && (
        <Suspense>
          <DoughDiagnosis
            store={store}
            onClose={() => setLooking(false)}
            teach={teach}
            returnFocus={() => look.current?.focus()}
          />
        </Suspense>
      )}
    </div>
  );
}

const window = (dial: Dial) =>
  dial.low === null || dial.high === null
    ? ""
    : `Window ${dial.low.toFixed(2)} to ${dial.high.toFixed(2)} ${dial.unit} (${dial.source}).`;

const learnedBy = (dial: Dial) =>
  Math.abs(dial.learned_share) < 0.005
    ? ""
    : `Your batches moved it ${dial.learned_share > 0 ? "up" : "down"} by ${Math.abs(dial.learned_share * 100).toFixed(0)} %.`;

interface OutOfWindowProps {
  dial: Dial;
  repairs: readonly RepairView[];
  waiting: boolean;
  /** Lines without which nobody knows what is wrong. */
  unread: readonly string[];
  currency: string;
  store: DraftStore;
}

/** A dial that is out, why that matters, and up to three ways back with their price for a piece. */
function OutOfWindow({ dial, repairs, waiting, unread, currency, store }: OutOfWindowProps) {
  const tell = useNotice();
  return (
    <div className="mt-3 border-l-4 border-caution bg-caution-ground px-3 py-2 text-note">
      <p>
        <b>{dial.title}.</b> {dial.reason}{" "}
        {repairs.length > 0 && <span className="text-soft">In the batch, and what that changes in a piece:</span>}
      </p>
      <ul className="mt-1 grid gap-1" aria-label={`Repairs for ${dial.title.toLowerCase()}`}>
        {repairs.map((view) => (
          <li key={`${view.repair.line_id} ${view.repair.slug}`} className="flex flex-wrap items-baseline gap-x-2">
            <span className="min-w-0 flex-1 basis-50 leading-[1.3]">
              {view.repair.words}: {price(view.repair, currency)}
              {view.repair.note && <span className="text-soft"> ({view.repair.note})</span>}
              {view.method?.steps.map((step) => (
                <span key={step.text} className="block text-soft">
                  + {step.text}
                </span>
              ))}
            </span>
            <button
              type="button"
              className="font-semibold text-enamel-ink underline disabled:opacity-50"
              disabled={waiting}
              onClick={() => mend(view, store) || tell("That line is another by now; look again in a moment.")}
            >
              Do it
            </button>
          </li>
        ))}
      </ul>
      {!repairs.length && (
        <p className="text-soft">
          {unread.length > 0
            ? `A way back is looked for once all is read: ${unread.slice(0, 2).join("; ")}${unread.length > 2 ? " …" : ""}`
            : waiting
              ? "Looking for a way back …"
              : "No single change brings it back without pushing another dial out; try a swap."}
        </p>
      )}
    </div>
  );
}

function price(repair: Schemas["Repair"], currency: string): string {
  const figures = `${change(repair.energy_kcal, kcal)} kcal, ${change(repair.protein_g, grams)} g protein`;
  if (repair.cost === null || Math.abs(repair.cost) < 0.005) return figures;
  return `${figures}, ${repair.cost > 0 ? "+" : "−"}${money(Math.abs(repair.cost), currency)}`;
}

/** Makes a repair on the Bench: one edit, one undo. False where its line is another by now, and nothing is done. */
function mend({ repair, part, text, was, method }: RepairView, store: DraftStore): boolean {
  const { draft } = store.snapshot();
  if (repair.line_id !== null) {
    if (findLine(draft, repair.line_id)?.text !== was) return false;
    const { line_id } = repair;
    store.edit((now) => changeLine(now, line_id, { text }));
    return true;
  }
  store.edit((now) => {
    const mended = addLine(now, part, newLine(text, repair.slug));
    return method ? { ...mended, method: method.method } : mended;
  });
  return true;
}

/** What is said of a dough is said where it looks wrong. */
const ofBatches = (words: string) => !words.startsWith("dough ");

/** How the last batch turned out, which the dials learn from. */
function CameOut({ store }: { store: DraftStore }) {
  const { taught, teach } = useTeaching(store);
  const learned = useQuery(lessonsQuery);
  const [open, setOpen] = useState(false);
  const count = (learned.data?.feedback.length ?? 0) + (learned.data?.bakes.length ?? 0);
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2 border-t border-rim pt-3 text-note">
      <span>How did the last batch turn out?</span>
      <Select
        label="How did the last batch turn out?"
        value=""
        options={[
          ["", "…"],
          ...(learned.data?.options ?? []).filter(ofBatches).map((words) => [words, words] as const),
        ]}
        onChange={(words) => words && teach(words)}
      />
      {count > 0 && (
        <button type="button" className="btn btn-bare" onClick={() => setOpen(true)}>
          What your batches taught
        </button>
      )}
      {open && learned.data && (
        <Suspense>
          <LearnedSheet onClose={() => setOpen(false)} learned={learned.data} onChanged={taught} />
        </Suspense>
      )}
    </div>
  );
}
