import { useCombobox } from "downshift";
import { Popover } from "radix-ui";
import { useState } from "react";

export interface Named {
  key: string;
  name: string;
}

interface PickByNameProps {
  label: string;
  placeholder: string;
  /** What is chosen; null where each pick is taken away and the field is free for the next. */
  chosen: Named | null;
  /** What was found for the words typed last. */
  found: readonly Named[];
  /** Whether the answer for them has yet to come. */
  behind: boolean;
  /** The words to look for; null while nothing is offered. */
  onWords: (words: string | null) => void;
  onPick: (picked: Named) => void;
}

/** One of many, found by typing. */
export function PickByName({ label, placeholder, chosen, found, behind, onWords, onPick }: PickByNameProps) {
  const [typed, setTyped] = useState<string | null>(null);
  // What is offered belongs to the place or sheet that the field stands in.
  const [place, setPlace] = useState<HTMLDivElement | null>(null);
  const words = (typed ?? "").toLowerCase().split(/\s+/);
  // What was found before may be picked as long as it holds what has been typed since.
  const items = behind ? found.filter((each) => words.every((word) => each.name.toLowerCase().includes(word))) : found;
  const box = useCombobox<Named>({
    items: [...items],
    itemToString: (item) => item?.name ?? "",
    itemToKey: (item) => item?.key,
    inputValue: typed ?? chosen?.name ?? "",
    selectedItem: null,
    defaultHighlightedIndex: 0,
    onStateChange: ({ type, selectedItem }) => {
      const { InputKeyDownEnter, ItemClick, InputBlur, InputKeyDownEscape } = useCombobox.stateChangeTypes;
      if ((type === InputKeyDownEnter || type === ItemClick) && selectedItem) {
        setTyped(null);
        onPick(selectedItem);
      } else if (type === InputBlur || type === InputKeyDownEscape) setTyped(null);
    },
    onIsOpenChange: ({ type, isOpen }) => {
      // Where typing opens it the words have been told.
      if (type !== useCombobox.stateChangeTypes.InputChange) onWords(isOpen ? "" : null);
    },
  });
  const open = box.isOpen && (items.length > 0 || !!typed?.trim());
  return (
    <div ref={setPlace} className="min-w-50 flex-1">
      <Popover.Root open={open} onOpenChange={(now) => !now && box.closeMenu()}>
        <Popover.Anchor asChild>
          <input
            {...box.getInputProps({
              "aria-label": label,
              // In the event itself: a field that follows later loses letters of whoever types fast.
              onChange: (event) => {
                setTyped(event.currentTarget.value);
                onWords(event.currentTarget.value);
              },
            })}
            aria-labelledby={undefined}
            className="field"
            placeholder={placeholder}
            maxLength={120}
          />
        </Popover.Anchor>
        <Popover.Portal container={place}>
          <Popover.Content
            align="start"
            sideOffset={4}
            collisionPadding={12}
            className="card z-[60] w-[var(--radix-popover-trigger-width)] min-w-55 p-1 shadow-xl"
            role="presentation"
            onOpenAutoFocus={(event) => event.preventDefault()}
            onCloseAutoFocus={(event) => event.preventDefault()}
            onFocusOutside={(event) => event.preventDefault()}
          >
            <ul {...box.getMenuProps({ "aria-label": label }, { suppressRefError: true })} aria-labelledby={undefined}>
              {items.map((item, index) => (
                <li
                  key={item.key}
                  {...box.getItemProps({ item, index })}
                  className={`cursor-pointer rounded px-3 py-1.5 ${box.highlightedIndex === index ? "bg-sunk" : ""}`}
                >
                  {item.name}
                </li>
              ))}
            </ul>
            {!items.length && (
              <p className="px-3 py-1.5 text-soft">{behind ? "Looking …" : "Nothing is called that."}</p>
            )}
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </div>
  );
}
