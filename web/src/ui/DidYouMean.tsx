import { parseNumber, perhapsMeant } from "@/domain/numbers";

interface DidYouMeanProps {
  text: string;
  least: number;
  most: number;
  unit: string;
  onTake: (text: string) => void;
}

/** Asks about a number that makes no sense for its field and can be read another way; nothing where it need not. */
export function DidYouMean({ text, least, most, unit, onTake }: DidYouMeanProps) {
  const meant = perhapsMeant(text, least, most);
  if (meant === null) return null;
  return (
    <span role="status" className="col-span-full flex flex-wrap items-center gap-2 text-small text-caution">
      That is {parseNumber(text).toLocaleString("en")} {unit}.
      <button type="button" className="btn btn-quiet" onClick={() => onTake(String(meant))}>
        Did you mean {meant.toLocaleString("en")} {unit}?
      </button>
    </span>
  );
}
