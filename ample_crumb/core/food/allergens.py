"""The allergens that two rule sets ask to be named, and the diets that ingredients break."""

from collections.abc import Callable, Mapping
from typing import Final

from ample_crumb.core.food.ingredient import Ingredient

EU: Final = (
    "gluten", "crustaceans", "egg", "fish", "peanut", "soy", "milk", "tree nuts", "celery", "mustard", "sesame",
    "sulphites", "lupin", "molluscs",
)  # fmt: skip
"""The 14 of Regulation (EU) 1169/2011 Annex II. Gluten stands for cereals containing it, oats among them."""

US: Final = ("milk", "egg", "fish", "crustaceans", "tree nuts", "peanut", "wheat", "soy", "sesame")
"""The 9 of the Federal Food, Drug, and Cosmetic Act section 201(qq), sesame since 2023. Wheat, not gluten; spelt is a
wheat."""

KNOWN: Final = tuple(dict.fromkeys((*EU, *US)))
"""All names that an ingredient may carry."""


def _has(*allergens: str) -> Callable[[Ingredient], bool | None]:
    def breaks(item: Ingredient) -> bool | None:
        if item.allergens is None:
            return None
        found = any(name in item.allergens for name in allergens)
        return None if item.allergens_open and not found else found

    return breaks


BROKEN_BY: Final[Mapping[str, Callable[[Ingredient], bool | None]]] = {
    "vegan": lambda item: None if item.vegan is None else not item.vegan,
    "vegetarian": lambda item: None if item.vegetarian is None else not item.vegetarian,
    "gluten-free": _has("gluten"),
    "dairy-free": _has("milk"),
    "egg-free": _has("egg"),
    "nut-free": _has("tree nuts", "peanut"),
    "no added sugar": lambda item: item.added_sugar,
}
"""Diets, and whether an ingredient breaks them; None where nobody said. Traces are another matter: these are what it
contains as such."""
