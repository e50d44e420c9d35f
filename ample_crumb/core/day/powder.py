"""Protein powder at one sitting: two scoops at the most are offered, whatever the day still lacks.

More at once fills and upsets, brings sweeteners and thickeners by the spoon, and is no dessert. Common practice: makers
name one or two scoops as a serving.
"""

import math
from collections.abc import Iterable
from typing import Final

from ample_crumb.core.food.ingredient import Ingredient

SCOOP_G: Final = 30.0
"""A scoop of most powders. Common practice: 25 to 35 g."""

MOST_SCOOPS: Final = 2
MOST_POWDER_G: Final = MOST_SCOOPS * SCOOP_G

_DRY: Final = 15.0
"""Grams of water in 100 g up to which it is a powder. Common practice."""

_NO_DRINK: Final = frozenset({"gelatine", "vital_wheat_gluten"})
"""What is of the same role and nobody takes by the scoop."""


def is_powder(item: Ingredient) -> bool:
    """Whether a food is protein powder."""
    return item.role == "protein" and item.slug not in _NO_DRINK and (item.per_100g.water_g or 0.0) <= _DRY


def powder_g(foods: Iterable[tuple[Ingredient, float]]) -> float:
    """The grams of protein powder in foods of these masses [g]."""
    return sum(mass_g for item, mass_g in foods if is_powder(item))


def limit_powder(count: float, powder_each_g: float, step_count: float) -> float:
    """Returns how many of a thing one eats at a sitting: `count`, or fewer where their powder [g] would be over two
    scoops."""
    if count * powder_each_g <= MOST_POWDER_G:
        return count
    return math.floor(MOST_POWDER_G / (powder_each_g * step_count) + 1e-9) * step_count
