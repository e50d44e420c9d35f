import type { Schemas } from "@/api/types";
import type { ProductionSettings } from "@/domain/draft";
import { LayerStack } from "@/ui/Slab";

interface TinDrawingProps {
  tin: Schemas["Tin"];
  filling: Schemas["TinFill"];
  making: ProductionSettings;
  /** Where the energy of a piece comes from. */
  layers: Schemas["Layers"];
}

const ROUND = new Set(["round", "spring-form", "ring", "muffin cups", "mini-muffin cups", "mug"]);
const SIDE = 170;

/** A tin from above with its cuts, and from the side with the dough and one baked piece in it, all to one scale. */
export function TinDrawing({ tin, filling, making, layers }: TinDrawingProps) {
  const width = tin.length_cm;
  const depth = ROUND.has(tin.kind) ? tin.length_cm : (tin.width_cm ?? tin.length_cm);
  const px = SIDE / Math.max(width, depth, 10);
  const [first] = filling.tins;
  const stands = Math.min(first?.height_cm ?? 0, tin.depth_cm * 1.6);
  const risen = Math.min(first?.risen_cm ?? 0, tin.depth_cm * 1.6);
  const { piece } = filling;
  const size = piece
    ? piece.wedge
      ? `a wedge ${cm(piece.length_cm)} long, ${cm(piece.width_cm)} at the rim, ${cm(piece.height_cm)} high`
      : `a piece ${cm(piece.length_cm)} by ${cm(piece.width_cm)}, ${cm(piece.height_cm)} high`
    : "";
  const side = Math.max(tin.depth_cm, risen) * px;
  return (
    <figure>
      <svg
        role="img"
        aria-label={`The tin from above and from the side${size ? `: ${size}` : ""}`}
        width={width * px + 4}
        height={depth * px + side + 16}
        className="max-w-full"
      >
        <title>{size || "The tin from above and from the side"}</title>
        <g transform="translate(2,2)" fill="none" stroke="var(--tin)" strokeWidth={2}>
          {ROUND.has(tin.kind) ? (
            <circle cx={(width * px) / 2} cy={(width * px) / 2} r={(width * px) / 2} fill="var(--sunk)" />
          ) : (
            <rect width={width * px} height={depth * px} rx={4} fill="var(--sunk)" />
          )}
          {tin.hole_cm > 0 && (
            <circle cx={(width * px) / 2} cy={(width * px) / 2} r={(tin.hole_cm * px) / 2} fill="var(--card)" />
          )}
          <g stroke="var(--ink-soft)" strokeWidth={1}>
            {piece && <CutLines tin={tin} cuts={making.cuts} width={width * px} depth={depth * px} />}
          </g>
          <g transform={`translate(0,${depth * px + 10})`}>
            <rect
              y={side - risen * px}
              width={width * px}
              height={risen * px}
              fill="none"
              stroke="var(--carb)"
              strokeDasharray="4 3"
              strokeWidth={1}
            />
            <rect y={side - stands * px} width={width * px} height={stands * px} fill="var(--carb)" stroke="none" />
            {piece && risen > 0 && (
              <foreignObject
                width={Math.min(piece.length_cm, width) * px}
                height={risen * px}
                y={side - risen * px}
                aria-hidden
              >
                <div className="flex h-full flex-col overflow-hidden border border-ink">
                  <LayerStack layers={layers} />
                </div>
              </foreignObject>
            )}
            <path d={`M0 ${side - tin.depth_cm * px} V${side} H${width * px} V${side - tin.depth_cm * px}`} />
          </g>
        </g>
      </svg>
      <figcaption className="text-small text-soft">
        {first &&
          `${Math.round(filling.share * 100)} % full: ${cm(first.height_cm)} high, about ${cm(first.risen_cm)} when baked`}
        {size && `; ${size}`}
      </figcaption>
    </figure>
  );
}

const cm = (value: number) => `${value.toFixed(1)} cm`;

interface CutLinesProps {
  tin: Schemas["Tin"];
  cuts: string;
  width: number;
  depth: number;
}

function CutLines({ tin, cuts, width, depth }: CutLinesProps) {
  const numbers = (cuts.match(/\d+/g) ?? []).map(Number);
  const [rows = 1, columns = 1] = numbers;
  if (ROUND.has(tin.kind) || numbers.length === 1) {
    const pieces = numbers.length === 1 ? rows : rows * columns;
    return range(pieces).map((at) => {
      const angle = (2 * Math.PI * at) / pieces;
      return (
        <line
          key={at}
          x1={width / 2}
          y1={depth / 2}
          x2={width / 2 + (width / 2) * Math.sin(angle)}
          y2={depth / 2 - (depth / 2) * Math.cos(angle)}
        />
      );
    });
  }
  return (
    <>
      {range(columns - 1).map((at) => (
        <line key={`c${at}`} x1={((at + 1) * width) / columns} x2={((at + 1) * width) / columns} y1={0} y2={depth} />
      ))}
      {range(rows - 1).map((at) => (
        <line key={`r${at}`} y1={((at + 1) * depth) / rows} y2={((at + 1) * depth) / rows} x1={0} x2={width} />
      ))}
    </>
  );
}

const range = (length: number) => Array.from({ length: Math.max(0, Math.min(60, length)) }, (_, at) => at);
