"""Where within what works a dough stands: one or two axes a family, with words at both ends, from ratios of the dough.

Dials say whether it works; character says what it is like. Each axis runs from 0, its low word, to 1, its high one,
between the values that the ratio has in formulas known for the one and for the other (`tables/crumb/character.csv`).
"""

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.hydration import FAT_LOOSENS, SUGAR_LOOSENS
from ample_crumb.core.crumb.dials.leavening import BEATEN_AIR, CUP_G, SODA, TEASPOON_G, holds_air, is_foam
from ample_crumb.core.crumb.dials.setting import SETS_LIKE_AN_EGG
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Character:
    """Where a dough stands on an axis: `share` from 0, the `low` word, to 1, the `high` one. `word` says it: of the
    end that it is at, of the `middle` where there is one, or both."""

    axis: str
    low: str
    middle: str
    high: str
    share: float
    word: str


@dataclass(frozen=True, slots=True)
class _Axis:
    axis: str
    low: str
    middle: str
    high: str
    low_more: str
    high_more: str
    ratio: Callable[[Composition], float]
    at_low_ratio: float
    at_high_ratio: float


def _flour(composition: Composition) -> float:
    """What stands for flour: with the fat that nut holds, and never nothing."""
    held = composition.loose_fat_g - composition.free_fat_g
    return max(composition.flour_g + held, 0.01 * composition.dough_g, 1e-9)


def _free_water(composition: Composition) -> float:
    return max(0.0, composition.water_g - composition.bound_g)


def _rich(composition: Composition) -> float:
    return max(composition.loose_fat_g + 0.5 * composition.sugars_g, 0.02 * composition.dough_g, 1e-9)


def _gas(composition: Composition) -> float:
    """Teaspoons of baking powder to a cup of flour."""
    flour = max(composition.flour_g, 0.02 * composition.dough_g, 1e-9)
    return (composition.leavening_g + SODA * composition.soda_g) * CUP_G / TEASPOON_G / flour


def _lift(composition: Composition) -> float:
    """The same, with what beaten air lifts like: eggs without much fat make a foam that lifts by itself, butter and
    sugar help."""
    gas = _gas(composition)
    if gas < 0.5 and beats_to_foam(composition):
        return gas + 2 * BEATEN_AIR
    if not holds_air(composition):
        return gas
    return gas + (BEATEN_AIR if gas < 0.5 else 0.5 * BEATEN_AIR)


def beats_to_foam(composition: Composition) -> bool:
    """Whether eggs and sugar beat to a foam that carries it: fat would break it."""
    return is_foam(composition) and composition.solid_fat_g < 0.3 * composition.flour_g


def _moistness(composition: Composition) -> float:
    wet = composition.water_g - composition.tightening_g + SUGAR_LOOSENS * composition.sugars_g
    return (wet + FAT_LOOSENS * composition.loose_fat_g + composition.tender_g) / _flour(composition)


def _cakey(composition: Composition) -> float:
    # Pulses, fruit and nut are dense: what they do in place of flour makes nothing cakey.
    flour = max(0.0, composition.flour_g - composition.body_g)
    return flour / _rich(composition) + 0.25 * _gas(composition)


_RATIOS: Final[Mapping[str, Callable[[Composition], float]]] = {
    "water_to_flour": lambda mix: _free_water(mix) / _flour(mix),
    "spread": lambda mix: (mix.sugars_g + mix.free_fat_g + 0.6 * _free_water(mix)) / _flour(mix),
    "bready": lambda mix: (_free_water(mix) - mix.loose_fat_g) / _flour(mix),
    "cakey": _cakey,
    "airy": lambda mix: mix.egg_mass_g / mix.dough_g + max(0.0, mix.flour_g - mix.body_g) / _rich(mix),
    "lift": _lift,
    "moistness": _moistness,
    "water_share": lambda mix: mix.water_g / mix.dough_g,
    "solids_share": lambda mix: 1 - mix.water_g / mix.dough_g,
    "eggs_to_dairy": lambda mix: (
        250 * (mix.own_egg_count + mix.stiffening_g / SETS_LIKE_AN_EGG) / max(mix.dairy_g, 1e-9)
    ),
    "set": lambda mix: 100 * mix.setting_g / mix.dough_g,
    "looseness": lambda mix: (
        (_free_water(mix) + SUGAR_LOOSENS * mix.sugars_g + FAT_LOOSENS * mix.free_fat_g)
        / max(mix.water_holding_g + mix.body_g, 0.01 * mix.dough_g)
    ),
    "stiffness": lambda mix: math.log(
        max(mix.sugars_g + 0.7 * mix.solid_fat_g + 8 * mix.setting_g, 1e-3) / max(mix.water_g, 1e-3)
    ),
}


