"""One dough made into several things: each gets its share of every line, by weight."""

from ample_crumb.core.batch.apply_deviations import BatchReading, share_by_weight
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Parts, with_line_ids


def split_dough(parts: Parts, share: float, reading: BatchReading) -> Parts:
    """The parts with a `share`, over 0 to 1, of each line that has grams; all of them stay as they are for the
    whole."""
    if share >= 1:
        return parts
    named = with_line_ids(parts)
    figures = evaluate(named, 1, reading.cupboard, reading.preferences)
    return tuple(share_by_weight(part, each.lines, share) for part, each in zip(named, figures.parts, strict=True))
