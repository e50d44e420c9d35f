"""How well the grams of a line are known."""

import math
from typing import Final

from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.reading import WeighedLine
from ample_crumb.core.quantity.weighing import WeightBasis

SCALE_SD_G: Final = 1.0
"""Standard deviation of a kitchen scale that shows whole grams. Common practice."""

SCALE_MOST_SHARE: Final = 0.5
"""Nobody weighs 1 g on such a scale without looking twice: at most half of what was weighed."""

POURED_SHARE: Final = 0.04
"""Liquids and pastes by cup or spoon, common practice: 3 to 5 %."""

FILLED_SHARE: Final = 0.10
"""Powders and pieces by cup, spoon or scoop, common practice: a cup of flour weighs 113 to 142 g as it was filled."""

EGG_SHARE: Final = 0.06
"""Eggs by count. Common practice: a large egg has 47 to 53 g without its shell."""

COUNTED_SHARE: Final = 0.15
"""Fruit, slices and other pieces by count. Common practice."""

PACK_SHARE: Final = 0.05
"""A usual pack whose own weight was not stated, a can drained. Common practice."""

ROUGH_SHARE: Final = 0.50
"""Pinches, splashes, handfuls, sprays. Common practice."""

USED_BY_EYE_SHARE: Final = 0.10
"""A part judged by eye, "half the glaze", as a share of what there was. Common practice."""

_POURS_WATER_G: Final = 50.0
_SYRUP_WATER_G: Final = 14.0
_OIL_FAT_G: Final = 95.0


def pours(ingredient: Ingredient) -> bool:
    """Whether it fills a cup by itself: liquids, pastes, oils and syrups, told by water and fat per 100 g."""
    per_100g = ingredient.per_100g
    water_g, fat_g = per_100g.water_g or 0.0, per_100g.fat_g or 0.0
    syrup = ingredient.role in {"sugar", "sweetener"} and water_g >= _SYRUP_WATER_G
    return water_g >= _POURS_WATER_G or fat_g >= _OIL_FAT_G or syrup


def mass_sd_g(weighed: WeighedLine, ingredient: Ingredient) -> float:
    """Standard deviation of the grams of a line, in g.

    From how it was measured, from a written range ("1 to 2 tbsp"), taken as equally likely throughout, and from a part
    of it that was judged by eye.
    """
    range_sd = (weighed.high_g - weighed.low_g) / math.sqrt(12)
    eye_sd = USED_BY_EYE_SHARE * weighed.prepared_g if weighed.used_by_eye else 0.0
    return math.hypot(_measure_sd_g(weighed.mass_g, weighed.basis, ingredient), range_sd, eye_sd)


def weighed_sd_g(mass_g: float) -> float:
    """Standard deviation of `mass_g` on a kitchen scale, in g."""
    return min(SCALE_SD_G, SCALE_MOST_SHARE * mass_g)


def _measure_sd_g(mass_g: float, basis: WeightBasis, ingredient: Ingredient) -> float:
    if basis is WeightBasis.MEASURED:
        return mass_g * (POURED_SHARE if pours(ingredient) else FILLED_SHARE)
    if basis is WeightBasis.PACK:
        return mass_g * PACK_SHARE
    if basis is WeightBasis.COUNTED:
        if ingredient.role == "egg":
            return mass_g * EGG_SHARE
        # A scoop is a spoon of powder.
        return mass_g * (FILLED_SHARE if ingredient.role == "protein" else COUNTED_SHARE)
    if basis is WeightBasis.ROUGH:
        return mass_g * ROUGH_SHARE
    return weighed_sd_g(mass_g)
