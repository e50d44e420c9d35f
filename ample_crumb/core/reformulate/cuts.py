"""A grid of cuts: the same wishes with the batch cut into more or fewer pieces, where its size is free."""

import math
from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.production.portions import PortionBy
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import Reformulation, ReformulationStatus, reformulate
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen

_FEWEST, _MOST = 0.6, 1.7
"""So many times as many pieces: beyond, a piece is another size of dessert. Common practice."""

MOST_GRIDS: Final = 6


@dataclass(frozen=True, slots=True)
class Grid:
    """Rows and columns of cuts."""

    row_count: int
    column_count: int

    @property
    def piece_count(self) -> int:
        """How many pieces they make."""
        return self.row_count * self.column_count


@dataclass(frozen=True, slots=True)
class CutAnswer:
    """What comes of the wishes with the batch cut so."""

    grid: Grid
    found: Reformulation


def grids_near(piece_count: float) -> tuple[Grid, ...]:
    """Grids of cuts from 2 by 2 up into another number of pieces, the nearest in number first, each number by its
    squarest grid."""
    found: dict[int, Grid] = {}
    for rows in range(2, 9):
        for columns in range(rows, min(2 * rows, 10) + 1):
            grid = Grid(rows, columns)
            near = _FEWEST * piece_count <= grid.piece_count <= _MOST * piece_count
            if near and grid.piece_count != piece_count:
                best = found.get(grid.piece_count)
                if best is None or columns - rows < best.column_count - best.row_count:
                    found[grid.piece_count] = grid
    ranked = sorted(found.values(), key=lambda grid: abs(math.log(grid.piece_count / piece_count)))
    return tuple(ranked[:MOST_GRIDS])


def reformulate_cut(formula: FormulaInKitchen, request: ReformulationRequest) -> tuple[CutAnswer, ...]:
    """The nearest answer for each grid that lets the wishes be, the one that changes the formula least first; empty
    where none does, and where pieces are not counted. Raises as `reformulate` does."""
    portioning = formula.making.portioning
    if portioning.by not in (PortionBy.COUNT, PortionBy.CUTS):
        return ()
    answers = []
    for grid in grids_near(portioning.made_count or portioning.count):
        parted = replace(portioning, by=PortionBy.COUNT, count=float(grid.piece_count), made_count=None)
        cut = replace(formula, making=replace(formula.making, portioning=parted))
        found = reformulate(cut, replace(request, answers=1))
        if found.status is ReformulationStatus.MET:
            answers.append(CutAnswer(grid, found))
    return tuple(sorted(answers, key=lambda each: (round(each.found.answers[0].objective, 2), each.grid.piece_count)))
