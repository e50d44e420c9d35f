"""What a formula costs, from the prices of its lines."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.formula.evaluation import FormulaFigures

FREE: Final = frozenset({"water"})
"""Foods from the tap, which nobody prices."""

LEAST: Final = 0.005
"""Half of the smallest coin: a lower limit of less for a piece, as where only its salt has a price, says nothing."""


@dataclass(frozen=True, slots=True)
class Cost:
    """Cost of the batch and of a piece, in the kitchen's money. `unpriced` are the lines without a price: while there
    are any, or lines that could not be read, these are lower limits."""

    batch_cost: float
    piece_cost: float
    unpriced: tuple[str, ...]
    at_least: bool


def cost_of(evaluated: FormulaFigures, price_per_g: Mapping[str, float]) -> Cost | None:
    """Cost of a formula by the price of a gram of each ingredient's slug; None where no line has a price,
    or those that have come to less than `LEAST` a piece. What was prepared and not used is not counted: it is still
    there."""
    batch, priced, unpriced = 0.0, False, []
    for line, weighed in evaluated.weighed_lines():
        slug = weighed.ingredient.slug
        price = 0.0 if slug in FREE else price_per_g.get(slug)
        if price is None:
            unpriced.append(line.text)
        else:
            batch += price * weighed.mass_g
            priced = priced or price > 0
    piece = batch / evaluated.piece_count
    at_least = bool(unpriced or evaluated.unread)
    if not priced or (at_least and piece < LEAST):
        return None
    return Cost(batch, piece, tuple(unpriced), at_least)
