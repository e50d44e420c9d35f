import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { cupboardQuery } from "@/api/queries";

/** A food of the cupboard by what lines point at. */
export interface Food {
  slug: string;
  name: string;
}

interface AllowFoodProps {
  taken: readonly string[];
  onAllow: (food: Food) => void;
}

const SHOWN = 6;

/** Another food of the cupboard that may come in, found by typing; own products first. */
export function AllowFood({ taken, onAllow }: AllowFoodProps) {
  const [text, setText] = useState("");
  const cupboard = useQuery({ ...cupboardQuery, enabled: text.trim().length > 1 });
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = words.length
    ? (cupboard.data ?? [])
        .filter((item) => !item.archived && !item.draft && !taken.includes(item.slug))
        .filter((item) => words.every((word) => item.name.toLowerCase().includes(word)))
        .slice(0, SHOWN)
    : [];
  return (
    <div className="mt-2">
      <input
        className="field"
        aria-label="Something else that may come in"
        placeholder="something else from the cupboard"
        maxLength={60}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          const first = found[0];
          if (event.key !== "Enter") return;
          event.preventDefault();
          if (first) onAllow(first);
          setText("");
        }}
      />
      <ul className="flex flex-wrap gap-1">
        {found.map((item) => (
          <li key={item.slug}>
            <button
              type="button"
              className="btn btn-bare"
              onClick={() => {
                onAllow({ slug: item.slug, name: item.name });
                setText("");
              }}
            >
              + {item.name}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
