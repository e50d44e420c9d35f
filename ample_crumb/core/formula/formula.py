"""A formula as written, and its figures: lines, parts, whole batch, one piece."""

from dataclasses import dataclass

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.nutrients import Figures, total
from ample_crumb.core.formula.reading import Manner, ReadLine, read_against
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.foods import split_foods
from ample_crumb.core.quantity.recipe import MOST_PIECES, WrittenRecipe


@dataclass(frozen=True, slots=True)
class Line:
    """A line as written; `chosen` is the slug of the ingredient that the baker picked for it, if any."""

    text: str
    chosen: str | None = None


@dataclass(frozen=True, slots=True)
class Part:
    """A part of a formula, such as a glaze. The main part may go without a name."""

    name: str
    lines: tuple[Line, ...]


@dataclass(frozen=True, slots=True)
class PartFigures:
    """A part with its lines read and summed."""

    name: str
    lines: tuple[ReadLine, ...]
    figures: Figures


@dataclass(frozen=True, slots=True)
class FormulaFigures:
    """A formula with everything worked out. `piece` is the batch by `pieces`, `plain_piece` the same without the lines
    that are optional, None where none is. `unread` holds the lines left out."""

    pieces: int
    parts: tuple[PartFigures, ...]
    batch: Figures
    piece: Figures
    plain_piece: Figures | None
    unread: tuple[str, ...]


def parts_of(recipe: WrittenRecipe) -> tuple[Part, ...]:
    """The parts of a recipe text as parts of a formula; a line of several foods becomes one line for each."""
    return tuple(
        Part(part.name, tuple(Line(food) for text in part.lines for food in split_foods(text))) for part in recipe.parts
    )


def work_out(parts: tuple[Part, ...], pieces: int, cupboard: Cupboard, manner: Manner) -> FormulaFigures:
    """Figures of a formula. Blank lines count for nothing; a line that cannot be read is left out and listed.

    Raises CannotUse unless `pieces` is from 1 to `MOST_PIECES`.
    """
    if not 1 <= pieces <= MOST_PIECES:
        raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {pieces:,}.")
    worked = tuple(_part(part, cupboard, manner) for part in parts)
    batch = total(part.figures for part in worked)
    unread = tuple(line.text for part in worked for line in part.lines if _left_out(line))
    return FormulaFigures(pieces, worked, batch, batch.times(1 / pieces), _plain_piece(worked, pieces), unread)


def _plain_piece(parts: tuple[PartFigures, ...], pieces: int) -> Figures | None:
    lines = [line for part in parts for line in part.lines]
    if not any(line.optional and line.figures for line in lines):
        return None
    left_out = sum(_left_out(line) for line in lines if not line.optional)
    plain = total((line.figures for line in lines if line.figures and not line.optional), left_out)
    return plain.times(1 / pieces)


def _part(part: Part, cupboard: Cupboard, manner: Manner) -> PartFigures:
    lines = tuple(read_against(line.text, cupboard, manner, line.chosen) for line in part.lines)
    left_out = sum(_left_out(line) for line in lines)
    return PartFigures(part.name, lines, total((line.figures for line in lines if line.figures), left_out))


def _left_out(line: ReadLine) -> bool:
    return line.figures is None and bool(line.text.strip())
