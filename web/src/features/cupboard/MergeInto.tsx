import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { foodsCalledQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { type Named, PickByName } from "@/ui/PickByName";

const OFFERED = 8;

interface MergeIntoProps {
  product: Schemas["ProductView"];
  onMerged: (text: string) => void;
}

/** Makes one of two products that are the same; those of a like name are offered first. */
export function MergeInto({ product, onMerged }: MergeIntoProps) {
  const [into, setInto] = useState<Named | null>(null);
  const [words, setWords] = useState<string | null>(null);
  const own = useQuery({ ...foodsCalledQuery(words ?? "", "own"), enabled: words !== null });
  const similar = product.similar.map((each) => ({ key: each.product_id, name: each.name }));
  const others = (own.data ?? [])
    .filter((item) => !item.draft && item.product_id !== product.id)
    .map((item) => ({ key: item.product_id ?? "", name: item.name }));
  const near = words?.trim() ? [] : similar;
  const offered = [...near, ...others.filter((each) => !near.some((like) => like.key === each.key))].slice(0, OFFERED);
  const merge = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/v1/products/{product_id}/merge", {
          params: { path: { product_id: product.id } },
          body: { into: into?.key ?? "" },
        }),
      ),
    onSuccess: (stays) => onMerged(`${product.draft.name} is ${stays.draft.name} from now on.`),
  });
  return (
    <details open={similar.length > 0}>
      <summary className="cursor-pointer font-semibold text-enamel-ink">
        {similar.length ? `Is it the same as ${similar[0]?.name}?` : "The same as another product?"}
      </summary>
      <div className="mt-2 flex flex-wrap items-center gap-2 text-note">
        <div className="min-w-55">
          <PickByName
            label="The same as"
            placeholder="another product"
            chosen={into}
            found={offered}
            behind={own.isPlaceholderData || own.isPending}
            onWords={setWords}
            onPick={setInto}
          />
        </div>
        <button
          type="button"
          className="btn btn-quiet"
          disabled={!into || merge.isPending}
          onClick={() => merge.mutate()}
        >
          {merge.isPending ? "Merging …" : "Merge"}
        </button>
        {into && (
          <span className="text-soft">
            Lines that mean this one will mean {into.name}, which answers to its names too. This one is archived; what
            was eaten stays.
          </span>
        )}
        {merge.error && (
          <span role="alert" className="text-stop">
            {merge.error.message}
          </span>
        )}
      </div>
    </details>
  );
}
