import { useMutation } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import type { Schemas } from "@/api/types";
import { longDate } from "@/domain/format";
import { RemovableRow } from "@/ui/RemovableRow";
import { Sheet } from "@/ui/Sheet";

interface LearnedSheetProps {
  onClose: () => void;
  learned: Schemas["LearningView"];
  onChanged: (learned: Schemas["LearningView"]) => void;
}

/** What batches taught the dials, from which sayings, and how to forget it. */
export default function LearnedSheet({ onClose, learned, onChanged }: LearnedSheetProps) {
  const forget = useMutation({
    mutationFn: (id: string) =>
      data(api.DELETE("/api/v1/lessons/{feedback_id}", { params: { path: { feedback_id: id } } })),
    onSuccess: onChanged,
  });
  const forgetBake = useMutation({
    mutationFn: (id: string) =>
      data(api.DELETE("/api/v1/lessons/bakes/{batch_id}", { params: { path: { batch_id: id } } })),
    onSuccess: onChanged,
  });
  const forgetAll = useMutation({
    mutationFn: () => data(api.DELETE("/api/v1/lessons")),
    onSuccess: (view) => {
      onChanged(view);
      onClose();
    },
  });
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="What your batches taught"
      description="What you say of a batch moves a window as far as it tells; one saying in ten is taken for a slip."
      wide
    >
      <ul className="grid gap-1">
        {[...learned.lessons, ...learned.ovens].map((lesson) => (
          <li key={lesson.sentence}>
            {lesson.sentence}{" "}
            <span className="text-soft">({lesson.batches === 1 ? "1 batch" : `${lesson.batches} batches`})</span>
          </li>
        ))}
        {!learned.lessons.length && !learned.ovens.length && (
          <li className="text-soft">Nothing that the table did not say.</li>
        )}
      </ul>
      <h3 className="mt-4 font-semibold">What you said</h3>
      <ul className="mt-1">
        {learned.feedback.map((said) => (
          <RemovableRow
            key={said.id}
            label={`Forget that ${said.formula} turned out ${said.words}`}
            word="Forget"
            onRemove={() => forget.mutate(said.id)}
          >
            {said.formula}: <b>{said.words}</b> <span className="text-soft">{longDate(said.given_at)}</span>
          </RemovableRow>
        ))}
      </ul>
      {learned.bakes.length > 0 && (
        <>
          <h3 className="mt-4 font-semibold">How long it took</h3>
          <ul className="mt-1">
            {learned.bakes.map((bake) => (
              <RemovableRow
                key={bake.id}
                label={`Forget how long ${bake.name} took on ${longDate(bake.made_at)}`}
                word="Forget"
                onRemove={() => forgetBake.mutate(bake.id)}
              >
                {bake.name}: <b>{Math.round(bake.took_min)} min</b>, about {Math.round(bake.predicted_min)} by the table{" "}
                <span className="text-soft">{longDate(bake.made_at)}</span>
              </RemovableRow>
            ))}
          </ul>
        </>
      )}
      <div className="mt-4 flex justify-end">
        <button type="button" className="btn btn-quiet" onClick={() => forgetAll.mutate()}>
          Forget all of it
        </button>
      </div>
    </Sheet>
  );
}
