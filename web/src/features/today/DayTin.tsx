import { useRef } from "react";
import type { Schemas } from "@/api/types";
import { clock, grams, isEnergyHidden, kcal } from "@/domain/format";
import { Band } from "@/ui/Band";
import { LayerStack } from "@/ui/Slab";
import { useWidth } from "@/ui/useWidth";

type Entry = Schemas["EntryView"];

interface TinProps {
  entries: Entry[];
  limit_kcal: number;
  room_kcal: number;
  protein_to_find_g: number;
  onOpen: (entry: Entry) => void;
}

interface Piece {
  entry: Entry;
  from: number;
  to: number;
}

/** Where each entry lies: shares of the tin's inner length, in order of time, running on past 1 when the day is over. */
function laid(entries: Entry[], limit: number): Piece[] {
  let at = 0;
  // What is planned lies behind what was eaten, whatever its time.
  const inOrder = [...entries].sort((a, b) => Number(a.state === "planned") - Number(b.state === "planned"));
  return inOrder.map((entry) => {
    const from = at;
    at += entry.figures.energy_kcal / limit;
    return { entry, from, to: at };
  });
}

/** The day as a baking tin seen from the side. Its inner length is the energy limit; what goes over stands above the rim. */
export function DayTin({ entries, limit_kcal, room_kcal, protein_to_find_g, onOpen }: TinProps) {
  const pieces = laid(entries, limit_kcal);
  const over = Math.max(0, -room_kcal);
  const roomShare = Math.max(0, room_kcal) / limit_kcal;
  const inner = useRef<HTMLOListElement>(null);
  const width = useWidth(inner);
  return (
    <section aria-label="The day against its energy target" className={over > 0 ? "pt-15.5" : "pt-1"}>
      <div className="relative mx-1.5 h-51">
        <svg
          aria-hidden="true"
          className="absolute inset-0 h-full w-full"
          preserveAspectRatio="none"
          viewBox="0 0 1000 204"
        >
          <path d="M4 12 L12 190 Q13 200 22 200 L978 200 Q987 200 988 190 L996 12 Z" className="fill-sunk" />
          <path
            d="M4 12 L12 190 Q13 200 22 200 L978 200 Q987 200 988 190 L996 12"
            className="fill-none stroke-tin"
            strokeWidth="3"
            vectorEffect="non-scaling-stroke"
          />
          <path
            d="M-6 12 H12 M988 12 H1006"
            className="fill-none stroke-tin"
            strokeWidth="5"
            strokeLinecap="round"
            vectorEffect="non-scaling-stroke"
            overflow="visible"
          />
        </svg>
        <ol ref={inner} className="absolute inset-x-[2.2%] top-3 bottom-2">
          {pieces
            .filter((piece) => piece.from < 1)
            .map((piece) => (
              <Slot
                key={piece.entry.id}
                piece={piece}
                from={piece.from}
                to={Math.min(1, piece.to)}
                width={width}
                onOpen={onOpen}
              />
            ))}
          {roomShare > 0.004 && (
            <li
              className="@container absolute top-6 bottom-0.75 overflow-hidden rounded border-2 border-dashed border-enamel-ink bg-card"
              style={{ left: `${(1 - roomShare) * 100}%`, width: `${roomShare * 100}%` }}
              data-room
            >
              {/* A sliver of room has no place for words; the sentence above has them. */}
              <div className="hidden h-full flex-col justify-center px-[6%] leading-tight @min-[48px]:flex">
                <span className="figure text-[clamp(11px,15cqw,27px)] whitespace-nowrap text-enamel-ink">
                  {isEnergyHidden() ? "room" : `${kcal(room_kcal)} kcal`}
                </span>
                <span className="hidden text-mini text-soft @min-[84px]:inline">
                  {protein_to_find_g > 0 ? `${grams(protein_to_find_g)} g protein to find` : "protein found"}
                </span>
              </div>
            </li>
          )}
        </ol>
        {over > 0 && (
          <ul aria-label="Above target" className="absolute inset-x-[2.2%] top-[-50px] h-14">
            {pieces
              .filter((piece) => piece.to > 1)
              .map((piece) => {
                const width = (piece.to - Math.max(1, piece.from)) * 100;
                const before = (Math.max(1, piece.from) - 1) * 100;
                return (
                  <li
                    key={piece.entry.id}
                    className="absolute bottom-0 flex h-full flex-col overflow-hidden rounded-[3px] border border-ink/40"
                    style={{ right: `${Math.min(100, before)}%`, width: `${Math.min(100, width)}%` }}
                    title={`${piece.entry.name}, above target`}
                  >
                    <LayerStack layers={piece.entry.figures.layers} />
                  </li>
                );
              })}
            <li className="absolute top-[-22px] right-0 text-small font-semibold" data-above>
              {kcal(over)} kcal above target
            </li>
          </ul>
        )}
      </div>
    </section>
  );
}

