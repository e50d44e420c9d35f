const HEX = Array.from({ length: 256 }, (_, byte) => byte.toString(16).padStart(2, "0"));

/** A new id, version 4 of RFC 9562. `crypto.randomUUID` is not there where a page is served over plain HTTP to a phone in
 * the house; random bytes are. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] as number) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] as number) & 0x3f) | 0x80;
  const hex = Array.from(bytes, (byte) => HEX[byte]).join("");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join("-");
}

const DOUBLE_PRESS_MS = 700;
const pressed = new Map<string, { id: string; at: number }>();

/** The id of a write that a press asks for, told by what it asks. Asked again for the same within a moment it is the same
 * id: a press that came twice is one write, because the server does nothing twice under one id. */
export function pressId(...what: readonly unknown[]): string {
  const now = performance.now();
  for (const [asked, { at }] of pressed) if (now - at > DOUBLE_PRESS_MS) pressed.delete(asked);
  const asked = JSON.stringify(what);
  const known = pressed.get(asked);
  if (known) return known.id;
  const id = newId();
  pressed.set(asked, { id, at: now });
  return id;
}
