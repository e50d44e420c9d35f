"""Character as a wish, or as what is kept: between which shares of an axis a dough shall lie."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.character import TELLING, CharacterAxis, character_axes, has_character
from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.reformulate.wishes import CharacterWay, Wish

STEP: Final = 0.2
"""A step of character, within which an answer stays: what is called "a touch" more. Common practice."""

WISHED: Final = 0.12
"""So much further along an axis is what is wished for: more than nobody would taste. Common practice."""


@dataclass(frozen=True, slots=True)
class CharacterSpan:
    """An axis of a dough, and between which of its shares it shall lie; infinite for no end."""

    axis: CharacterAxis
    low_share: float
    high_share: float

    def holds(self, composition: Composition, near: float = 0.0) -> bool:
        """Whether a dough lies between them, or by so much outside."""
        share = self.axis.share(composition)
        return self.low_share - near <= share <= self.high_share + near

    def misses(self, composition: Composition) -> float:
        """Returns the share of the axis by which a dough lies outside."""
        share = self.axis.share(composition)
        return max(0.0, self.low_share - share, share - self.high_share)


def character_wish(axis: CharacterAxis, way: CharacterWay) -> Wish:
    """The wish for an axis: as it is, or a step towards one of its words."""
    said = {
        CharacterWay.LOW: axis.low_more,
        CharacterWay.HIGH: axis.high_more,
        CharacterWay.SAME: f"as {axis.low} or {axis.high} as it is",
    }
    return Wish(axis.axis, way=way, spoken=said[way])


def character_wishes(family: str) -> tuple[Wish, ...]:
    """All that can be wished of a family's character."""
    return tuple(character_wish(axis, way) for axis in character_axes().get(family, ()) for way in CharacterWay)


def spans_of(
    composition: Composition, family: str, wished: Mapping[str, CharacterWay], *, kept: bool
) -> tuple[CharacterSpan, ...]:
    """Between which shares each axis shall lie: as it is wished, else within a step of where it stands where character
    is `kept`. Beyond the end of an axis there is nothing to keep to."""
    if not has_character(composition):
        return ()
    found = []
    for axis in character_axes().get(family, ()):
        stands = axis.share(composition)
        inside = min(1.0, max(0.0, stands))
        way = wished.get(axis.axis)
        if way is None and not kept:
            continue
        if way is CharacterWay.HIGH:
            low, high = min(1.0, inside + WISHED), math.inf
        elif way is CharacterWay.LOW:
            low, high = -math.inf, max(0.0, inside - WISHED)
        else:
            by = TELLING if way is CharacterWay.SAME else STEP
            low, high = min(stands, inside - by), max(stands, inside + by)
            low, high = (-math.inf if low <= 0 else low), (math.inf if high >= 1 else high)
        found.append(CharacterSpan(axis, low, high))
    return tuple(found)
