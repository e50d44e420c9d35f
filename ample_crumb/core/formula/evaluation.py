"""A formula evaluated: its lines read and weighed, its parts, the whole batch, one piece."""

from dataclasses import dataclass, replace

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import Figures, total
from ample_crumb.core.formula.formula import WHOLE, Part, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences, ReadLine, read_against
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.recipe_parser import MOST_PIECES


@dataclass(frozen=True, slots=True)
class PartFigures:
    """A part with its lines read and summed, as much of it as is used."""

    name: str
    lines: tuple[ReadLine, ...]
    figures: Figures
    options: PartOptions = WHOLE


@dataclass(frozen=True, slots=True)
class FormulaFigures:
    """A formula with everything worked out, as dough. `piece` is the batch by `pieces`, which need not be whole where a
    piece is so many grams; `plain_piece` the same without what is optional, None where nothing is. `unread` holds the
    lines left out."""

    piece_count: float
    parts: tuple[PartFigures, ...]
    batch: Figures
    piece: Figures
    plain_piece: Figures | None
    unread: tuple[str, ...]


def evaluate(
    parts: tuple[Part, ...], pieces: float, cupboard: Cupboard, preferences: ReadingPreferences
) -> FormulaFigures:
    """Figures of a formula. Blank lines count for nothing; a line that cannot be read is left out and listed.

    Raises CannotUse unless `pieces` is from 1 to `MOST_PIECES`.
    """
    if not 1 <= pieces <= MOST_PIECES:
        raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {pieces:,}.")
    evaluated = tuple(_part(part, cupboard, preferences) for part in parts)
    batch = total(part.figures for part in evaluated)
    unread = tuple(line.text for part in evaluated for line in part.lines if _left_out(line))
    return FormulaFigures(pieces, evaluated, batch, batch.times(1 / pieces), _plain_piece(evaluated, pieces), unread)


def divide(evaluated: FormulaFigures, pieces: float) -> FormulaFigures:
    """The same batch in so many pieces."""
    return replace(
        evaluated,
        piece_count=pieces,
        piece=evaluated.batch.times(1 / pieces),
        plain_piece=_plain_piece(evaluated.parts, pieces),
    )


def _plain_piece(parts: tuple[PartFigures, ...], pieces: float) -> Figures | None:
    lines = [line for part in parts for line in part.lines]
    if not any(line.optional and line.figures for line in lines):
        return None
    left_out = sum(_left_out(line) for line in lines if not line.optional)
    plain = total((line.figures for line in lines if line.figures and not line.optional), left_out)
    return plain.times(1 / pieces)


def _part(part: Part, cupboard: Cupboard, preferences: ReadingPreferences) -> PartFigures:
    lines = tuple(
        _within(read_against(line.text, cupboard, preferences, line.chosen), part.options) for line in part.lines
    )
    left_out = sum(_left_out(line) for line in lines)
    return PartFigures(
        part.name, lines, total((line.figures for line in lines if line.figures), left_out), part.options
    )


def _within(line: ReadLine, how: PartOptions) -> ReadLine:
    """A line as much of it as its part goes in; a part of a part was judged by eye."""
    if how == WHOLE or line.figures is None:
        return replace(line, optional=True) if how.optional else line
    optional = line.optional or how.optional
    if how.used_share == 1:
        return replace(line, optional=optional)
    assert line.low_g is not None
    assert line.high_g is not None
    return replace(
        line,
        figures=line.figures.times(how.used_share),
        low_g=line.low_g * how.used_share,
        high_g=line.high_g * how.used_share,
        assumption="; ".join(filter(None, (f"{how.used_share:.0%} of the part", line.assumption))),
        used_by_eye=True,
        optional=optional,
    )


def _left_out(line: ReadLine) -> bool:
    return line.figures is None and bool(line.text.strip())
