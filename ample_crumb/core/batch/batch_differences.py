"""What differed of a batch from what was written, in sentences."""

from collections.abc import Iterable
from dataclasses import dataclass

from ample_crumb.core.batch.deviation import Deviation


@dataclass(frozen=True, slots=True)
class Outcome:
    """What came of a batch beside what was planned: pieces, broken ones, minutes beside their `window`, and which share
    of a dough it was."""

    planned_count: float
    piece_count: float
    broken_count: int = 0
    took_min: float | None = None
    window: tuple[float, float] | None = None
    dough_share: float = 1.0


def differences(deviations: Iterable[Deviation], outcome: Outcome) -> tuple[str, ...]:
    """A sentence for each thing that was otherwise; empty where all went as written."""
    sentences = [deviation.words for deviation in deviations if not deviation.problem]
    if outcome.dough_share < 1:
        sentences.append(f"{outcome.dough_share:.0%} of the dough")
    elif abs(outcome.piece_count - outcome.planned_count) >= 0.5:
        sentences.append(f"{outcome.piece_count:g} pieces, not {round(outcome.planned_count, 1):g}")
    if outcome.broken_count:
        sentences.append(f"{outcome.broken_count} broken")
    if outcome.took_min is not None and outcome.window is not None:
        low, high = outcome.window
        if not low - 0.5 <= outcome.took_min <= high + 0.5:
            sentences.append(f"done after {outcome.took_min:g} min, not {low:.0f} to {high:.0f}")
    return tuple(sentences)
