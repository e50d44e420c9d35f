/** What tests call of the plain TypeScript of the browser, as one global. */
export { clockOf, countdown, heatsOf, laneOf, minuteOf, rowsOf, spanOf } from "@/domain/bakeDay";
export { draftBody, draftFrom, draftText, USUAL, WHOLE } from "@/domain/draft";
export { DraftStore } from "@/domain/draftStore";
export { isDay } from "@/domain/format";
export { newId, pressId } from "@/domain/ids";
export { parseNumber, perhapsMeant } from "@/domain/numbers";
export { Problem } from "@/domain/problem";
export { beginningAsk, changedAsk, newWish, reformulateBody } from "@/domain/reformulation";
export { pendingOf, putDown, told as hasTold, withPending } from "@/domain/runQueue";
export { followers, lastTaken, nextStep, overWith } from "@/domain/runSteps";
export { allLying, dueWord, isDue, lyingOn, moveWords, stashSentence } from "@/domain/stash";
export { nextOpen, questionsOf, saidOf, sampleName, stopsOf, tastersOf } from "@/domain/tasting";
export { keepTold, keptTold, nothingTold, recordBody, weightsIn } from "@/domain/batchDraft";
