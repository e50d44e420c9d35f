import { Link } from "react-router";
import type { Schemas } from "@/api/types";

/** The formulas that use a food, each a way to its Bench. */
export function UsedIn({ used }: { used: readonly Schemas["UsingFormula"][] }) {
  if (!used.length) return <p className="text-[14px] text-soft">No formula uses it yet.</p>;
  return (
    <p className="text-[14px]">
      Used in{" "}
      {used.map((each, place) => (
        <span key={each.formula_id}>
          {place > 0 && ", "}
          <Link className="font-semibold hover:underline" to={`/formulas/${each.formula_id}`}>
            {each.name}
          </Link>
          {each.behind && <span className="text-soft"> (an older label)</span>}
        </span>
      ))}
    </p>
  );
}
