import { X } from "lucide-react";
import type { ReactNode } from "react";

interface RemovableRowProps {
  /** What the button does, for who does not see the row: "Forget what cream means". */
  label: string;
  /** The word on the button; a cross where there is none. */
  word?: string;
  disabled?: boolean;
  onRemove: () => void;
  children: ReactNode;
}

/** A row of a list of one's own things, with the way to remove it. */
export function RemovableRow({ label, word, disabled, onRemove, children }: RemovableRowProps) {
  return (
    <li className="flex items-center gap-2 border-b border-rim py-1 last:border-0">
      <div className="min-w-0 flex-1">{children}</div>
      <button
        type="button"
        className={`btn btn-bare ${word ? "" : "text-soft"}`}
        aria-label={label}
        disabled={disabled}
        onClick={onRemove}
      >
        {word ?? <X size={16} aria-hidden />}
      </button>
    </li>
  );
}
