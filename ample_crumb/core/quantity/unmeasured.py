"""Lines without an amount that kitchens write so: "salt", "cooking spray", "butter for the tin", "cinnamon to taste".

They count as a pinch, a spray or a dusting, with a band as wide as they may be more or less. Whatever else has no
amount asks for one.
"""

import re
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.quantity.units import CUP_ML, MeasureSystem, measure_size
from ample_crumb.core.quantity.weighing import Measures, Weight, WeightBasis

_TASTE: Final = re.compile(
    r"\s?[,(]?\s?\b(?:to (?:your )?(?:taste|liking)|(?:to|for) (?:serv|finish|decorat|garnish|sprinkl|top|scatter)\w*"
    r"|as (?:needed|required|desired)|if (?:needed|desired|you like))\)?$",
    re.IGNORECASE,
)
_TIN: Final = re.compile(
    r"\s?[,(]?\s?\b(?:for|to)\s(?:greas(?:e|ing)|butter(?:ing)?|oil(?:ing)?|brush(?:ing)?|coat(?:ing)?)?\s*"
    r"(?:the\s+|your\s+)?(?:tins?|pans?|trays?|dish|mou?lds?|griddle|paper|hands)?\)?$",
    re.IGNORECASE,
)
_DUST: Final = re.compile(
    r"\s?[,(]?\s?\b(?:for|to)\s(?:dust(?:ing)?|roll(?:ing)?(?: out)?|flour(?:ing)?|sprinkl(?:e|ing)|work(?:ing)?"
    r"|(?:the\s+)?(?:work(?:top| surface)|surface|board|counter))(?:\s+(?:with|on|over))?\)?$",
    re.IGNORECASE,
)
_EXTRA: Final = re.compile(
    r"^(?:plus\s+)?(?:some\s+)?(?:extra|more|additional|a little|a bit of|some|a few|several|a couple of)\s+", re.I
)

_AS_MANY: Final = re.compile(
    r"^(?:as (?:many|much)|however (?:many|much)|enough) (?P<name>[^\d,]+?) (?:as|you|to) .*$", re.IGNORECASE
)

A_DUSTING_G: Final = 5.0
"""Flour, cocoa or icing sugar over a tin or a bake, and fat to grease one: a teaspoon or two. Common practice."""

A_SPRAY_G: Final = 0.5
"""A second or two of a spray. Common practice."""

_PINCHED_ROLES: Final = ("salt", "spice")
_DUSTED_ROLES: Final = ("flour", "sugar", "cocoa", "sweetener", "spice")


@dataclass(frozen=True, slots=True)
class Unmeasured:
    """A line without an amount: the name of its food without what it is for, and what that is, empty where it is not
    said."""

    name: str
    purpose: str


def without_amount(plain: str) -> Unmeasured:
    """What a text without an amount names, and what for."""
    name = _EXTRA.sub("", " ".join(plain.split()))
    as_many = _AS_MANY.match(name)
    if as_many:
        return Unmeasured(as_many["name"], "enough")
    for purpose, pattern in (("taste", _TASTE), ("dust", _DUST), ("tin", _TIN)):
        bare = pattern.sub("", name)
        if bare and bare != name:
            return Unmeasured(bare.strip(" ,"), purpose)
    return Unmeasured(name, "")


def usual_weight(purpose: str, slug: str, role: str, measures: Measures, system: MeasureSystem) -> Weight | None:
    """So much of a food as kitchens take that write no amount; None for one that has to be asked for."""
    if slug == "cooking_spray":
        return _about(measures.piece_g.get("spray", A_SPRAY_G), "a spray")
    if purpose == "tin" and role == "fat":
        return _about(A_DUSTING_G, "as much as greases a tin")
    if purpose in ("dust", "tin") and role in _DUSTED_ROLES:
        return _about(A_DUSTING_G, "a dusting")
    if purpose in ("", "taste") and role in _PINCHED_ROLES:
        cup_g = next(iter(measures.cup_g.values()), 0.0)
        grams = measures.piece_g.get("pinch") or measure_size("pinch", system) / CUP_ML * cup_g
        return _about(grams, "a pinch") if grams else None
    return None


def _about(grams: float, words: str) -> Weight:
    """As likely none of it as twice as much."""
    return Weight(grams, 0.0, 2 * grams, WeightBasis.ROUGH, f"no amount is written: {words}", grams)
