import type { QueryClient, QueryKey } from "@tanstack/react-query";
import { KEYS } from "./keys";

// What a change makes stale: here alone, so that no place forgets what another shows.

function askAgain(client: QueryClient, ...keys: readonly QueryKey[]): Promise<unknown> {
  return Promise.all(keys.map((queryKey) => client.invalidateQueries({ queryKey })));
}

/** Something that figures everywhere rest on: a label, a price, a tin, a setting, a person. */
export const kitchenChanged = (client: QueryClient) => client.invalidateQueries();

/** Another person is at work: nothing of the one before is shown while theirs is asked for. */
export function personSwitched(client: QueryClient): Promise<unknown> {
  client.removeQueries({ queryKey: KEYS.days });
  client.removeQueries({ queryKey: KEYS.ledger });
  return client.invalidateQueries();
}

/** A formula came, went or stands elsewhere in lists. */
export const formulasListed = (client: QueryClient) => askAgain(client, KEYS.formulaLists);

/** A formula on the Bench was saved; lists and days are asked again when they are looked at. */
export function formulaSaved(client: QueryClient): void {
  for (const queryKey of [KEYS.formulaLists, KEYS.days]) {
    void client.invalidateQueries({ queryKey, refetchType: "none" });
  }
  void askAgain(client, KEYS.versions);
}

export const formulaArchived = (client: QueryClient) => askAgain(client, KEYS.formulas, KEYS.days);

/** A formula was changed from outside its Bench. */
export const formulaRewritten = (client: QueryClient) => askAgain(client, KEYS.formulas, KEYS.versions);

export const versionKept = (client: QueryClient, formula_id: string) =>
  askAgain(client, [...KEYS.versions, formula_id], KEYS.formulaLists);

/** A name means something else in this kitchen. */
export const readingChanged = (client: QueryClient) =>
  askAgain(client, KEYS.bench, KEYS.analysis, KEYS.foodAliases, KEYS.formulaLists, KEYS.days);

/** The dials or an oven learned something. */
export const lessonsChanged = (client: QueryClient) => askAgain(client, KEYS.bench, KEYS.analysis);

/** Pieces were taken, laid or eaten. */
export const piecesMoved = (client: QueryClient) => askAgain(client, KEYS.stash, KEYS.days);

/** Shelves, plates or opened packs. */
export const stashChanged = (client: QueryClient) => askAgain(client, KEYS.stash);

/** The same where the shelves themselves are known already. */
export const stashBesideShelvesChanged = (client: QueryClient) =>
  client.invalidateQueries({ queryKey: KEYS.stash, predicate: ({ queryKey }) => queryKey.length > 2 });

export const batchRecorded = (client: QueryClient) =>
  askAgain(client, KEYS.batches, KEYS.stash, KEYS.lessons, KEYS.versions);

export const batchRemoved = (client: QueryClient) =>
  askAgain(client, KEYS.batches, KEYS.lessons, KEYS.stash, KEYS.days);

export const batchPhotosChanged = (client: QueryClient) => askAgain(client, [...KEYS.batches, "history"]);

/** The next version of a formula was made of a batch: its Bench begins anew. */
export function nextVersionMade(client: QueryClient): void {
  client.removeQueries({ queryKey: KEYS.formulas });
  void askAgain(client, KEYS.batches);
}

export const dayChanged = (client: QueryClient) => askAgain(client, KEYS.days);

/** What days are meant to be. */
export const targetsChanged = (client: QueryClient) => askAgain(client, KEYS.plan, KEYS.days, KEYS.ledger);

/** The same where the plan itself is known already. */
export const dayTargetsChanged = (client: QueryClient) => askAgain(client, KEYS.days, KEYS.ledger);

export const weightWritten = (client: QueryClient) => askAgain(client, KEYS.ledger);

export const usualPortionChanged = (client: QueryClient) =>
  askAgain(client, KEYS.formulas, KEYS.usualPortions, KEYS.days);

export const bakeDaysChanged = (client: QueryClient) => askAgain(client, KEYS.bakeDays);

/** A bake day told by another device: a first answer that is still under way may be of before the change, and would
 * count as new, so it is given up. */
export async function bakeDayHeard(client: QueryClient): Promise<void> {
  await client.cancelQueries({ queryKey: KEYS.bakeDays });
  await client.invalidateQueries({ queryKey: KEYS.bakeDays });
}

/** A formula was changed at the counter. */
export const formulaChangedAtCounter = (client: QueryClient) =>
  askAgain(client, KEYS.bakeDays, KEYS.formulas, KEYS.versions);

/** What is to be bought for a bake day was ticked. */
export const shoppingTicked = (client: QueryClient, run_id: string) =>
  askAgain(client, [...KEYS.bakeDays, "shopping", run_id]);

export const tastingsChanged = (client: QueryClient) => askAgain(client, KEYS.tastings);

export const tastingMarked = (client: QueryClient) => askAgain(client, [...KEYS.tastings, "comparison"]);

export const importsChanged = (client: QueryClient) => askAgain(client, KEYS.imports);

/** A file of an import was read anew, and so its items are others. */
export const importFileRead = (client: QueryClient, id: string) =>
  askAgain(client, [...KEYS.imports, "one", id], [...KEYS.imports, "items", id]);

export const importItemChanged = (client: QueryClient, id: string) => askAgain(client, [...KEYS.imports, "one", id]);

/** The same for when they are looked at next. */
export const importsToRenew = (client: QueryClient) =>
  client.invalidateQueries({ queryKey: KEYS.imports, refetchType: "none" });
