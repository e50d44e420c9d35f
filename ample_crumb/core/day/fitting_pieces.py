"""What fits into the room that a day has left."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Final

from ample_crumb.core.day.day_budget import pieces_that_fit
from ample_crumb.core.day.piece_step import PieceStep, step_count
from ample_crumb.core.day.powder import limit_powder
from ample_crumb.core.food.nutrients import Figures

MOST_PIECES: Final = 4.0
"""Most pieces that are offered at once: what fits is a dessert, not a tray."""


@dataclass(frozen=True, slots=True)
class Fit:
    """The number of pieces of the thing called `key`, and what they bring."""

    key: str
    piece_count: float
    figures: Figures


def find_fitting_pieces(
    pieces: Iterable[tuple[str, Figures]],
    room_kcal: float,
    step: PieceStep = PieceStep.HALF,
    powder_g: Mapping[str, float] = MappingProxyType({}),
) -> tuple[Fit, ...]:
    """The largest portion of each piece that stays in the room, in the person's steps, most protein first.

    `pieces` are pairs of a key and the figures of one piece, `powder_g` the protein powder in one of them by key. At
    most `MOST_PIECES` of one thing, and no more than two scoops of powder.
    """
    fits = []
    for key, piece in pieces:
        steps = step_count(step, piece.mass_g)
        count = min(pieces_that_fit(piece.nutrients.energy_kcal, room_kcal, steps), MOST_PIECES)
        count = limit_powder(count, powder_g.get(key, 0.0), steps)
        if count > 0:
            fits.append(Fit(key, count, piece.times(count)))
    return tuple(sorted(fits, key=lambda fit: -(fit.figures.nutrients.protein_g or 0.0)))
