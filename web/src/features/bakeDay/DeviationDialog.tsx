import type { DayTask } from "@/domain/bakeDay";
import { Deviations } from "@/features/batches/Deviations";
import { useRecording } from "@/features/batches/useRecording";
import { Sheet } from "@/ui/Sheet";
import { toldKey } from "./batchDraftKey";
import type { Run } from "./useRun";

interface DeviationDialogProps {
  run: Run;
  step: DayTask | null;
  onClose: () => void;
  onSkip: (task: DayTask) => void;
}

/** Something is different: told of the batch of the formula whose step it is, or the step is skipped. */
export function DeviationDialog({ run, step, onClose, onSkip }: DeviationDialogProps) {
  const formula_id = run.day?.formulas[step?.formula ?? 0]?.formula_id ?? "";
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title="Something is different"
      description={`I added, I have none of, it is too …, left over: ${run.day?.formulas[step?.formula ?? 0]?.name ?? ""}`}
      wide
    >
      {formula_id && <Told key={formula_id} formula_id={formula_id} />}
      {step && (
        <p className="mt-4 flex flex-wrap items-center gap-3 border-t border-rim pt-3">
          <span className="min-w-0 flex-1">“{step.name}” is not needed this time.</span>
          <button
            type="button"
            className="btn btn-quiet"
            onClick={() => {
              onSkip(step);
              onClose();
            }}
          >
            Skip this step
          </button>
        </p>
      )}
    </Sheet>
  );
}

function Told({ formula_id }: { formula_id: string }) {
  const recording = useRecording({ formula_id, number: 0 }, toldKey(formula_id));
  return <Deviations recording={recording} />;
}
