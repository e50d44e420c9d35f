import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { kitchenQuery } from "@/api/queries";
import { scaledQuery } from "@/api/queries/questions";
import type { Schemas } from "@/api/types";
import { benchBody, partsBody } from "@/domain/draft";
import type { DraftStore } from "@/domain/draftStore";
import { grams, kcal } from "@/domain/format";
import { Problem } from "@/domain/problem";
import { NumberField } from "@/ui/NumberField";
import { Select } from "@/ui/Select";
import { Sheet } from "@/ui/Sheet";
import { useDraft } from "@/ui/useDraft";
import type { Evaluated } from "./useBench";

interface ScaleSheetProps {
  store: DraftStore;
  worked: Evaluated;
  onClose: () => void;
}

const BY = [
  ["pieces", "to so many pieces"],
  ["dough", "to so much dough"],
  ["line", "to what I have of one line"],
  ["eggs", "to whole eggs"],
  ["tin", "for another tin"],
  ["times", "so many times"],
] as const;
type By = (typeof BY)[number][0];

/** The formula in another amount: what each line becomes, what rounding does to it, and then the lines written anew. */
export default function ScaleSheet({ store, worked, onClose }: ScaleSheetProps) {
  const draft = useDraft(store, (state) => state.draft);
  const { production: made } = worked.view;
  const [by, setBy] = useState<By>("pieces");
  const [value, setValue] = useState<number | null>(null);
  const [line, setLine] = useState("");
  const [factor, setFactor] = useState<number | null>(null);
  const [other, setOther] = useState<OtherTinChoice | null>(null);
  const lines = draft.parts.flatMap((part) => part.lines).filter((each) => worked.lines.get(each.id)?.mass_g);
  const asked = scaleBy();
  const parts = partsBody(draft.parts);
  const preview = useQuery({
    ...scaledQuery({ parts, ...asked, factor: asked?.factor ?? 1 }),
    enabled: asked !== null,
    placeholderData: keepPreviousData,
  });

  function scaleBy(): { factor: number; surface_factor?: number } | null {
    if (by === "tin") return other && { factor: other.factor, surface_factor: other.surface_factor };
    const times = factorOf();
    return times === null ? null : { factor: times };
  }

  function factorOf(): number | null {
    if (by === "eggs") return factor;
    if (value === null || value <= 0) return null;
    if (by === "times") return value;
    if (by === "pieces") return value / made.piece_count;
    if (by === "dough") return made.dough_g > 0 ? value / made.dough_g : null;
    const mass = worked.lines.get(line)?.mass_g;
    return mass ? value / mass : null;
  }

  function use(view: Schemas["ScaledView"]) {
    store.edit((now) => ({
      ...now,
      pieces:
        now.production.by === "count" ? Math.min(1000, Math.max(1, Math.round(now.pieces * view.factor))) : now.pieces,
      // What is baked in another tin has the fill and the time of that one.
      production:
        by === "tin" && other ? { ...now.production, tins: [{ tin_id: other.tin_id, count: 1 }] } : now.production,
      parts: now.parts.map((part, p) => ({
        ...part,
        lines: part.lines.map((each, l) => ({ ...each, text: view.parts[p]?.[l]?.text ?? each.text })),
      })),
    }));
    onClose();
  }

  const view = asked === null ? undefined : preview.data;
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Scale the formula"
      description="Lines are written anew in measures that a kitchen has; undo brings them back."
      wide
    >
      <div className="grid gap-3">
        <div className="flex flex-wrap items-center gap-2">
          <Select
            label="Scale"
            value={by}
            options={BY}
            onChange={(chosen) => {
              setBy(chosen as By);
              setValue(null);
              setFactor(null);
              setOther(null);
            }}
          />
          {by === "line" && (
            <Select
              label="Which line"
              value={line}
              options={[["", "which line?"], ...lines.map((each) => [each.id, each.text] as const)]}
              onChange={setLine}
            />
          )}
        </div>
        {by === "eggs" && (
          <p className="flex flex-wrap gap-2">
            {made.eggs.length === 0 && "There is no egg in it."}
            {made.eggs.map((each) => (
              <button
                key={each.count}
                type="button"
                className="btn btn-quiet"
                aria-pressed={factor === each.factor}
                onClick={() => setFactor(each.factor)}
              >
                {each.count} {each.count === 1 ? "egg" : "eggs"}, × {each.factor.toFixed(2)}
              </button>
            ))}
          </p>
        )}
        {by === "tin" && <OtherTin store={store} chosen={other} onChoose={setOther} />}
        {by !== "eggs" && by !== "tin" && (
          <div className="max-w-80">
            <NumberField
              key={by}
              label={FIELD[by].label}
              unit={FIELD[by].unit}
              value={value}
              placeholder={
                by === "pieces" ? String(Math.round(made.piece_count)) : by === "dough" ? grams(made.dough_g) : ""
              }
              onChange={setValue}
            />
          </div>
        )}
        {preview.error && asked !== null && (
          <p role="alert" className="text-stop">
            {preview.error.message}
          </p>
        )}
        {view && (
          <>
            <table className="w-full text-note" data-scaled>
              <thead>
                <tr className="text-left text-soft">
                  <th scope="col" className="font-normal">
                    now
                  </th>
                  <th scope="col" className="font-normal">
                    × {view.factor.toFixed(2)}
                  </th>
                  <th scope="col" className="text-right font-normal">
                    rounding
                  </th>
                </tr>
              </thead>
              <tbody>
                {draft.parts.flatMap((part, p) =>
                  part.lines.map((each, l) => {
                    const scaled = view.parts[p]?.[l];
                    if (!scaled || !each.text.trim()) return null;
                    return (
                      <tr key={each.id} className="border-t border-rim align-top">
                        <td className="py-1 pr-2 text-soft">{each.text}</td>
                        <td className="py-1 pr-2">
                          {scaled.text}
                          {scaled.note && <span className="block text-small text-caution">{scaled.note}</span>}
                        </td>
                        <td className="py-1 text-right whitespace-nowrap text-soft">{rounding(scaled)}</td>
                      </tr>
                    );
                  }),
                )}
              </tbody>
            </table>
            <p className="text-note">
              The batch: {kcal(view.written_kcal)} kcal, in proportion {kcal(view.exact_kcal)}.
            </p>
          </>
        )}
        <div className="flex flex-wrap items-center justify-end gap-3">
          {!view && (
            <span id="scale-lacks" className="text-note text-soft">
              {asked === null ? LACKS[by] : "Working it out …"}
            </span>
          )}
          <button
            type="button"
            className="btn"
            aria-describedby={view ? undefined : "scale-lacks"}
            disabled={!view}
            onClick={() => view && use(view)}
          >
            Write it so
          </button>
        </div>
      </div>
    </Sheet>
  );
}

