import { useQuery } from "@tanstack/react-query";
import { importChangedQuery } from "@/api/queries/imports";
import { problemText } from "@/domain/problem";
import { Pending } from "@/features/common/Pending";
import { Sheet } from "@/ui/Sheet";
import { useOneImport } from "./useImport";

interface TakeBackProps {
  id: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Takes an import back; asks what is to become of what was changed or used since. */
export function TakeBack({ id, open, onOpenChange }: TakeBackProps) {
  const { takeBack, far, stop } = useOneImport(id);
  const changed = useQuery({ ...importChangedQuery(id), enabled: open });
  const take = (changed_too: boolean) => takeBack.mutate(changed_too, { onSuccess: () => onOpenChange(false) });
  const since = changed.data;
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Take it back"
      description="All that this import wrote goes out of the kitchen again. What stood there before comes back."
    >
      <Pending query={changed} words="Looking whether anything was changed since …" />
      {since && since.count > 0 && (
        <div className="mb-3">
          <p>
            {since.count === 1
              ? "One of it was changed or used since:"
              : `${since.count} of it were changed or used since:`}
          </p>
          <ul className="mt-1 list-disc pl-5">
            {since.titles.map((title, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two may be called the same
              <li key={place}>{title}</li>
            ))}
            {since.count > since.titles.length && <li>and {since.count - since.titles.length} more</li>}
          </ul>
        </div>
      )}
      {takeBack.isError && (
        <p role="alert" className="mb-2 text-stop">
          {problemText(takeBack.error)}
        </p>
      )}
      {takeBack.isPending ? (
        <p className="flex items-center gap-3">
          <span role="status">{far ? `${far.done} of ${far.total} taken back …` : "Taking back …"}</span>
          <button type="button" className="btn btn-bare" onClick={stop}>
            Stop
          </button>
        </p>
      ) : (
        since && (
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn" onClick={() => take(false)}>
              {since.count ? "Keep what was changed, take back the rest" : "Take it back"}
            </button>
            {since.count > 0 && (
              <button type="button" className="btn btn-quiet" onClick={() => take(true)}>
                Take all of it back
              </button>
            )}
          </div>
        )
      )}
    </Sheet>
  );
}
