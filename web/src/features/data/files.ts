/** Files that were chosen in this window, by their import, so that a CSV can be read anew with other columns. */
const chosen = new Map<string, readonly File[]>();

export function remember(importId: string, files: readonly File[]): void {
  chosen.set(importId, files);
}

export const fileOf = (importId: string, place: number): File | undefined => chosen.get(importId)?.[place];

export const zone = () => Intl.DateTimeFormat().resolvedOptions().timeZone;
