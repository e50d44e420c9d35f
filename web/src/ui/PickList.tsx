import { useCombobox } from "downshift";
import { type ReactNode, useEffect, useState } from "react";

interface PickListProps<T> {
  label: string;
  placeholder: string;
  words: string;
  onWords: (words: string) => void;
  items: readonly T[];
  keyOf: (item: T) => string;
  /** Whether these are still those of what was typed before. */
  behind: boolean;
  onPick: (item: T) => void;
  children: (item: T) => ReactNode;
  listClass?: string;
}

/** One of those found below a field that is typed in: arrows go through them, Enter takes the one that is marked, and
 * Enter before the answer has come takes its first. */
export function PickList<T>({
  label,
  placeholder,
  words,
  onWords,
  items,
  keyOf,
  behind,
  onPick,
  children,
  listClass = "",
}: PickListProps<T>) {
  const [eager, setEager] = useState(false);
  const box = useCombobox<T>({
    items: [...items],
    itemToString: () => words,
    itemToKey: (item) => (item ? keyOf(item) : ""),
    isOpen: true,
    inputValue: words,
    selectedItem: null,
    defaultHighlightedIndex: 0,
    onStateChange: ({ type, selectedItem }) => {
      // Leaving the field is no choice.
      const { InputKeyDownEnter, ItemClick } = useCombobox.stateChangeTypes;
      if ((type === InputKeyDownEnter || type === ItemClick) && selectedItem) onPick(selectedItem);
    },
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was pressed waits for the answer and for nothing else
  useEffect(() => {
    if (!eager || behind) return;
    setEager(false);
    if (items[0]) onPick(items[0]);
  }, [eager, behind]);
  return (
    <>
      <input
        {...box.getInputProps({
          "aria-label": label,
          onChange: (event) => {
            setEager(false);
            onWords(event.currentTarget.value);
          },
          onKeyDown: (event) => {
            if (event.key !== "Enter") return;
            // Enter chooses, and never sends the form that the field may stand in.
            event.preventDefault();
            if (!behind) return;
            setEager(true);
            Object.assign(event.nativeEvent, { preventDownshiftDefault: true });
          },
        })}
        aria-labelledby={undefined}
        className="field"
        placeholder={placeholder}
        maxLength={200}
      />
      <ul
        {...box.getMenuProps({ "aria-label": words ? "Found" : "Others" })}
        aria-labelledby={undefined}
        className={`mt-2 ${listClass}`}
      >
        {items.map((item, index) => (
          <li
            key={keyOf(item)}
            {...box.getItemProps({ item, index })}
            className={`cursor-pointer rounded-md px-3 py-2 ${box.highlightedIndex === index ? "bg-sunk" : ""}`}
          >
            {children(item)}
          </li>
        ))}
      </ul>
    </>
  );
}
