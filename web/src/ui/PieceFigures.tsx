import type { ReactNode } from "react";
import type { Schemas } from "@/api/types";
import { grams, kcal } from "@/domain/format";
import { Band } from "./Band";
import { Slab } from "./Slab";

interface PieceFiguresProps {
  piece: Schemas["FiguresView"];
  /** What it is one of, and what it weighs. */
  children: ReactNode;
}

/** One piece as its slab, its energy and its protein with their bands. */
export function PieceFigures({ piece, children }: PieceFiguresProps) {
  return (
    <div className="flex items-end gap-4">
      <Slab layers={piece.layers} energy_kcal={piece.energy_kcal} />
      <div className="min-w-0">
        <p className="figure text-grand leading-none">
          {kcal(piece.energy_kcal)}
          <span className="text-title">
            <Band sd={piece.sd.energy_kcal} of={piece.energy_kcal} />
          </span>{" "}
          <span className="text-lead font-medium">kcal</span>
        </p>
        <p className="figure mt-1 text-figure leading-tight text-protein-ink">
          {grams(piece.protein_g)}
          <Band sd={piece.sd.protein_g} of={piece.protein_g} unit="g" /> g{" "}
          <span className="text-note font-medium">protein</span>
        </p>
        <p className="text-soft">{children}</p>
      </div>
    </div>
  );
}
