"""Words on a line that a food must bear, because with or without it is another food: "gluten-free flour" is no flour of
wheat, "powdered eggs" are no eggs, "raw chickpeas" are none out of a can.

A word is borne where a name of the food has it, or where its figures or what it contains make it true of it. Words of a
diet are only gone against: where nobody knows, they are borne.
"""

import re
from collections.abc import Callable, Mapping
from typing import Final

from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.quantity.name_matching import fold, words

_DIETS: Final = tuple(
    (re.compile(rf"\b(?:{pattern})\b", re.IGNORECASE), diet)
    for pattern, diet in (
        (r"gluten[- ]?free|gf", "gluten-free"),
        (r"vegan|plant[- ]based", "vegan"),
        (r"(?:dairy|milk)[- ]?free|non[- ]?dairy", "dairy-free"),
        (r"egg[- ]?free", "egg-free"),
        (r"nut[- ]?free", "nut-free"),
        (r"(?:sugar|zero[- ]sugar)[- ]?free|zero[- ]sugar|no[- ](?:added[- ])?sugar(?:[- ]added)?", "no added sugar"),
    )
)

_LIGHT: Final = re.compile(r"\b(?:light|lite)\b", re.IGNORECASE)
"""Less of something, of which a syrup has other things than a cheese; only its names tell that a food is so."""

_FAT_FREE_G, _LOW_FAT_G = 0.5, 3.0
"""g of fat in 100 g: Regulation (EC) 1924/2006 Annex, from memory."""

_SUGARS_G = 5.0
"""g of sugars in 100 g from which a food may be called sweet, as "low sugars" ends there; the same Annex."""

_DRIED_G = 25.0
"""Most water in 100 g of what is dry or dried: dried fruit has up to a quarter. Common practice."""

_POWDERS: Final = ("flour", "sugar", "sweetener", "cocoa", "spice", "leavening", "protein", "binder", "salt", "grain")
"""Kinds of food that are powder, or may be ground to one without becoming another."""

_SALTED_G = 0.3


def _at_most(nutrient: str, most: float) -> Callable[[Ingredient], bool]:
    def holds(item: Ingredient) -> bool:
        value = getattr(item.per_100g, nutrient)
        return value is not None and bool(value <= most)

    return holds


def _more_than(nutrient: str, least: float) -> Callable[[Ingredient], bool]:
    def holds(item: Ingredient) -> bool:
        value = getattr(item.per_100g, nutrient)
        return value is not None and bool(value > least)

    return holds


def _never(_: Ingredient) -> bool:
    return False


def _full_fat(item: Ingredient) -> bool:
    return not {"lowfat", "halffat", "fatfree"} & item.once(_borne)


def _sweet(item: Ingredient) -> bool:
    return item.added_sugar is True or (item.per_100g.sugars_g or 0.0) > _SUGARS_G


_BORNE_BY: Final[Mapping[str, Callable[[Ingredient], bool]]] = {
    # Fat and sugar are figures.
    "fatfree": _at_most("fat_g", _FAT_FREE_G),
    "lowfat": _at_most("fat_g", _LOW_FAT_G),
    "halffat": _never,
    "fullfat": _full_fat,
    "unsweetened": lambda item: item.added_sugar is False,
    "sweetened": _sweet,
    # So is water.
    "powdered": lambda item: item.role in _POWDERS,
    "dry": _at_most("water_g", _DRIED_G),
    "dried": _at_most("water_g", _DRIED_G),
    "liquid": _more_than("water_g", 10.0),
    "salted": _more_than("salt_g", _SALTED_G),
    # What has been done to a food, and what it tastes of, its names tell.
    **dict.fromkeys(
        (
            "cooked", "canned", "condensed", "evaporated", "malted", "smoked", "defatted", "instant", "flavoured",
            "vanilla", "chocolate", "strawberry", "caramel", "isolate",
        ),
        _never,
    ),
}  # fmt: skip
"""Words, as `words` gives them, and by which facts they are true of a food that is not called so."""

_STATES: Final = {
    "raw": frozenset(("cooked", "canned", "roasted", "toasted", "smoked")),
    "fresh": frozenset(("cooked", "canned", "dry", "dried", "powder", "smoked", "evaporated", "condensed")),
}
"""Words that go against a food that is called one of these."""

_ROOTS: Final = {
    "boiled": "cooked", "baked": "cooked", "brewed": "cooked", "tinned": "canned", "powdered": "powder",
    "flavor": "flavoured", "flavored": "flavoured",
}  # fmt: skip
"""Words that mean the same here."""

_IN_NAMES_ONLY: Final = frozenset(("raw", "fresh", "salted", "instant", "liquid", "isolate"))
"""What stands behind a comma is done after the food was weighed: "almonds, salted" are salted then."""


def unborne(name: str, notes: tuple[str, ...], item: Ingredient) -> tuple[str, ...]:
    """The words of a line's name and of what is noted on it that cannot be true of this food, in their order."""
    said = " ".join((name, *notes))
    against = [diet for pattern, diet in _DIETS if pattern.search(said) and BROKEN_BY[diet](item)]
    if _LIGHT.search(said) and not _LIGHT.search(" ".join((item.name, *item.synonyms))):
        against.append("light")
    borne = item.once(_borne)
    noted = [word for note in notes for word in words(note) if word not in _IN_NAMES_ONLY]
    for word in (*words(name), *noted):
        root = _ROOTS.get(word, word)
        if word in borne or root in borne:
            continue
        goes_against = _STATES.get(word, frozenset()) & item.once(_called)
        unfounded = word in _BORNE_BY and not _BORNE_BY[word](item)
        if goes_against or unfounded:
            against.append(word)
    return tuple(dict.fromkeys(against))


def _borne(item: Ingredient) -> frozenset[str]:
    """All words of a food's names, and what they mean the same as."""
    found = {word for name in (item.name, *item.synonyms) for word in words(name)}
    if item.role == "protein":
        # Powders come flavoured as a rule, and dry.
        found |= {"vanilla", "chocolate", "strawberry", "flavoured", "caramel"}
    return frozenset(found | {_ROOTS[word] for word in found & _ROOTS.keys()})


def _called(item: Ingredient) -> frozenset[str]:
    """The words of what a food is called first, by which its state is told."""
    found = set(words(item.name)) | set(fold(item.name).replace(",", " ").split())
    return frozenset(found | {_ROOTS[word] for word in found & _ROOTS.keys()})
