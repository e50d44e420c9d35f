import { lazy, Suspense, useState } from "react";
import { count } from "@/domain/format";

const UsualPortionPopover = lazy(() => import("./UsualPortionPopover"));

interface HelpingProps {
  formula_id: string;
  name: string;
  /** Null while nobody knows. */
  usual: number | null;
}

/** How many pieces somebody mostly has, as said or as seen; a press says otherwise. */
export function UsualPortion(props: HelpingProps) {
  const [asked, setAsked] = useState(false);
  const words = props.usual === null ? "usually?" : `usually ${count(props.usual)}`;
  const plain = (
    <button
      type="button"
      className="underline decoration-dotted underline-offset-2"
      data-usual-portion
      onClick={() => setAsked(true)}
    >
      {words}
      <span className="sr-only"> of {props.name}</span>
    </button>
  );
  if (!asked) return plain;
  return (
    <Suspense fallback={plain}>
      <UsualPortionPopover {...props} words={words} />
    </Suspense>
  );
}
