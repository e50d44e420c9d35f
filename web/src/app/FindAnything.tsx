import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useId, useState } from "react";
import { useNavigate } from "react-router";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { longDate } from "@/domain/format";
import { DietAlerts } from "@/ui/DietAlerts";
import { Sheet } from "@/ui/Sheet";

type Hit = Schemas["SearchHit"];

const KINDS: Record<string, string> = { formula: "formula", day: "day", ingredient: "ingredient" };

function goalOf(hit: Hit): string {
  if (hit.kind === "formula") return `/formulas/${hit.key}`;
  if (hit.kind === "day") return `/today/${hit.key}`;
  return `/today?add=${encodeURIComponent(`100 g ${hit.name.split(",")[0]}`)}`;
}

export function FindAnything({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [words, setWords] = useState("");
  const [at, setAt] = useState(0);
  const [eager, setEager] = useState(false);
  const navigate = useNavigate();
  const list = useId();
  const found = useQuery({
    queryKey: ["find", words],
    queryFn: ({ signal }) => data(api.GET("/api/v1/find", { params: { query: { words } }, signal })),
    enabled: open && words.trim().length > 0,
    placeholderData: keepPreviousData,
  });
  const hits = words.trim() ? (found.data ?? []) : [];
  const behind = found.isPlaceholderData || found.isPending;
  useEffect(() => {
    if (!open) return;
    setWords("");
    setAt(0);
    setEager(false);
  }, [open]);

  const go = useCallback(
    (hit: Hit | undefined) => {
      setEager(false);
      if (!hit) return;
      onOpenChange(false);
      navigate(goalOf(hit));
    },
    [onOpenChange, navigate],
  );

  // Enter was pressed before the answer to what was typed had come.
  useEffect(() => {
    if (eager && !behind) go(found.data?.[0]);
  }, [eager, behind, found.data, go]);

  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="Find anything">
      <input
        className="field"
        role="combobox"
        aria-expanded={hits.length > 0}
        aria-controls={list}
        aria-activedescendant={hits[at] ? `${list}-${at}` : undefined}
        aria-label="Formula, ingredient or day"
        placeholder="A formula, an ingredient, a day such as 2026-05-01"
        maxLength={200}
        value={words}
        onChange={(event) => {
          setWords(event.target.value);
          setAt(0);
          setEager(false);
        }}
        onKeyDown={(event) => {
          if (event.key === "ArrowDown") setAt(Math.min(at + 1, hits.length - 1));
          else if (event.key === "ArrowUp") setAt(Math.max(at - 1, 0));
          else if (event.key === "Enter") behind ? setEager(true) : go(hits[at]);
          else return;
          event.preventDefault();
        }}
      />
      <div id={list} role="listbox" aria-label="Found" className="mt-2" tabIndex={-1}>
        {hits.map((hit, place) => (
          // biome-ignore lint/a11y/useKeyWithClickEvents: the keys are those of the combobox above
          <div
            key={`${hit.kind} ${hit.key}`}
            id={`${list}-${place}`}
            role="option"
            tabIndex={-1}
            aria-selected={place === at}
            className={`flex cursor-pointer items-baseline gap-3 rounded-md px-3 py-2 ${place === at ? "bg-sunk" : ""}`}
            onClick={() => go(hit)}
            onPointerMove={() => setAt(place)}
          >
            <span className="min-w-0 flex-1 truncate">
              {hit.kind === "day" && hit.name !== hit.key
                ? hit.name
                : hit.kind === "day"
                  ? longDate(hit.key)
                  : hit.name}
              <DietAlerts alarms={hit.alerts} />
            </span>{" "}
            <span className="text-[13px] text-soft">
              {hit.kind === "day" ? longDate(hit.key) : [KINDS[hit.kind], hit.detail].filter(Boolean).join(", ")}
            </span>
          </div>
        ))}
      </div>
      {words.trim() && found.isSuccess && hits.length === 0 && (
        <p className="mt-3 text-soft">No match for “{words.trim()}”.</p>
      )}
    </Sheet>
  );
}
