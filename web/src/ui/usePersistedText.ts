import { useState } from "react";

/** A text that somebody is typing, kept in the window's storage until it is emptied: a reload or a lost server, and
 * nothing typed is lost. It is written at once, so that emptying it and closing the form in one go empties it. */
export function usePersistedText(name: string): [string, (text: string) => void] {
  const [key] = useState(`ample-crumb typed ${name}`);
  const [text, setText] = useState(() => sessionStorage.getItem(key) ?? "");
  function keep(next: string) {
    setText(next);
    try {
      if (next) sessionStorage.setItem(key, next);
      else sessionStorage.removeItem(key);
    } catch {
      // A text too long for the storage is only kept on the page.
    }
  }
  return [text, keep];
}
