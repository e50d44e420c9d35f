import { Link } from "react-router";
import type { Schemas } from "@/api/types";

/** The formulas that use a food, each a way to its Bench. */
export function UsedIn({ used }: { used: Schemas["Usage"] }) {
  const others = used.count - used.formulas.length;
  if (!used.count) return <p className="text-note text-soft">No formula uses it yet.</p>;
  return (
    <p className="text-note">
      Used in{" "}
      {used.formulas.map((each, place) => (
        <span key={each.formula_id}>
          {place > 0 && ", "}
          <Link className="font-semibold hover:underline" to={`/formulas/${each.formula_id}`}>
            {each.name}
          </Link>
          {each.behind && <span className="text-soft"> (an older label)</span>}
        </span>
      ))}
      {others > 0 && ` and ${others} more`}
    </p>
  );
}
