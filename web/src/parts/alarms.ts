import type { Schemas } from "@/api/client";

type Alarm = Schemas["DietAlert"];

const DIETS = new Set(["vegan", "vegetarian", "no added sugar"]);

/** Alarms of one guest in words, the worst first, and whether any is more than a warning. */
export interface GuestAlarms {
  guest: string;
  words: string;
  stop: boolean;
}

export function byGuest(alarms: readonly Alarm[]): GuestAlarms[] {
  const guests = new Map<string, Alarm[]>();
  for (const alarm of alarms) guests.set(alarm.eater, [...(guests.get(alarm.eater) ?? []), alarm]);
  return [...guests].map(([guest, of]) => ({
    guest,
    words: [said("contains", of), said("may contain", of), said("unknown", of), ...of.filter(isDiet).map(diet)]
      .filter(Boolean)
      .join("; "),
    stop: of.some((alarm) => alarm.level === "contains"),
  }));
}

const isDiet = (alarm: Alarm) => DIETS.has(alarm.about);

function said(level: Alarm["level"], alarms: Alarm[]): string {
  const names = alarms.filter((alarm) => alarm.level === level && !isDiet(alarm)).map((alarm) => alarm.about);
  if (!names.length) return "";
  return level === "unknown" ? `whether ${names.join(" or ")} is in it is not known` : `${level} ${names.join(", ")}`;
}

function diet({ about, level }: Alarm): string {
  if (about === "no added sugar")
    return level === "contains" ? "has added sugar" : "whether sugar is added is not known";
  return level === "contains" ? `not ${about}` : `whether it is ${about} is not known`;
}
