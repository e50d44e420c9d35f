import { Tabs } from "radix-ui";
import { useState } from "react";
import type { Schemas } from "@/api/types";
import { longDate } from "@/domain/format";
import { Pending } from "@/features/common/Pending";
import { Sheet } from "@/ui/Sheet";
import { TargetHistory } from "./TargetHistory";
import { TypedByHand } from "./TypedByHand";
import { usePlan } from "./usePlan";
import { WeekAndTypes } from "./WeekAndTypes";
import { WorkOut } from "./WorkOut";

const TABS = [
  ["typed", "Targets"],
  ["worked-out", "Work them out"],
  ["week", "Week and types"],
  ["so-far", "So far and to come"],
] as const;

interface TargetsSheetProps {
  day: string;
  view: Schemas["DayView"];
  onClose: () => void;
}

/** What days are meant to hold: typed by hand or worked out, by type of day, from a day on or for one day. */
export default function TargetsSheet({ day, view, onClose }: TargetsSheetProps) {
  const plan = usePlan(day);
  const [tab, setTab] = useState<string>("typed");
  // What was worked out is taken over into the fields, where it can still be changed.
  const [proposed, setProposed] = useState<{ targets: Schemas["Targets"]; physique: Schemas["PhysiqueBody"] } | null>(
    null,
  );
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Targets"
      description={`In force from ${longDate(day)}; the days before keep theirs.`}
      wide
    >
      <Pending query={plan.query} words="Looking up your targets …" />
      {plan.query.data && (
        <Tabs.Root value={tab} onValueChange={setTab}>
          <Tabs.List aria-label="Targets" className="mb-3 flex flex-wrap gap-x-1 border-b border-rim">
            {TABS.map(([name, title]) => (
              <Tabs.Trigger
                key={name}
                value={name}
                className="border-b-3 border-transparent px-2.5 py-1.5 font-semibold text-soft data-[state=active]:border-enamel-ink data-[state=active]:text-ink"
              >
                {title}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="typed">
            <TypedByHand
              key={proposed ? JSON.stringify(proposed.targets) : "own"}
              day={day}
              view={view}
              plan={plan}
              proposed={proposed}
              onDone={onClose}
            />
          </Tabs.Content>
          <Tabs.Content value="worked-out">
            <WorkOut
              kept={plan.query.data.physique ?? null}
              onTake={(targets, physique) => {
                setProposed({ targets, physique });
                setTab("typed");
              }}
            />
          </Tabs.Content>
          <Tabs.Content value="week">
            <WeekAndTypes plan={plan} day={day} />
          </Tabs.Content>
          <Tabs.Content value="so-far">
            <TargetHistory plan={plan} day={day} />
          </Tabs.Content>
        </Tabs.Root>
      )}
    </Sheet>
  );
}
