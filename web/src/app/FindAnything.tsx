import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { findQuery } from "@/api/queries";

import type { Schemas } from "@/api/types";
import { longDate } from "@/domain/format";
import { DietAlerts } from "@/ui/DietAlerts";
import { PickList } from "@/ui/PickList";
import { Sheet } from "@/ui/Sheet";

type Hit = Schemas["SearchHit"];

const KINDS: Record<string, string> = { formula: "formula", day: "day", ingredient: "ingredient" };

function goalOf(hit: Hit): string {
  if (hit.kind === "formula") return `/formulas/${hit.key}`;
  if (hit.kind === "day") return `/today/${hit.key}`;
  return `/today?add=${encodeURIComponent(`100 g ${hit.name.split(",")[0]}`)}`;
}

export default function FindAnything({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [words, setWords] = useState("");
  const navigate = useNavigate();
  const found = useQuery({ ...findQuery(words), enabled: open && words.trim().length > 0 });
  const hits = words.trim() ? (found.data ?? []) : [];
  useEffect(() => {
    if (!open) setWords("");
  }, [open]);
  return (
    <Sheet open={open} onOpenChange={onOpenChange} title="Find anything">
      <PickList
        label="Formula, ingredient or day"
        placeholder="A formula, an ingredient, a day such as 2026-05-01"
        words={words}
        onWords={setWords}
        items={hits}
        keyOf={(hit) => `${hit.kind} ${hit.key}`}
        behind={!!words.trim() && (found.isPlaceholderData || found.isPending)}
        onPick={(hit) => {
          onOpenChange(false);
          navigate(goalOf(hit));
        }}
      >
        {(hit) => (
          <span className="flex items-baseline gap-3">
            <span className="min-w-0 flex-1 truncate">
              {hit.kind === "day" && hit.name === hit.key ? longDate(hit.key) : hit.name}
              <DietAlerts alarms={hit.alerts} />
            </span>{" "}
            <span className="text-small text-soft">
              {hit.kind === "day" ? longDate(hit.key) : [KINDS[hit.kind], hit.detail].filter(Boolean).join(", ")}
            </span>
          </span>
        )}
      </PickList>
      {words.trim() && found.isSuccess && hits.length === 0 && (
        <p className="mt-3 text-soft">No match for “{words.trim()}”.</p>
      )}
    </Sheet>
  );
}