@cache
def _axes() -> Mapping[str, tuple[_Axis, ...]]:
    found: dict[str, list[_Axis]] = {}
    for row in read_table("crumb/character"):
        axis = _Axis(
            axis=row["axis"],
            low=row["low"],
            middle=row["middle"],
            high=row["high"],
            low_more=row["low_more"],
            high_more=row["high_more"],
            ratio=_RATIOS[row["ratio"]],
            at_low_ratio=float(row["at_low"]),
            at_high_ratio=float(row["at_high"]),
        )
        found.setdefault(row["family"], []).append(axis)
    return {family: tuple(axes) for family, axes in found.items()}


_NEEDED: Final = ("water_g", "fat_g", "sugars_g", "water_holding_g")


def character_of(composition: Composition, family: str) -> tuple[Character, ...]:
    """Where a dough of a family stands; nothing for an unknown family, without a dough, and where so much is unknown of
    what is in it that any answer would be a guess."""
    if composition.dough_g <= 0 or any(composition.lacking(name) for name in _NEEDED):
        return ()
    return tuple(_standing(axis, composition) for axis in _axes().get(family, ()))


def _standing(axis: _Axis, composition: Composition) -> Character:
    share = (axis.ratio(composition) - axis.at_low_ratio) / (axis.at_high_ratio - axis.at_low_ratio)
    share = min(1.0, max(0.0, share))
    return Character(axis.axis, axis.low, axis.middle, axis.high, share, _word(axis, share))


_AT_AN_END: Final = 0.3


def _word(axis: _Axis, share: float) -> str:
    if share < _AT_AN_END:
        return axis.low
    if share > 1 - _AT_AN_END:
        return axis.high
    return axis.middle or f"between {axis.low} and {axis.high}"


TELLING: Final = 0.08
"""Less than this apart on an axis nobody tastes. Common practice."""


def differences(was: Iterable[Character], now: Iterable[Character], family: str) -> tuple[str, ...]:
    """How a dough differs from another of the family in the mouth: "drier", "a touch cakier", "much lighter"."""
    before = {each.axis: each.share for each in was}
    words = {axis.axis: axis for axis in _axes().get(family, ())}
    said = []
    for each in now:
        apart = each.share - before.get(each.axis, each.share)
        if abs(apart) < TELLING or each.axis not in words:
            continue
        word = words[each.axis].high_more if apart > 0 else words[each.axis].low_more
        said.append(f"a touch {word}" if abs(apart) < 0.2 else f"much {word}" if abs(apart) > 0.5 else word)
    return tuple(said)


@dataclass(frozen=True, slots=True)
class Shaping:
    """How a cookie is shaped for its spread: `press_cm` high, None to leave it round; it bakes `wide_cm` across and
    wants a `gap_cm` to the next."""

    press_cm: float | None
    wide_cm: float
    gap_cm: float


_STAYS: Final = 0.35
_WIDE_CM, _OF_G = 6.5, 30.0
"""So wide is a usual cookie of so much dough. Common practice."""


def shaping_of(character: Iterable[Character], piece_g: float) -> Shaping | None:
    """What its spread says of shaping and gaps; None for what does not spread."""
    spread = next((each.share for each in character if each.axis == "spread"), None)
    if spread is None or piece_g <= 0:
        return None
    ball_cm = 2 * (piece_g / 1.2 * 3 / (4 * math.pi)) ** (1 / 3)
    wide_cm = max(ball_cm, _WIDE_CM * (piece_g / _OF_G) ** (1 / 3) * (0.72 + 0.36 * spread))
    holds = spread < _STAYS
    return Shaping(1.0 if holds else None, wide_cm, 1.5 if holds else 2.5 + 2.5 * max(0.0, spread - 0.5))
