import type { Schemas } from "@/api/types";

type DietAlert = Schemas["DietAlert"];

const DIETS = new Set(["vegan", "vegetarian", "no added sugar"]);

/** Alerts of one person in words, the worst first, and whether any is more than a warning. */
export interface PersonAlerts {
  person: string;
  words: string;
  stop: boolean;
}

export function alertsByPerson(alerts: readonly DietAlert[]): PersonAlerts[] {
  const people = new Map<string, DietAlert[]>();
  for (const alert of alerts) people.set(alert.dietary_profile, [...(people.get(alert.dietary_profile) ?? []), alert]);
  return [...people].map(([person, of]) => ({
    person,
    words: [said("contains", of), said("may contain", of), said("unknown", of), ...of.filter(isDiet).map(diet)]
      .filter(Boolean)
      .join("; "),
    stop: of.some((alert) => alert.level === "contains"),
  }));
}

const isDiet = (alert: DietAlert) => DIETS.has(alert.about);

function said(level: DietAlert["level"], alerts: DietAlert[]): string {
  const names = alerts.filter((alert) => alert.level === level && !isDiet(alert)).map((alert) => alert.about);
  if (!names.length) return "";
  return level === "unknown" ? `whether ${names.join(" or ")} is in it is not known` : `${level} ${names.join(", ")}`;
}

function diet({ about, level }: DietAlert): string {
  if (about === "no added sugar")
    return level === "contains" ? "has added sugar" : "whether sugar is added is not known";
  return level === "contains" ? `not ${about}` : `whether it is ${about} is not known`;
}

const DIET_WORDS: Record<string, string> = {
  vegan: "vegan only",
  vegetarian: "vegetarian only",
  "no added sugar": "no added sugar",
};

/** What is left out for somebody, in words after "without": "milk", "what is not vegan". */
export const leftOut = (name: string) =>
  name === "no added sugar" ? "added sugar" : DIETS.has(name) ? `what is not ${name}` : name;

/** What somebody must not get, in words: "no milk", "vegan only". */
export const asked = (name: string) => DIET_WORDS[name] ?? `no ${name}`;
