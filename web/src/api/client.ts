import createClient, { type Middleware } from "openapi-fetch";
import { Problem } from "@/domain/problem";
import { reportAnswer } from "./connection";
import { loadNewer, noticeRelease } from "./release";
import type { paths } from "./schema";

const MISFITS = [404, 405, 422];
const NO_SERVER = "The server does not answer. What you typed is kept in this window.";

const watch: Middleware = {
  async onResponse({ response }) {
    noticeRelease(response.headers.get("ample-crumb-release"));
    if (response.ok) {
      reportAnswer(null);
      return;
    }
    const body = await response
      .clone()
      .json()
      .catch(() => ({}));
    const problem = new Problem(response.status, body.detail ?? response.statusText, body.errors, body.current);
    reportAnswer(problem.away ? problem.detail : null);
    // What a window of an older release sends may be nothing that the newer one takes.
    if (MISFITS.includes(response.status)) loadNewer();
    throw problem;
  },
  onError({ error }) {
    if (error instanceof DOMException && error.name === "AbortError") return;
    if (error instanceof Problem) return;
    reportAnswer(NO_SERVER);
    return new Problem(0, NO_SERVER);
  },
};

export const api = createClient<paths>({ baseUrl: window.location.origin });
api.use(watch);

/** The data of an answer; problems were thrown before. */
export async function data<T>(answer: Promise<{ data?: T }>): Promise<T> {
  return (await answer).data as T;
}
