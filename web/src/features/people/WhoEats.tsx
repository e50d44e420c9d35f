import { ToggleGroup } from "radix-ui";
import { Select } from "@/ui/Select";
import { usePeople } from "./usePeople";

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
  const shown = be.isPending ? be.variables.id : here.id;
  if (people.length > MOST_SIDE_BY_SIDE) {
    return (
      <Select
        label="Whose day"
        value={shown}
        options={people.map((person) => [person.id, person.name] as const)}
        onChange={choose}
      />
    );
  }
  return (
    <ToggleGroup.Root
      type="single"
      aria-label="Whose day"
      value={shown}
      onValueChange={(id) => id && choose(id)}
      className="flex rounded-lg border border-rim-strong p-0.5"
    >
      {people.map((person) => (
        <ToggleGroup.Item
          key={person.id}
          value={person.id}
          className="max-w-40 truncate rounded-md px-3 py-1 text-note font-semibold text-soft data-[state=on]:bg-enamel data-[state=on]:text-on-enamel"
        >
          {person.name}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
