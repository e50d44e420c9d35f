/** A problem document of the server, or what stands for one when no server answered (status 0). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly errors: { pointer: string; detail: string }[] = [],
    readonly current: unknown = null,
  ) {
    super(detail);
  }

  /** Nobody is there to answer: worth trying again as it is. */
  get away(): boolean {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 507;
  }
}

/** What to say of an error. */
export const problemText = (error: unknown): string => (error instanceof Problem ? error.detail : String(error));
