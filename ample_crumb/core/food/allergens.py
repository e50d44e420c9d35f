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

BROKEN_BY: Final[Mapping[str, Callable[[Ingredient], bool]]] = {
    "vegan": lambda item: not item.vegan,
    "vegetarian": lambda item: not item.vegetarian,
    "gluten-free": lambda item: "gluten" in item.allergens,
    "dairy-free": lambda item: "milk" in item.allergens,
    "egg-free": lambda item: "egg" in item.allergens,
    "nut-free": lambda item: "tree nuts" in item.allergens or "peanut" in item.allergens,
    "no added sugar": lambda item: item.added_sugar,
}
"""Diets, and what in an ingredient breaks them. Traces are another matter: these are what it contains as such."""
