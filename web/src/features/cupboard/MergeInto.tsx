import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { cupboardQuery } from "@/api/queries";
import type { Schemas } from "@/api/types";
import { Select } from "@/ui/Select";

interface MergeIntoProps {
  product: Schemas["ProductView"];
  onMerged: (text: string) => void;
}

/** Makes one of two products that are the same; those of a like name are offered first. */
export function MergeInto({ product, onMerged }: MergeIntoProps) {
  const cupboard = useQuery(cupboardQuery);
  const [into, setInto] = useState("");
  const similar = product.similar.map((each) => [each.product_id, each.name] as const);
  const near = new Set(similar.map(([id]) => id));
  const others = (cupboard.data ?? [])
    .filter((item) => item.product_id && !item.archived && !item.draft && item.product_id !== product.id)
    .map((item) => [item.product_id ?? "", item.name] as const)
    .filter(([id]) => !near.has(id));
  const options = [["", "another product"], ...similar, ...others] as const;
  const name = options.find(([id]) => id === into)?.[1] ?? "";
  const merge = useMutation({
    mutationFn: () =>
      data(
        api.POST("/api/v1/products/{product_id}/merge", {
          params: { path: { product_id: product.id } },
          body: { into },
        }),
      ),
    onSuccess: (stays) => onMerged(`${product.draft.name} is ${stays.draft.name} from now on.`),
  });
  if (options.length === 1) return null;
  return (
    <details open={similar.length > 0}>
      <summary className="cursor-pointer font-semibold text-enamel-ink">
        {similar.length ? `Is it the same as ${similar[0]?.[1]}?` : "The same as another product?"}
      </summary>
      <div className="mt-2 flex flex-wrap items-center gap-2 text-[14px]">
        <Select label="The same as" value={into} options={options} onChange={setInto} />
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
            Lines that mean this one will mean {name}, which answers to its names too. This one is archived; what was
            eaten stays.
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
