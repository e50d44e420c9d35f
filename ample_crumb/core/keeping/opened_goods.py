"""How long goods of the cupboard keep once their pack is opened."""

from collections.abc import Mapping
from dataclasses import dataclass
from fnmatch import fnmatchcase
from functools import cache
from types import MappingProxyType
from typing import Final

from ample_crumb.core.crumb.functional_properties import water_percent
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.keeping.places import Place
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class OpenedLife:
    """How long goods of a kind keep opened, in days: carefully and usually, at the `home` that they belong to. `words`
    name the kind."""

    words: str
    home: Place
    careful_days: float
    usual_days: float
    source: str

    def days_at(self, place: Place) -> tuple[float, float]:
        """Careful and usual days where it stands. Frozen everything keeps three months; what belongs in the cold is
        good for no day out of it, and dry goods are no worse in it."""
        if place is Place.FREEZER:
            return max(_FROZEN_DAYS, self.careful_days), max(_FROZEN_DAYS, self.usual_days)
        if place is Place.COUNTER and self.home is Place.FRIDGE:
            return _WARM_DAYS, _WARM_DAYS
        return self.careful_days, self.usual_days


_FROZEN_DAYS: Final = 90.0
"""Common practice."""

_WARM_DAYS: Final = 2 / 24
"""The two-hour rule of US food safety, from memory."""

_WET: Final = 40.0
"""Grams of water in 100 g of what spoils. Common practice."""


def opened_life_of(item: Ingredient | None) -> OpenedLife:
    """How a food keeps once it is opened: by what it is, else by its role and how wet it is. A product of one's own
    counts by its role, and what nobody knows as other goods."""
    table = _table()
    if item is None:
        return table["any"]
    found = next((key for key in table if any(fnmatchcase(item.slug, slug) for slug in key.split())), "")
    wet = water_percent(item) > _WET
    keys = (found, f"wet:{item.role}" if wet else "", f"role:{item.role}", "any")
    return next(table[key] for key in keys if key in table)


@cache
def _table() -> Mapping[str, OpenedLife]:
    return MappingProxyType(
        {
            row["key"]: OpenedLife(
                row["words"], Place(row["place"]), float(row["careful_days"]), float(row["usual_days"]), row["source"]
            )
            for row in read_table("keeping/opened_goods")
        }
    )
