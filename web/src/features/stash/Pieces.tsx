import { useId } from "react";
import type { Schemas } from "@/api/types";

const SIDE = 30;
const STEP = 34;

/** Outlines of a piece in a box of 30 by 30, standing on its lower edge. */
const PATHS: Record<string, string> = {
  square: "M1 2h28v27H1z",
  slice: "M3 29V12C3 5 8 2 15 2s12 3 12 10v17z",
  dome: "M4 29 2 14C2 6 8 2 15 2s13 4 13 12l-2 15z",
  round: "M15 10c8 0 14 4 14 9.5S23 29 15 29 1 25 1 19.5 7 10 15 10z",
  ball: "M15 5a12 12 0 1 0 .01 0z",
  wedge: "M1 29V21L29 12v17z",
  cup: "M3 6h24l-4 23H7z",
};

interface PiecesProps {
  shape: string;
  /** How many are there, and how many are gone from here. */
  pieces: number;
  gone: number;
  layers: Schemas["Layers"];
  most?: number;
}

/** Pieces in a row in the shape they were cut, the ones that are gone as an outline. What is damson of one is its
 * protein's share of the energy, as in its slab. */
export function Pieces({ shape, pieces, gone, layers, most = 24 }: PiecesProps) {
  const clip = useId();
  const whole = Math.floor(pieces);
  const part = pieces - whole;
  const there = Math.min(whole, most);
  const outlined = Math.min(Math.round(gone), Math.max(0, most - there - (part ? 1 : 0)));
  const path = PATHS[shape] ?? PATHS.square;
  const drawn = outlined + there + (part ? 1 : 0);
  const protein = SIDE * layers.protein_share;
  return (
    <svg
      aria-hidden
      className="block h-auto max-w-full"
      width={Math.max(1, drawn) * STEP}
      viewBox={`0 0 ${Math.max(1, drawn) * STEP} ${SIDE}`}
    >
      <defs>
        <clipPath id={clip}>
          <path d={path} />
        </clipPath>
      </defs>
      {Array.from({ length: drawn }, (_, place) => {
        const isThere = place >= outlined;
        const share = isThere && place === outlined && part ? part : 1;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces are alike, their place is all there is
          <g key={place} transform={`translate(${place * STEP} 0)`}>
            {isThere && (
              <g clipPath={`url(#${clip})`}>
                <rect width={SIDE * share} height={SIDE} className="fill-crumb" />
                <rect width={SIDE * share} height={protein} y={SIDE - protein} className="fill-protein" />
              </g>
            )}
            <path
              d={path}
              fill="none"
              className={isThere ? "stroke-tin" : "stroke-tin [stroke-dasharray:3_3]"}
              strokeWidth={1.3}
            />
          </g>
        );
      })}
    </svg>
  );
}
