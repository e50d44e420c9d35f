"""Grains, pulses and seeds that take up water: so much dry is so much cooked or soaked, both ways."""

from dataclasses import dataclass
from functools import cache

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class CookingYield:
    """A gram of one food is `factor` grams of the food of `slug`; `cooks` when that is the cooked or soaked one."""

    slug: str
    factor: float
    cooks: bool


def cooked_or_dry(slug: str) -> CookingYield | None:
    """The same food cooked, or dry again; None for one that is not cooked from dry.

    The yield is that at which the energy of the two foods of the cupboard is the same, which for each lies within what
    kitchens find (`tables/cooked.csv`): water is all that comes, so nothing else may change.
    """
    return _conversions().get(slug)


@cache
def _conversions() -> dict[str, CookingYield]:
    foods = reference_cupboard().ingredients
    found: dict[str, CookingYield] = {}
    for row in read_table("foods/cooking_yield"):
        dry, cooked = foods[row["dry"]].per_100g.energy_kcal, foods[row["cooked"]].per_100g.energy_kcal
        assert dry
        assert cooked
        found[row["dry"]] = CookingYield(row["cooked"], dry / cooked, cooks=True)
        found[row["cooked"]] = CookingYield(row["dry"], cooked / dry, cooks=False)
    return found
