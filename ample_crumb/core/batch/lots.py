"""The pieces that came out: lots of pieces of one weight, and which share of the batch each piece is."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.core.bounds import LEAST, Between, Items
from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.quantity.written_yield import MOST_PIECES

MOST_LOTS: Final = 60


@dataclass(frozen=True, slots=True)
class Lot:
    """A number of pieces of one weight; the weight is None where nobody weighed them, and they share what is left."""

    piece_count: Annotated[int, Between(1, MOST_PIECES)]
    piece_g: Annotated[float, Between(LEAST, MOST_G)] | None = None


Lots = Annotated[tuple[Lot, ...], Items(MOST_LOTS)]


@dataclass(frozen=True, slots=True)
class LotShare:
    """A lot as it came out: each of its pieces is the `share` of the whole batch and `piece_g` heavy as it is eaten."""

    piece_count: int
    share: float
    piece_g: float


def lot_portion(alike: Portion, piece_count: float, share: float) -> Portion:
    """What a piece of a lot brings: the `share` of a batch of which `alike` is one of `piece_count` pieces alike."""
    return alike.times(share * piece_count)


def lot_shares(lots: Sequence[Lot], dough_g: float, batch_g: float, planned_count: float) -> tuple[LotShare, ...]:
    """The lots with their shares, which sum to 1; without any, as many pieces as planned.

    Pieces that were weighed before they were baked weigh more than the batch does: then they are shares of the dough.
    Where all of them were weighed, they are the whole, and must be most of it. Raises CannotUse for pieces heavier
    than the dough, and for too many of them."""
    if not lots:
        count = max(1, round(planned_count))
        return (LotShare(count, 1 / planned_count, batch_g / planned_count),)
    count = sum(lot.piece_count for lot in lots)
    if count > MOST_PIECES:
        raise CannotUse(f"A batch makes up to {MOST_PIECES:,} pieces, not {count:,}.")
    weighed_g = sum(lot.piece_count * lot.piece_g for lot in lots if lot.piece_g is not None)
    unweighed = sum(lot.piece_count for lot in lots if lot.piece_g is None)
    if weighed_g > dough_g * _SCALES:
        raise CannotUse(f"These pieces weigh {weighed_g:.0f} g together, and there were {dough_g:.0f} g of dough.")
    whole_g = batch_g if weighed_g <= batch_g else dough_g
    if not unweighed and weighed_g < _LEAST_SHARE * batch_g:
        raise CannotUse(
            f"These pieces weigh {weighed_g:.0f} g together, and about {batch_g:.0f} g came of it; say what was left "
            "over, or what the others weigh."
        )
    if not unweighed:
        whole_g = weighed_g
    elif weighed_g >= whole_g:
        raise CannotUse(f"The weighed pieces are all there is; {unweighed} more would weigh nothing.")
    rest_share = (1 - weighed_g / whole_g) / unweighed if unweighed else 0.0
    shares = (rest_share if lot.piece_g is None else lot.piece_g / whole_g for lot in lots)
    return tuple(LotShare(lot.piece_count, share, share * batch_g) for lot, share in zip(lots, shares, strict=True))


_LEAST_SHARE: Final = 0.75
"""Nothing bakes so much drier than its family that all pieces weigh less than this of what is expected. Common
practice."""

_SCALES: Final = 1.02
"""Two scales, and what was rounded."""


def lots_of_weights(weights_g: Sequence[float]) -> tuple[Lot, ...]:
    """Pieces by their weights, those of one weight as one lot, in the order in which they were first weighed."""
    counts: dict[float, int] = {}
    for grams in weights_g:
        counts[grams] = counts.get(grams, 0) + 1
    return tuple(Lot(count, grams) for grams, count in counts.items())


def unevenness(lots: Sequence[LotShare]) -> float:
    """The standard deviation of a piece's weight as a share of the mean; 0 for pieces alike."""
    count = sum(lot.piece_count for lot in lots)
    mean = sum(lot.piece_count * lot.share for lot in lots) / count
    variance = sum(lot.piece_count * (lot.share - mean) ** 2 for lot in lots) / count
    return math.sqrt(variance) / mean if mean else 0.0
