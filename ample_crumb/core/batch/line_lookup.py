"""Which line or part of a formula a baker means by a few words."""

from collections.abc import Iterator

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures, PartFigures
from ample_crumb.core.formula.reading import ReadLine
from ample_crumb.core.quantity.line_parser import read_line
from ample_crumb.core.quantity.name_matching import words


def find_part(name: str, evaluated: FormulaFigures) -> int | None:
    """The place of the part that is called so; None for none. The only part that has no name is the dough."""
    wanted = set(words(name))
    if not wanted:
        return None
    for place, part in enumerate(evaluated.parts):
        own = set(words(part.name))
        if own and (wanted <= own or (own <= wanted and len(wanted) <= len(own) + 1)):
            return place
    return None


def find_line(name: str, evaluated: FormulaFigures, cupboard: Cupboard) -> ReadLine | None:
    """The line that is meant: of just that food, else the one that shares most of the words, else None."""
    bare = read_line(name).name or name
    wanted = set(words(bare))
    if not wanted:
        return None
    lines = [line for line in evaluated.lines() if line.ingredient is not None]
    found = cupboard.index.find(bare)
    if found.best is not None:
        same = next((line for line in lines if line.ingredient and line.ingredient.slug == found.best.key), None)
        if same is not None:
            return same
    ranked = sorted(((-_shared(wanted, line), place) for place, line in enumerate(lines)))
    if not ranked or ranked[0][0] > -0.6:
        return None
    return lines[ranked[0][1]]


def find_alternative(name: str, evaluated: FormulaFigures) -> tuple[ReadLine, str] | None:
    """The line that leaves a choice in which this is one, and its slug; None for none."""
    wanted = set(words(name))
    for line, slug, called in _alternatives(evaluated):
        if wanted and wanted == set(words(called)):
            return line, slug
    return None


def _alternatives(evaluated: FormulaFigures) -> Iterator[tuple[ReadLine, str, str]]:
    for line in evaluated.lines():
        if line.leaves_choice:
            for alternative in line.alternatives:
                yield line, alternative.ingredient.slug, read_line(alternative.text).name
                yield line, alternative.ingredient.slug, alternative.ingredient.name


def _shared(wanted: set[str], line: ReadLine) -> float:
    """The share of the wanted words that the line's name or its food's has."""
    own = set(words(line.name)) | set(words(line.ingredient.name if line.ingredient else ""))
    return len(wanted & own) / len(wanted)


def place_of(line_id: str, evaluated: FormulaFigures) -> tuple[int, PartFigures]:
    """The part that a line stands in, by its place. Raises KeyError for a line that is not there."""
    for place, part in enumerate(evaluated.parts):
        if any(line.id == line_id for line in part.lines):
            return place, part
    raise KeyError(line_id)
