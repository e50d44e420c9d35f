"""A line written anew with a little more or less of it."""

from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.quantity.lines import read_line


def nudged(line: ReadLine, factor: float) -> str | None:
    """The text of `line` in grams, its amount multiplied by `factor`; None when it has no grams to multiply.

    Grams, because 5 % more of "1 cup" is nothing that a cup can measure. From 20 g up whole grams are written, below
    that tenths, and the amount always moves by at least one such step.
    """
    if line.figures is None:
        return None
    was = line.figures.mass_g
    step = 1.0 if was >= 20 else 0.1
    grams = round(was * factor / step) * step
    if abs(grams - was) < step / 2:
        grams = was + (step if factor > 1 else -step)
    written = read_line(line.text)
    notes = "".join(f", {note}" for note in written.notes)
    optional = " (optional)" if written.optional else ""
    return f"{max(grams, step):.4g} g {written.name}{notes}{optional}"