const FIELD: Record<"pieces" | "dough" | "line" | "times", { label: string; unit: string }> = {
  pieces: { label: "Pieces", unit: "" },
  dough: { label: "Dough", unit: "g" },
  line: { label: "I have of it", unit: "g" },
  times: { label: "Times", unit: "×" },
};

/** What has to be said before anything can be written. */
const LACKS: Record<By, string> = {
  pieces: "Say how many pieces it shall make.",
  dough: "Say how much dough it shall be.",
  line: "Choose a line and say how much of it there is.",
  eggs: "Choose a number of eggs.",
  tin: "Choose a tin, and how full it shall be.",
  times: "Say how many times.",
};

function rounding({ exact_g, scaled_g: written }: Schemas["ScaledLine"]): string {
  if (exact_g == null || written == null || exact_g === 0) return "";
  const share = written / exact_g - 1;
  return Math.abs(share) < 0.005 ? "" : `${share > 0 ? "+" : "−"}${Math.abs(share * 100).toFixed(0)} %`;
}

type OtherTinChoice = Schemas["TinFactor"] & { tin_id: string };

interface OtherTinProps {
  store: DraftStore;
  chosen: OtherTinChoice | null;
  onChoose: (chosen: OtherTinChoice | null) => void;
}

function OtherTin({ store, chosen, onChoose }: OtherTinProps) {
  const kitchen = useQuery(kitchenQuery);
  const draft = useDraft(store, (state) => state.draft);
  const [tin, setTin] = useState("");
  const ask = useMutation({
    mutationFn: (id: string) => {
      const others = [{ tin_id: id, count: 1 }];
      return data(api.POST("/api/v1/bench/tins", { body: { ...benchBody(draft), others } }));
    },
  });
  const problem = ask.error instanceof Problem ? ask.error.detail : ask.error?.message;
  return (
    <div className="grid gap-2">
      <Select
        label="The other tin"
        value={tin}
        options={[
          ["", "which tin?"],
          ...(kitchen.data?.tins ?? []).filter((each) => !each.archived).map((each) => [each.id, each.name] as const),
        ]}
        onChange={(id) => {
          setTin(id);
          onChoose(null);
          if (id) ask.mutate(id);
        }}
      />
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      {ask.data && (
        <p className="flex flex-wrap gap-2">
          {(
            [
              ["as full", ask.data.as_full],
              ["as high", ask.data.as_high],
            ] as const
          ).map(([words, times]) => (
            <button
              key={words}
              type="button"
              className="btn btn-quiet"
              aria-pressed={chosen?.factor === times.factor}
              onClick={() => onChoose({ ...times, tin_id: tin })}
            >
              {words}: × {times.factor.toFixed(2)}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}
