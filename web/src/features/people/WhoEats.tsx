import { lazy, Suspense } from "react";
import { Choice } from "@/ui/Choice";
import { usePeople } from "./usePeople";

// Most kitchens have few people, whose names stand side by side.
const OneOfMany = lazy(() => import("@/ui/Select").then(({ Select }) => ({ default: Select })));

/** From here on names no longer stand side by side. */
const MOST_SIDE_BY_SIDE = 3;

/** Whose days are shown: another one's is a press away. Nothing where there is one person. */
export function WhoEats() {
  const { people, here, be } = usePeople();
  if (people.length < 2 || !here) return null;
  const choose = (id: string) => {
    const person = people.find((each) => each.id === id);
    if (person && !person.here) be.mutate(person);
  };
  const asked = {
    label: "Whose day",
    value: be.isPending ? be.variables.id : here.id,
    options: people.map((person) => [person.id, person.name] as const),
    onChange: choose,
  };
  if (people.length <= MOST_SIDE_BY_SIDE) return <Choice {...asked} />;
  return (
    <Suspense>
      <OneOfMany {...asked} />
    </Suspense>
  );
}
