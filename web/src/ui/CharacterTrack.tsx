import type { Schemas } from "@/api/types";

type Character = Schemas["Character"];

/** Where between two words a dough stands: a line with the words at its ends and one mark. */
export function CharacterTrack({ character }: { character: Character }) {
  const percent = Math.round(character.share * 100);
  return (
    <span className="grid grid-cols-[1fr_2fr_1fr] items-center gap-2">
      <span className="text-right">{character.low}</span>
      <span
        role="img"
        aria-label={`${character.axis}: ${character.word}, ${percent} % of the way from ${character.low} to ${character.high}`}
        className="relative block h-3"
      >
        <span className="absolute inset-x-0 top-1/2 h-px bg-rim-strong" />
        <span
          className="absolute top-0 h-3 w-3 -translate-x-1/2 rotate-45 border-2 border-ink bg-card"
          style={{ left: `clamp(6px, ${percent}%, calc(100% - 6px))` }}
        />
      </span>
      <span>{character.high}</span>
    </span>
  );
}
