import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { foodsCalledQuery } from "@/api/queries";
import type { Food } from "@/domain/reformulation";
import { PickByName } from "@/ui/PickByName";

interface AllowFoodProps {
  taken: readonly string[];
  onAllow: (food: Food) => void;
}

const SHOWN = 6;

/** Another food of the cupboard that may come in, found by typing; own products first. */
export function AllowFood({ taken, onAllow }: AllowFoodProps) {
  const [words, setWords] = useState<string | null>(null);
  const typed = words?.trim() ?? "";
  const foods = useQuery({ ...foodsCalledQuery(typed), enabled: typed.length > 1 });
  const found = typed
    ? (foods.data ?? []).filter((item) => !item.draft && !taken.includes(item.slug)).slice(0, SHOWN)
    : [];
  return (
    <div className="mt-2">
      <PickByName
        label="Something else that may come in"
        placeholder="something else from the cupboard"
        chosen={null}
        found={found.map((item) => ({ key: item.slug, name: item.name }))}
        behind={foods.isPlaceholderData || foods.isPending}
        onWords={setWords}
        onPick={({ key, name }) => onAllow({ slug: key, name })}
      />
    </div>
  );
}