const LEAST_TARGET_PX = 24;
const GAP_PX = 3;

interface SlotProps {
  piece: Piece;
  from: number;
  to: number;
  /** How wide the tin is inside, in px. */
  width: number;
  onOpen: (entry: Entry) => void;
}

function Slot({ piece, from, to, width, onOpen }: SlotProps) {
  const { entry } = piece;
  const energy = `${kcal(entry.figures.energy_kcal)} kcal`;
  const drawn = Math.max(2, (to - from) * width - GAP_PX);
  const slab = (
    <>
      <span aria-hidden className="hidden h-6 w-full truncate px-0.5 text-mini leading-[24px] @min-[58px]:block">
        {entry.name}
      </span>
      <span aria-hidden className="block h-6 @min-[58px]:hidden" />
      <span
        className={`flex w-full flex-1 flex-col overflow-hidden rounded-[3px] border ${
          entry.state === "planned" ? "border-2 border-dashed border-ink/60 bg-card" : "border-ink/25"
        }`}
        data-planned={entry.state === "planned" || undefined}
      >
        {entry.state === "eaten" && <LayerStack layers={entry.figures.layers} />}
      </span>
      <span className="h-0.75" />
    </>
  );
  const className = "@container flex h-full w-full flex-col text-left";
  return (
    <li className="slides-in absolute inset-y-0" style={{ left: `${from * 100}%`, width: `${drawn}px` }} data-slab>
      {drawn >= LEAST_TARGET_PX ? (
        <button
          type="button"
          className={className}
          aria-label={`${entry.state === "planned" ? "planned, " : ""}${clock(entry.eaten_at)} ${entry.name}, ${energy}, ${grams(entry.figures.protein_g)} g protein; open`}
          title={`${clock(entry.eaten_at)} ${entry.name}, ${energy}`}
          onClick={() => onOpen(entry)}
        >
          {slab}
        </button>
      ) : (
        // Too narrow to be pressed; its row in the list of what was eaten opens it.
        <span aria-hidden className={className} title={`${clock(entry.eaten_at)} ${entry.name}, ${energy}`}>
          {slab}
        </span>
      )}
    </li>
  );
}

/** Protein against its target; its band is hatched, what is still to find stays open. */
export function Trough({
  eaten_g,
  target_g,
  sd_g,
  least,
}: {
  eaten_g: number;
  target_g: number;
  sd_g: number;
  least: boolean;
}) {
  const at = (protein_g: number) => (target_g > 0 ? Math.min(1, Math.max(0, protein_g / target_g)) : 1) * 100;
  const [low, high] = [at(eaten_g - sd_g), at(eaten_g + sd_g)];
  return (
    <div className="mt-3 grid grid-cols-[auto_1fr_auto] items-center gap-3">
      <b className="text-protein-ink">Protein</b>
      <div aria-hidden className="h-4 overflow-hidden rounded border-2 border-rim-strong bg-card">
        <div className="flex h-full">
          <div className="bg-protein" style={{ width: `${low}%` }} />
          <div className="band-protein" style={{ width: `${high - low}%` }} />
        </div>
      </div>
      <span data-protein>
        {least && "at least "}
        {grams(eaten_g)}
        <Band sd={sd_g} of={eaten_g} unit="g" /> of {grams(target_g)} g
      </span>
    </div>
  );
}
