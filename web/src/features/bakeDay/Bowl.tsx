interface BowlProps {
  filled_g: number;
  target_g: number;
  tolerance_g: number;
}

const WIDE = 300;
const DEEP = 190;
const BRIM = 1.25;

/** A bowl that fills towards its mark; the notch is how near is near enough. */
export function Bowl({ filled_g, target_g, tolerance_g }: BowlProps) {
  const brim = Math.max(target_g * BRIM, filled_g, 1);
  const y = (mass: number) => 14 + DEEP * (1 - Math.min(1, mass / brim));
  const shape = `M10 14 C18 ${DEEP * 0.75}, ${WIDE * 0.28} ${DEEP + 10}, ${WIDE / 2} ${DEEP + 12} C${WIDE * 0.72} ${DEEP + 10}, ${WIDE - 18} ${DEEP * 0.75}, ${WIDE - 10} 14 Z`;
  const left = target_g - filled_g;
  const near = Math.abs(left) <= tolerance_g;
  return (
    <figure className="justify-self-center">
      <svg viewBox={`0 0 ${WIDE} ${DEEP + 30}`} className="w-[min(360px,80vw)]" aria-hidden="true">
        <clipPath id="in-the-bowl">
          <path d={shape} />
        </clipPath>
        <g clipPath="url(#in-the-bowl)">
          <rect x={0} y={y(filled_g)} width={WIDE} height={DEEP + 30} className="fill-carb" />
          <rect
            x={0}
            y={y(target_g + tolerance_g)}
            width={WIDE}
            height={Math.max(3, y(target_g - tolerance_g) - y(target_g + tolerance_g))}
            className="fill-window opacity-70"
          />
          <line
            x1={0}
            x2={WIDE}
            y1={y(target_g)}
            y2={y(target_g)}
            className="stroke-ink"
            strokeWidth={2}
            strokeDasharray="7 5"
          />
        </g>
        <path d={shape} className="fill-none stroke-tin" strokeWidth={5} />
      </svg>
      <figcaption className="mt-1 text-center text-lead text-soft">
        {filled_g === 0
          ? `within ${Math.round(tolerance_g)} g is near enough`
          : near
            ? "near enough"
            : left > 0
              ? `${Math.round(left)} g to go`
              : `${Math.round(-left)} g over`}
      </figcaption>
    </figure>
  );
}
