import { grams } from "@/domain/format";
import { NumberField } from "@/ui/NumberField";
import type { SectionProps } from "./section";

const LOSS: Record<string, string> = {
  family: "as usual for its family",
  typed: "as typed",
  weighed: "as weighed",
};

/** What baking takes, what was weighed, and what is left over. */
export function BakedSection({ making, made, change }: SectionProps) {
  return (
    <section className="grid content-start gap-2" aria-label="From dough to baked">
      <h3 className="font-semibold">From dough to baked</h3>
      <p className="text-note text-soft">
        {grams(made.dough_g)} g of dough, {grams(made.baked_g)} g in the end
        {LOSS[made.loss_source] && ` (${Math.round(made.loss_share * 1000) / 10} % less, ${LOSS[made.loss_source]})`}.
      </p>
      <NumberField
        label="Weighed dough"
        unit="g"
        least={0.1}
        value={making.dough_g ?? null}
        onChange={(value) => change({ dough_g: value })}
      />
      <NumberField
        label="Weighed when baked"
        unit="g"
        least={0.1}
        value={making.baked_g ?? null}
        onChange={(value) => change({ baked_g: value })}
      />
      {making.baked_g == null && (
        <NumberField
          label="or baking takes"
          unit="%"
          most={60}
          placeholder="usual"
          value={making.loss_share == null ? null : making.loss_share * 100}
          onChange={(percent) => change({ loss_share: percent === null ? null : percent / 100 })}
        />
      )}
      <NumberField
        label="Left in the bowl"
        unit="g"
        value={making.residue_g || null}
        onChange={(value) => change({ residue_g: value ?? 0 })}
      />
      <NumberField
        label="Cut off after baking"
        unit="g"
        value={making.trimmings_g || null}
        onChange={(value) => change({ trimmings_g: value ?? 0 })}
      />
    </section>
  );
}
