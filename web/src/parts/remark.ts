import { createContext, useContext, useEffect } from "react";

/** What a place says in the day strip: what of it fits, and whether it is saved. */
export interface Remark {
  fits?: string;
  saved?: string;
}

export const RemarkContext = createContext<((remark: Remark) => void) | null>(null);

/** Says it in the day strip for as long as the place is open. */
export function useRemark({ fits, saved }: Remark): void {
  const say = useContext(RemarkContext);
  useEffect(() => {
    say?.({ fits, saved });
  }, [say, fits, saved]);
  useEffect(() => () => say?.({}), [say]);
}
