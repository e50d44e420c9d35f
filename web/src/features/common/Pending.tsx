import { useAway } from "@/api/connection";

interface PendingProps {
  query: { isPending: boolean; isError: boolean; error: Error | null; fetchStatus: string };
  /** What is being looked for, such as "Looking for swaps …". */
  words: string;
}

/** What stands in the place of something that is not there yet: that it is looked for, why it waits, or what went wrong.
 * Nothing once it is there. */
export function Pending({ query, words }: PendingProps) {
  const away = useAway();
  if (query.isError)
    return (
      <p role="alert" className="mt-4 text-stop">
        {query.error?.message}
      </p>
    );
  if (!query.isPending || query.fetchStatus === "idle") return null;
  return (
    <p role="status" className="mt-4 text-soft">
      {away ? `${away} It is asked for again until somebody answers.` : words}
    </p>
  );
}
