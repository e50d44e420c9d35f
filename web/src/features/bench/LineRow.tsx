import { X } from "lucide-react";
import { memo } from "react";
import type { Schemas } from "@/api/types";
import type { Line } from "@/domain/draft";
import { grams, kcal } from "@/domain/format";
import { Band } from "@/ui/Band";
import { EnergyBar } from "@/ui/Slab";
import type { Details } from "./LineDetails";
import { type Answer, LineQuestion, type Question } from "./LineQuestion";
import { ReadAs } from "./ReadAs";

/** What a row can ask of its Bench. The functions stay the same, so that a keystroke draws one row anew. */
export interface RowActions {
  type: (id: string, text: string) => void;
  addBelow: (id: string) => void;
  remove: (id: string, focus: boolean) => void;
  move: (id: string, by: 1 | -1) => void;
  focusNeighbour: (id: string, by: 1 | -1) => void;
  nudge: (id: string, factor: number) => void;
  paste: (id: string, text: string) => void;
  choose: (id: string, name: string, choice: Pick<Schemas["Choice"], "slug" | "name"> | null) => void;
  part: (id: string, texts: readonly string[]) => void;
  detail: (id: string, details: Details) => void;
  replace: (id: string, text: string, slug: string) => void;
  compare: (id: string) => void;
  answer: (question: Question, answer: Answer) => void;
  newProduct: (question: Question) => void;
}

interface LineRowProps {
  line: Line;
  read: Schemas["LineView"] | undefined;
  /** What it asks, or what was chosen of what it leaves open. */
  question: Question | undefined;
  most_kcal: number;
  placeholder: string;
  /** What was noted here for this time. */
  note?: string;
  actions: RowActions;
}

const NUDGE = 0.05;

function rangeOf(read: Schemas["LineView"]): string {
  if (read.low_g == null || read.high_g == null || read.high_g - read.low_g < 0.05) return "";
  return `${grams(read.low_g)} to ${grams(read.high_g)} g`;
}

