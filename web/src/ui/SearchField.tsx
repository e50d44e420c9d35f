import { type Ref, useEffect, useRef, useState } from "react";

interface SearchFieldProps {
  label: string;
  /** What is searched for now, by the address of the place. */
  words: string;
  onWords: (words: string) => void;
  ref?: Ref<HTMLInputElement>;
  className?: string;
}

/** Narrows a list by words. The field holds its own text: an address follows later, and would take letters away from
 * whoever types fast. */
export function SearchField({ label, words, onWords, ref, className = "" }: SearchFieldProps) {
  const [text, setText] = useState(words);
  const sent = useRef<string | null>(null);

  useEffect(() => {
    if (sent.current === words) sent.current = null;
    // Another address, as after going back, and not one that what was typed has yet to reach.
    else if (sent.current === null) setText(words);
  }, [words]);

  return (
    <input
      ref={ref}
      type="search"
      className={`field ${className}`}
      aria-label={label}
      placeholder="Search"
      maxLength={200}
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        // What the address has already it will not tell again.
        sent.current = event.target.value === words ? null : event.target.value;
        onWords(event.target.value);
      }}
    />
  );
}
