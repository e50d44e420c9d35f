"""A formula evaluated: its lines read and weighed, its parts, the whole batch, one piece."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import Figures, total
from ample_crumb.core.formula.formula import WHOLE, Part, PartOptions, with_line_ids
from ample_crumb.core.formula.reading import ReadingPreferences, ReadLine, WeighedLine, read_against
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.written_yield import MOST_PIECES


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

    def baked_parts(self) -> tuple[PartFigures, ...]:
        """The parts that are dough; without what is put on afterwards."""
        return tuple(part for part in self.parts if not part.options.unbaked)

    def lines(self) -> Iterator[ReadLine]:
        """All lines in their order."""
        return (line for part in self.parts for line in part.lines)

    def weighed_lines(self) -> Iterator[tuple[ReadLine, WeighedLine]]:
        """The lines that could be read, with what they bring."""
        return ((line, line.weighed) for line in self.lines() if line.weighed is not None)

    def line(self, line_id: str) -> ReadLine | None:
        """The line of this id; None when there is none."""
        return next((line for line in self.lines() if line.id == line_id), None)


def evaluate(
    parts: tuple[Part, ...], pieces: float, cupboard: Cupboard, preferences: ReadingPreferences
) -> FormulaFigures:
    """Figures of a formula. Blank lines count for nothing; a line that cannot be read is left out and listed.

    Raises CannotUse unless `pieces` is from 1 to `MOST_PIECES`.
    """
    if not 1 <= pieces <= MOST_PIECES:
        raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {pieces:,}.")
    evaluated = tuple(_part(part, cupboard, preferences) for part in with_line_ids(parts))
    batch = total(part.figures for part in evaluated)
    unread = tuple(line.text for part in evaluated for line in part.lines if line.left_out)
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
    if not any(line.optional and line.weighed for line in lines):
        return None
    return _sum(line for line in lines if not line.optional).times(1 / pieces)


def _part(part: Part, cupboard: Cupboard, preferences: ReadingPreferences) -> PartFigures:
    lines = tuple(read_against(line, cupboard, preferences, part.options) for line in part.lines)
    return PartFigures(part.name, lines, _sum(lines), part.options)


def _sum(lines: Iterable[ReadLine]) -> Figures:
    lines = tuple(lines)
    return total((line.weighed.figures for line in lines if line.weighed), sum(line.left_out for line in lines))
