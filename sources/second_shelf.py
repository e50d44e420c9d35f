"""The foods of USDA SR28 that are no rows of the table of ingredients, as the table of the second shelf."""

import csv
import re
from collections.abc import Iterable, Iterator
from pathlib import Path
from typing import Final

from sources.sr28 import HouseholdWeight, ReferenceFood

SHELF: Final = Path(__file__).parents[1] / "ample_crumb/core/tables/foods/reference/sr28.csv"

FIGURES: Final = (
    "energy_kcal", "protein_g", "fat_g", "saturates_g", "carbohydrate_g", "sugars_g", "fibre_g", "salt_g", "alcohol_g",
    "water_g", "caffeine_mg",
)  # fmt: skip
COLUMNS: Final = ("ndb_no", "role", "name", *FIGURES, "cup_g", "piece_g", "pack_g")

_LEFT_OUT: Final = frozenset(("Baby Foods", "Restaurant Foods", "Fast Foods"))
_ROLES: Final = {
    "Dairy and Egg Products": "dairy",
    "Spices and Herbs": "spice",
    "Fats and Oils": "fat",
    "Fruits and Fruit Juices": "fruit",
    "Nut and Seed Products": "nut",
    "Beverages": "liquid",
    "Legumes and Legume Products": "pulse",
    "Cereal Grains and Pasta": "grain",
    "Breakfast Cereals": "grain",
    "Sweets": "topping",
    "Baked Products": "topping",
    "Snacks": "topping",
}
"""Kinds of the cupboard by the database's groups; dishes and what goes into them are meals."""

_CAPITALS: Final = re.compile(r"\b[A-Z][A-Z'&.]+\b")
_NO_MAKERS: Final = frozenset(("USDA", "BBQ", "NFS", "UHT"))
_NAMED_IN_SMALL: Final = frozenset(("01200", "14462", "14599", "22963"))
"""Foods with a maker in their name that is not in capitals."""


def is_generic(food: ReferenceFood) -> bool:
    """Whether no maker is named with it, in its column or, in capitals, in its name, and it is no food for babies, of a
    restaurant or of a counter."""
    named = set(_CAPITALS.findall(food.description)) - _NO_MAKERS
    of_a_counter = food.group in _LEFT_OUT or "fast food" in food.description
    return not food.maker and not named and food.ndb_no not in _NAMED_IN_SMALL and not of_a_counter


def row_of(food: ReferenceFood) -> dict[str, str]:
    """A food as a row of the table."""
    values = ((name, getattr(food.per_100g, name)) for name in FIGURES)
    cups, pieces, packs = measures_of(food.household)
    return {
        "ndb_no": food.ndb_no,
        "role": _ROLES.get(food.group, "meal"),
        "name": food.description,
        **{name: "" if value is None else f"{value:g}" for name, value in values},
        "cup_g": _cell(cups),
        "piece_g": _cell(pieces),
        "pack_g": _cell(packs),
    }


def _cell(grams: dict[str, float]) -> str:
    return ";".join(f"{word}={value:.4g}" for word, value in grams.items())


_CUPS: Final = {"cup": 1.0, "tbsp": 16.0, "tablespoon": 16.0, "tsp": 48.0, "teaspoon": 48.0, "fl oz": 8.0}
"""How many go into a US cup, that which is measured most surely first."""

_SIZES: Final = ("extra large", "large", "medium", "small", "mini", "jumbo")
_PACKS: Final = {
    "can": "can", "package": "packet", "packet": "packet", "container": "tub", "jar": "jar", "bottle": "bottle",
    "box": "box", "carton": "carton", "pouch": "pouch", "envelope": "sachet", "tub": "tub", "stick": "stick",
}  # fmt: skip
_NO_MEASURES: Final = re.compile(
    r"refuse|\bserving|\b(?:oz|lb|kg|g|quart|pint|gallon|inch|unit|recipe|portion|nlea|prepared)\b"
)
_ASIDE: Final = re.compile(r"\([^)]*\)?")
_WORD: Final = re.compile(r"[a-z]+")


def measures_of(household: Iterable[HouseholdWeight]) -> tuple[dict[str, float], dict[str, float], dict[str, float]]:
    """Grams by cup, piece and pack, as the table of ingredients has them; what is no measure of a kitchen is left."""
    said = [
        (_plain(each.measure), each.mass_g / each.amount)
        for each in household
        if each.amount > 0 and "yield" not in each.measure
    ]
    cups = dict(_cups(said))
    pieces: dict[str, float] = {}
    packs: dict[str, float] = {}
    for measure, grams in said:
        if _unit(measure) or not measure or _NO_MEASURES.search(measure):
            continue
        word = _WORD.match(measure)
        if word is None:
            continue
        size = next((each for each in _SIZES if measure.startswith(each)), "")
        pack = _PACKS.get(word[0])
        if pack:
            packs.setdefault(pack, grams)
        else:
            pieces.setdefault(size or word[0].removesuffix("s") or word[0], grams)
    return cups, pieces, packs


def _plain(measure: str) -> str:
    return " ".join(_ASIDE.sub(" ", measure.lower()).replace(",", " ").split())


def _unit(measure: str) -> str:
    return next((unit for unit in _CUPS if measure == unit or measure.startswith((f"{unit} ", f"{unit}s"))), "")


def _cups(said: list[tuple[str, float]]) -> Iterator[tuple[str, float]]:
    for unit, in_cup in _CUPS.items():
        found = {
            (measure.removeprefix(unit).partition(" or ")[0].strip() or "level"): grams * in_cup
            for measure, grams in reversed(said)
            if _unit(measure) == unit
        }
        if found:
            # That without a word is the usual one; else the one that is named first.
            usual = "level" if "level" in found else next(reversed(found))
            yield from ((usual, found.pop(usual)), *reversed(found.items()))
            return


def write(foods: Iterable[ReferenceFood], curated: frozenset[str]) -> None:
    """Writes the table: generic foods whose number no row of the table of ingredients has."""
    kept = sorted(
        (food for food in foods if is_generic(food) and food.ndb_no not in curated), key=lambda food: food.ndb_no
    )
    with SHELF.open("w", encoding="utf-8", newline="") as file:
        writer = csv.DictWriter(file, COLUMNS, lineterminator="\n")
        writer.writeheader()
        writer.writerows(map(row_of, kept))
