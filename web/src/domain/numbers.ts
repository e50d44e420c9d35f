const THOUSANDS = /^[1-9]\d{0,2}(,\d{3})+$/;
const PLAIN = /^[-−+]?(\d+([.,]\d*)?|[.,]\d+)$/;

/** An amount as a label prints it: a number, with or without its unit, or "<1 g" and "less than 1 g", which is taken for
 * half of it. NaN for anything else. */
export function parseLabelAmount(text: string): number {
  const [, less, amount = ""] = /^\s*(<|less than)?\s*(.*?)\s*(?:g|mg|kcal|kj)?\s*$/i.exec(text.slice(0, 40)) ?? [];
  const number = parseNumber(amount);
  return less ? number / 2 : number;
}

/** A number as somebody types it, with either decimal sign: "1.5", "1,5", ",5". A comma before three digits parts
 * thousands, as the server reads it: "1,250" is 1250, "0,250" a quarter. Spaces may part digits. NaN for anything else. */
export function parseNumber(text: string): number {
  const plain = text.trim().replace(/[\s'’](?=\d{3}\b)/g, "");
  if (THOUSANDS.test(plain)) return Number(plain.replaceAll(",", ""));
  return PLAIN.test(plain) ? Number(plain.replace(",", ".").replace("−", "-")) : Number.NaN;
}

const GROUPED = /^[1-9]\d{0,2}[.,]\d{3}$/;

/** What else a number may mean whose three last digits stand behind a sign: "1.850" is 1850 to half of the world and 1.85
 * to the other. Null where it can be read one way only. */
function otherReading(text: string): number | null {
  const plain = text.trim();
  if (!GROUPED.test(plain)) return null;
  const whole = Number(plain.replace(/[.,]/, ""));
  return parseNumber(plain) === whole ? Number(plain.replace(",", ".")) : whole;
}

/** What was meant by a number that makes no sense between `least` and `most`, where its other reading does; null where
 * nobody need ask. */
export function perhapsMeant(text: string, least: number, most: number): number | null {
  const typed = parseNumber(text);
  const other = otherReading(text);
  if (other === null || (typed >= least && typed <= most)) return null;
  return other >= least && other <= most ? other : null;
}
