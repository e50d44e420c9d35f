/** What tests call of the plain TypeScript of the browser, as one global. */
export { draftBody, draftFrom } from "@/domain/draft";
export { DraftStore } from "@/domain/draftStore";
export { parseNumber } from "@/domain/numbers";
export { Problem } from "@/domain/problem";