export const LineRow = memo(function LineRow({
  line,
  read,
  question,
  most_kcal,
  placeholder,
  note,
  actions,
}: LineRowProps) {
  const current = read && read.text === line.text ? read : undefined;
  // While the next figures are on their way the last ones stay, dimmed, so that nothing jumps.
  const shown = line.text.trim() ? read : undefined;
  const figures = shown?.mass_g != null ? shown : undefined;
  const measured = figures && figures.basis !== "weighed";
  const asked = question?.line_text === line.text && (question.answered || current?.asks === question.asks);
  // What is asked is not told as well.
  const told = asked && (question.asks === "amount" || question.asks === "unknown");
  const problem = line.text.trim() && current?.problem && !told ? current.problem : "";
  const remark = current && figures ? [rangeOf(current), current.assumption].filter(Boolean).join("; ") : "";

  function onKeyDown(event: React.KeyboardEvent<HTMLInputElement>) {
    if (event.nativeEvent.isComposing) return;
    const arrow = event.key === "ArrowUp" ? -1 : event.key === "ArrowDown" ? 1 : 0;
    if (event.key === "Enter") actions.addBelow(line.id);
    else if (arrow && event.altKey && event.shiftKey) figures && actions.nudge(line.id, 1 - arrow * NUDGE);
    else if (arrow && event.altKey) actions.move(line.id, arrow);
    else if (arrow) actions.focusNeighbour(line.id, arrow);
    else if (event.key === "Backspace" && !line.text) actions.remove(line.id, true);
    else return;
    event.preventDefault();
  }

  return (
    <li className="group grid grid-cols-[minmax(0,1fr)_62px_30px] items-center gap-x-2 border-b border-rim px-2 py-1 md:grid-cols-[minmax(0,1fr)_84px_minmax(80px,140px)_58px_62px_30px]">
      <div className="min-w-0 max-md:col-span-2">
        <input
          className="min-h-6 w-full rounded bg-transparent px-1 pt-0.5"
          data-line={line.id}
          aria-label="Line as written"
          aria-invalid={!!problem}
          placeholder={placeholder}
          autoComplete="off"
          maxLength={1000}
          value={line.text}
          onChange={(event) => actions.type(line.id, event.target.value)}
          onKeyDown={onKeyDown}
          onPaste={(event) => {
            const text = event.clipboardData.getData("text/plain");
            if (!text.trim().includes("\n") && text.length <= 1000) return;
            event.preventDefault();
            actions.paste(line.id, text);
          }}
        />
        {shown && (
          <div className="min-w-0 px-1 text-small leading-[1.3] text-soft">
            <ReadAs
              line={shown}
              remark={remark}
              chosen={line.chosen}
              onChoose={(choice) => actions.choose(line.id, shown.name, choice)}
              onForget={() => actions.choose(line.id, shown.name, null)}
              onDetail={(details) => actions.detail(line.id, details)}
              onReplace={(text, slug) => actions.replace(line.id, text, slug)}
              onCompare={() => actions.compare(line.id)}
              onPart={(texts) => actions.part(line.id, texts)}
            />
            {shown.optional && <span className="ml-2">optional, counted</span>}
            {problem && <span className="ml-2 font-semibold text-caution">{problem}</span>}
            {problem && shown.apart.length > 1 && (
              <button
                type="button"
                className="ml-2 font-semibold text-enamel-ink underline"
                onClick={() => actions.part(line.id, shown.apart)}
              >
                Make it {shown.apart.length} lines
              </button>
            )}
          </div>
        )}
      </div>
      <span className="text-right max-md:order-2 max-md:col-span-2 max-md:px-1 max-md:text-left" data-grams>
        {figures ? (
          <>
            <span className={measured ? "font-semibold text-caution" : "text-soft"}>
              {grams(figures.mass_g ?? 0)}
              {measured && <Band sd={figures.mass_sd_g} of={figures.mass_g ?? 0} unit="g" />}
              <span className="md:sr-only"> g</span>
            </span>
            <span className="md:hidden">
              {" "}
              · {kcal(figures.energy_kcal ?? 0)}
              <Band sd={figures.energy_sd_kcal} of={figures.energy_kcal ?? 0} /> kcal ·{" "}
            </span>
            <span className="text-protein-ink md:hidden">
              {grams(figures.protein_g ?? 0)}
              <Band sd={figures.protein_sd_g} of={figures.protein_g ?? 0} unit="g" /> g protein
            </span>
          </>
        ) : (
          current?.problem && <span className="text-caution">not read</span>
        )}
      </span>
      <span className="max-md:hidden">
        {figures?.layers && (
          <EnergyBar layers={figures.layers} energy_kcal={figures.energy_kcal ?? 0} most_kcal={most_kcal} />
        )}
      </span>
      <span className="text-right max-md:hidden" data-kcal>
        {figures && kcal(figures.energy_kcal ?? 0)}
        {figures && (
          <span className="block leading-none">
            <Band sd={figures.energy_sd_kcal} of={figures.energy_kcal ?? 0} />
          </span>
        )}
      </span>
      <span className="text-right font-semibold text-protein-ink max-md:hidden">
        {figures && grams(figures.protein_g ?? 0)}
        {figures && (
          <span className="block leading-none">
            <Band sd={figures.protein_sd_g} of={figures.protein_g ?? 0} unit="g" />
          </span>
        )}
      </span>
      <button
        type="button"
        className="btn btn-bare md:!min-h-6.5 !px-1 text-soft max-md:order-1 max-md:row-start-1 max-md:col-start-3 md:opacity-0 md:group-focus-within:opacity-100 md:group-hover:opacity-100"
        aria-label={`Remove the line ${line.text || "without text"}`}
        onClick={() => actions.remove(line.id, false)}
      >
        <X size={15} aria-hidden />
      </button>
      {note && (
        <p className="order-last col-span-full border-l-4 border-window pl-2 text-small" data-note>
          {note}
        </p>
      )}
      {asked && (
        <div className="order-last col-span-full px-1">
          <LineQuestion question={question} onAnswer={actions.answer} onNewProduct={actions.newProduct} />
        </div>
      )}
    </li>
  );
});
