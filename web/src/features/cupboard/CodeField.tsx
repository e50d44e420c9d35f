import { useRef, useState } from "react";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { Problem } from "@/domain/problem";
import { draftOf, type ProductDraft } from "@/domain/productDraft";

interface CodeFieldProps {
  draft: ProductDraft;
  problem: string | undefined;
  onChange: (to: Partial<ProductDraft>) => void;
  /** Opens the product of the cupboard that carries the code. */
  onOpen: (id: string) => void;
}

type Asked =
  | { kind: "nothing" }
  | { kind: "asking" }
  | { kind: "told"; remarks: readonly string[] }
  | { kind: "known"; id: string; name: string }
  | { kind: "failed"; detail: string; wrong: boolean };

/** The digits under the bars, and what the register knows of them. */
export function CodeField({ draft, problem, onChange, onOpen }: CodeFieldProps) {
  const [asked, setAsked] = useState<Asked>({ kind: "nothing" });
  const asking = useRef<AbortController | null>(null);

  async function ask() {
    asking.current?.abort();
    const stop = new AbortController();
    asking.current = stop;
    setAsked({ kind: "asking" });
    try {
      const params = { path: { code: draft.gtin.trim() } };
      const found = await data(api.GET("/api/v1/register/{code}", { params, signal: stop.signal }));
      if (stop.signal.aborted) return;
      if (found.product_id) setAsked({ kind: "known", id: found.product_id, name: found.name });
      else if (found.draft) {
        setAsked({ kind: "told", remarks: found.remarks });
        onChange(told(found.draft, draft));
      }
    } catch (error) {
      if (stop.signal.aborted) return;
      const wrong = error instanceof Problem && error.status === 422;
      setAsked({ kind: "failed", detail: error instanceof Error ? error.message : String(error), wrong });
    }
  }

  const wrong = asked.kind === "failed" && asked.wrong ? asked.detail : problem;
  return (
    <div>
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-45 flex-1">
          <span className="mb-1 block font-semibold">Code, the digits under the bars</span>
          <input
            className="field"
            inputMode="numeric"
            autoComplete="off"
            maxLength={40}
            aria-invalid={!!wrong}
            aria-describedby={wrong ? "code-wrong" : undefined}
            value={draft.gtin}
            onChange={(event) => {
              asking.current?.abort();
              setAsked({ kind: "nothing" });
              onChange({ gtin: event.target.value });
            }}
            onKeyDown={(event) => {
              if (event.key !== "Enter") return;
              event.preventDefault();
              if (draft.gtin.trim()) void ask();
            }}
          />
        </label>
        {asked.kind === "asking" ? (
          <button
            type="button"
            className="btn btn-quiet"
            onClick={() => {
              asking.current?.abort();
              setAsked({ kind: "nothing" });
            }}
          >
            Stop
          </button>
        ) : (
          <button type="button" className="btn btn-quiet" disabled={!draft.gtin.trim()} onClick={() => void ask()}>
            Look it up
          </button>
        )}
      </div>
      {wrong && (
        <p id="code-wrong" role="alert" className="text-small text-stop">
          {wrong}
        </p>
      )}
      <div aria-live="polite" className="text-note" data-register>
        {asked.kind === "asking" && <p className="text-soft">Asking the register …</p>}
        {asked.kind === "failed" && !asked.wrong && <p className="text-caution">{asked.detail}</p>}
        {asked.kind === "known" && (
          <p>
            This is {asked.name} in your cupboard.{" "}
            <button type="button" className="font-semibold text-enamel-ink underline" onClick={() => onOpen(asked.id)}>
              Open it
            </button>
          </p>
        )}
        {asked.kind === "told" && (
          <>
            <p className="text-soft">Filled in as the register tells it; hold it to the pack before you save.</p>
            {asked.remarks.map((remark) => (
              <p key={remark} className="mt-1 border-l-4 border-caution bg-caution-ground px-3 py-1">
                {remark}
              </p>
            ))}
          </>
        )}
      </div>
    </div>
  );
}

/** What the register tells, over what is typed; a name and a kind that are typed stay. */
function told(found: Schemas["ProductDraft"], typed: ProductDraft): Partial<ProductDraft> {
  const { allergens, traces, vegan, vegetarian, added_sugar, synonyms, ...label } = draftOf(found);
  return { ...label, gtin: typed.gtin, name: typed.name.trim() || label.name, role: typed.role };
}
