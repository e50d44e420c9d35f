import { useEffect, useState } from "react";

/** A text that somebody is typing, kept in the window's storage until it is emptied: a reload or a lost server, and
 * nothing typed is lost. */
export function useKept(name: string): [string, (text: string) => void] {
  const key = `ample-crumb typed ${name}`;
  const [text, setText] = useState(() => sessionStorage.getItem(key) ?? "");
  useEffect(() => {
    try {
      if (text) sessionStorage.setItem(key, text);
      else sessionStorage.removeItem(key);
    } catch {
      // A text too long for the storage is only kept on the page.
    }
  }, [key, text]);
  return [text, setText];
}
