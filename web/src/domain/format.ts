import { addDays, differenceInCalendarDays, format, isValid, parse, parseISO } from "date-fns";

const whole = new Intl.NumberFormat("en", { maximumFractionDigits: 0 });
const tenths = new Intl.NumberFormat("en", { maximumFractionDigits: 1, minimumFractionDigits: 1 });
const pieces = new Intl.NumberFormat("en", { maximumFractionDigits: 2 });

let energyHidden = false;

/** Whether the person sees no energy; every figure of it is a dash then. */
export const isEnergyHidden = () => energyHidden;
export function hideEnergy(hidden: boolean): void {
  energyHidden = hidden;
}

export const kcal = (value: number) => (energyHidden ? "–" : whole.format(Math.round(value) + 0));

/** Grams: tenths below 20, whole above, as a kitchen scale shows them; a plain 0 for nothing. */
export const grams = (value: number) =>
  Math.abs(value) < 0.05 ? "0" : (Math.abs(value) < 19.95 ? tenths : whole).format(value);

/** A change with its sign: "+4", "−0.3"; a plain 0 for none. */
export const change = (value: number, shown: (of: number) => string) => {
  const words = shown(Math.abs(value));
  return Number(words.replace(",", "")) === 0 ? "0" : `${value > 0 ? "+" : "−"}${words}`;
};

export const money = (value: number, currency: string) =>
  new Intl.NumberFormat("en", { style: "currency", currency, maximumFractionDigits: 2 }).format(value);

const HALVES: Record<number, string> = { 0.25: "¼", 0.5: "½", 0.75: "¾" };

/** A count of pieces, halves and quarters as fractions. */
export function count(value: number): string {
  const floor = Math.floor(value);
  const fraction = HALVES[value - floor];
  if (fraction) return floor ? `${floor}${fraction}` : fraction;
  return pieces.format(value);
}

/** What a portion counts by somebody's own tally: "3 marks", "0 marks, no longer zero from 2". */
export const tallyWords = (tally: { name: string; counted_count: number; from_count: number | null }) =>
  `${count(tally.counted_count)} ${tally.name}${tally.from_count === null ? "" : `, no longer zero from ${tally.from_count}`}`;

export const lineCount = (lines: number) => (lines === 1 ? "1 line" : `${lines} lines`);

/** "1 unread line remains", "3 unread lines remain". */
export const unreadLines = (lines: number) => (lines === 1 ? "1 unread line remains" : `${lines} unread lines remain`);

/** The word with its article: "a cookie", "an edible dough". */
export const an = (word: string) => `${/^[aeiou]/i.test(word) ? "an" : "a"} ${word}`;

export const plural = (value: number, one: string, many = `${one}s`) => (value > 1 ? many : one);

/** Whether a text names a day of the calendar that the server takes, such as 2026-05-01. */
export function isDay(text: string): boolean {
  const day = parse(text, "yyyy-MM-dd", new Date());
  return isValid(day) && format(day, "yyyy-MM-dd") === text && day.getFullYear() >= 1900 && day.getFullYear() < 2200;
}

export const today = () => format(new Date(), "yyyy-MM-dd");
export const dayAfter = (day: string, days: number) => format(addDays(parseISO(day), days), "yyyy-MM-dd");
export const weekday = (day: string) => format(parseISO(day), "EEEE");

/** "Today", "Yesterday", "Tomorrow" or the date in words. */
export function dayName(day: string): string {
  const away = differenceInCalendarDays(parseISO(day), new Date());
  if (away === 0) return "Today";
  if (away === -1) return "Yesterday";
  if (away === 1) return "Tomorrow";
  return format(parseISO(day), Math.abs(away) < 7 ? "EEEE" : "EEE d MMM");
}

export const longDate = (day: string) => format(parseISO(day), "EEEE, d MMMM");
export const clock = (moment: string) => format(parseISO(moment), "HH:mm");

/** The moment of a day at which something added now was eaten: now on the day itself, noon on another. */
export function momentOn(day: string): string {
  const at = day === today() ? new Date() : new Date(`${day}T12:00`);
  return at.toISOString();
}

/** A moment as a field of date and time has it, by the clock of this window. */
export const fieldMoment = (moment: string) => format(parseISO(moment), "yyyy-MM-dd'T'HH:mm");

/** And back. */
export const momentOfField = (text: string) => parseISO(text).toISOString();
