/** A step of the method without its number and braces, as notes and photos name it. */
export const plainStep = (row: string) =>
  row
    .replace(/^\s*(?:step\s*)?\d+[.):]?\s+/i, "")
    .replace(/[{}]/g, "")
    .trim()
    .slice(0, 300);
