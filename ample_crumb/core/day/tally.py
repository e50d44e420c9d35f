"""A count of one's own: a sum of figures by coefficients that somebody typed, rounded as they said."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.core.bounds import Between, Letters
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.problem import CannotUse

COUNTED: Final = (
    "energy_kcal", "protein_g", "fat_g", "saturates_g", "carbohydrate_g", "sugars_g", "fibre_g", "polyols_g", "salt_g",
)  # fmt: skip
"""What may be counted; carbohydrate is without fibre."""

MOST_PIECES: Final = 20
"""So many pieces are looked through for where a count is no longer nothing."""


@dataclass(frozen=True, slots=True)
class Tally:
    """What it is called, what a kcal or a gram of each figure counts, and the step to which it is rounded."""

    name: Annotated[str, Letters(40, 1)]
    coefficients: Mapping[str, Annotated[float, Between(-1000, 1000)]]
    rounding_count: Annotated[float, Between(0.01, 100)] = 1.0


def check_tally(tally: Tally) -> Tally:
    """The tally itself. Raises CannotUse for one that counts nothing."""
    unknown = [name for name in tally.coefficients if name not in COUNTED]
    if unknown:
        raise CannotUse(f"“{unknown[0]}” is no figure that can be counted.")
    if not any(tally.coefficients.values()):
        raise CannotUse("Say what at least one figure counts.")
    return tally


def tally_count(figures: Figures, tally: Tally) -> float:
    """What figures count, to the nearest step, halves up; never below nothing. What is not known counts nothing."""
    whole = sum(
        coefficient * (getattr(figures.nutrients, name) or 0.0) for name, coefficient in tally.coefficients.items()
    )
    steps = math.floor(whole / tally.rounding_count + 0.5 + 1e-9)
    return max(0, steps) * tally.rounding_count


def no_longer_zero_from(piece: Figures, tally: Tally) -> int | None:
    """Returns from how many pieces on the count is more than nothing although that of one is; None where one counts
    something, or as many as `MOST_PIECES` do not."""
    if tally_count(piece, tally) > 0:
        return None
    return next((count for count in range(2, MOST_PIECES + 1) if tally_count(piece.times(count), tally) > 0), None)
