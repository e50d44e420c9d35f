"""The lines of a batch beside those of its plan."""

from collections.abc import Iterator
from dataclasses import replace

from ample_crumb.core.batch.apply_deviations import FRIED_PART, BatchReading
from ample_crumb.core.batch.record import MadeLine
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Parts
from ample_crumb.core.formula.reading import ReadLine


def made_lines(planned: Parts, made: Parts, reading: BatchReading) -> tuple[MadeLine, ...]:
    """Each line that was planned, and each that came in. Of parts that are put on in part the lines count whole."""
    before, after = (_whole(parts, reading) for parts in (planned, made))
    there = {line.id: (place, line) for place, line in _placed(after)}
    found = []
    for place, line in _placed(before):
        now = there.pop(line.id, None)
        if line.text.strip():
            found.append(_made_line(place, line, now[1] if now else None))
    for place, line in there.values():
        if line.text.strip() and after.parts[place].name != FRIED_PART:
            found.append(_made_line(place, None, line))
    return tuple(found)


def _whole(parts: Parts, reading: BatchReading) -> FormulaFigures:
    whole = tuple(replace(part, options=replace(part.options, used_share=1.0)) for part in parts)
    return evaluate(whole, 1, reading.cupboard, reading.preferences)


def _placed(evaluated: FormulaFigures) -> Iterator[tuple[int, ReadLine]]:
    return ((place, line) for place, part in enumerate(evaluated.parts) for line in part.lines)


def _made_line(place: int, planned: ReadLine | None, made: ReadLine | None) -> MadeLine:
    line = planned or made
    assert line is not None
    return MadeLine(
        line_id=line.id,
        planned_text=planned.text if planned else "",
        planned_g=_grams(planned),
        planned_food=_food(planned),
        made_text=made.text if made else "",
        made_g=_grams(made),
        made_food=_food(made),
        part=place,
    )


def _grams(line: ReadLine | None) -> float:
    return line.weighed.mass_g if line and line.weighed else 0.0


def _food(line: ReadLine | None) -> str:
    return line.ingredient.slug if line and line.ingredient else ""
