import { useQuery } from "@tanstack/react-query";
import { kitchenQuery } from "@/api/queries";

/** How figures are called: alone, as in "Saturates", or `below` what they are a part of, as in "of which saturates". */
export function useFigureTitle() {
  const kitchen = useQuery(kitchenQuery).data;
  return (name: string, below?: boolean): string => {
    const found = kitchen?.figures.find((each) => each.name === name);
    if (!found) return name;
    return below && found.within ? `of which ${found.title.toLowerCase()}` : found.title;
  };
}
