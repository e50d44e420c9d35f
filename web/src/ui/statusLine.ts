import { createContext, useContext, useEffect } from "react";

/** What a place says in the day strip: what of it fits, and whether it is saved. */
export interface StatusLine {
  fits?: string;
  saved?: string;
}

export const StatusLineContext = createContext<((remark: StatusLine) => void) | null>(null);

/** Says it in the day strip for as long as the place is open. */
export function useStatusLine({ fits, saved }: StatusLine): void {
  const say = useContext(StatusLineContext);
  useEffect(() => {
    say?.({ fits, saved });
  }, [say, fits, saved]);
  useEffect(() => () => say?.({}), [say]);
}
