"""The single change of fewest grams to a line after which a claim holds."""

from collections.abc import Mapping
from dataclasses import dataclass
from operator import attrgetter, itemgetter
from typing import Final

from ample_crumb.core.food.claims.claim import ClaimCondition
from ample_crumb.core.food.nutrients import Figures

MOST_TIMES: Final = 2.0
"""Most of a line that is offered to be added, in times what is in: beyond that it is another formula."""


@dataclass(frozen=True, slots=True)
class LineChange:
    """`change_g` more of a line, less where negative; `of_g` is what is in now."""

    line_id: str
    name: str
    change_g: float
    of_g: float


@dataclass(frozen=True, slots=True)
class ClaimedAmounts:
    """What a line holds, or the batch, which has no id: its grams, and the amount of each nutrient that claims ask
    for."""

    line_id: str
    name: str
    mass_g: float
    amounts: Mapping[str, float]

    @classmethod
    def in_(cls, figures: Figures, line_id: str = "", name: str = "") -> "ClaimedAmounts":
        """What these figures hold."""
        amounts = (amount or 0.0 for amount in _CLAIMED(figures.nutrients))
        return cls(line_id, name, figures.mass_g, dict(zip(CLAIMED, amounts, strict=True)))


CLAIMED: Final = ("energy_kcal", "protein_g", "fat_g", "saturates_g", "sugars_g", "fibre_g", "salt_g")

_CLAIMED: Final = attrgetter(*CLAIMED)


def claim_gap(
    lines: tuple[ClaimedAmounts, ...], batch: ClaimedAmounts, needs: tuple[ClaimCondition, ...]
) -> LineChange | None:
    """The single change of fewest grams to one of the lines after which the batch meets all needs; None where no line
    can do it by leaving it out or up to `MOST_TIMES` more of it.

    Adding x g of a line moves each need by x times what a gram of the line adds to it, so each need bounds x on one
    side; the bound nearest to zero is the answer.
    """
    if not needs:
        return None
    # Those that do not hold first: most lines cannot meet them, and are done with.
    margins = sorted(((_margin(need, batch), need) for need in needs), key=itemgetter(0))
    best: LineChange | None = None
    for line in lines:
        low, high = -line.mass_g, MOST_TIMES * line.mass_g
        for margin, need in margins:
            slope = _margin(need, line) / line.mass_g
            if slope > 0:
                low = max(low, -margin / slope)
            elif slope < 0:
                high = min(high, -margin / slope)
            elif margin < 0:
                low, high = 1.0, 0.0
            if low > high:
                break
        if low > high:
            continue
        change_g = min(max(0.0, low), high)
        if change_g != 0 and (best is None or abs(change_g) < abs(best.change_g)):
            best = LineChange(line.line_id, line.name, change_g, line.mass_g)
    return best


def _margin(need: ClaimCondition, held: ClaimedAmounts) -> float:
    value = need.per_g * held.mass_g
    for name, factor in need.factors:
        value += factor * held.amounts[name]
    return value
