"""The ratios that character is read from, as data: what a dough is read by, and what keeps it so, are the same sums."""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.hydration import FAT_LOOSENS, SUGAR_LOOSENS
from ample_crumb.core.crumb.dials.leavening import BEATEN_AIR, CUP_G, SODA, TEASPOON_G, holds_air, is_foam
from ample_crumb.core.crumb.dials.linear import LinearForm, amount, plus, scale_form
from ample_crumb.core.crumb.dials.setting import SETS_LIKE_AN_EGG


@dataclass(frozen=True, slots=True)
class Quotient:
    """A ratio of two sums of a dough."""

    numerator: LinearForm
    denominator: LinearForm

    def value(self, composition: Composition) -> float:
        """Where a dough stands; what it is counted by is never less than next to nothing."""
        return amount(self.numerator, composition) / max(amount(self.denominator, composition), 1e-9)


@dataclass(frozen=True, slots=True)
class CharacterRatio:
    """What an axis is read from: the sum of `quotients`, chosen by how a dough is made, and of `lift` for what rises by
    itself; its logarithm where it is `logarithmic`. The last quotient is what an optimiser moves."""

    quotients: Callable[[Composition], tuple[Quotient, ...]]
    lift: Callable[[Composition], float] = lambda _: 0.0
    logarithmic: bool = False

    def value(self, composition: Composition) -> float:
        """Where a dough stands."""
        total = sum(each.value(composition) for each in self.quotients(composition)) + self.lift(composition)
        return math.log(max(total, 1e-5)) if self.logarithmic else total

    def bound(self, composition: Composition, value: float, *, least: bool) -> LinearForm:
        """A form that is at least 0 where a dough like this one has at `least` this value, or at most."""
        *others, last = self.quotients(composition)
        left = math.exp(value) if self.logarithmic else value
        left -= sum(other.value(composition) for other in others) + self.lift(composition)
        row = plus(last.numerator, last.denominator, -left)
        return row if least else scale_form(row, -1.0)


def _greatest(composition: Composition, *forms: LinearForm) -> LinearForm:
    return max(forms, key=lambda form: amount(form, composition))


_NOTHING: Final[LinearForm] = {}
_FREE_WATER: Final[LinearForm] = {"water_g": 1.0, "bound_g": -1.0}
_WHOLE: Final[LinearForm] = {"dough_g": 1.0}


def _flour(composition: Composition) -> LinearForm:
    """What stands for flour: with the fat that nut holds, and never nothing."""
    return _greatest(composition, {"flour_g": 1.0, "loose_fat_g": 1.0, "free_fat_g": -1.0}, {"dough_g": 0.01})


def _free_water(composition: Composition) -> LinearForm:
    return _greatest(composition, _FREE_WATER, _NOTHING)


def _rich(composition: Composition) -> LinearForm:
    return _greatest(composition, {"loose_fat_g": 1.0, "sugars_g": 0.5}, {"dough_g": 0.02})


def _flour_alone(composition: Composition) -> LinearForm:
    """Pulses, fruit and nut are dense: what they do in place of flour makes nothing cakey."""
    return _greatest(composition, {"flour_g": 1.0, "body_g": -1.0}, _NOTHING)


def _gas(composition: Composition, times: float = 1.0) -> Quotient:
    """Teaspoons of baking powder to a cup of flour, so many times."""
    flour = _greatest(composition, {"flour_g": 1.0}, {"dough_g": 0.02})
    return Quotient(scale_form({"leavening_g": 1.0, "soda_g": SODA}, times * CUP_G / TEASPOON_G), flour)


def _beaten(composition: Composition) -> float:
    """What beaten air lifts like: eggs without much fat make a foam that lifts by itself, butter and sugar help."""
    gas = _gas(composition).value(composition)
    if gas < 0.5 and beats_to_foam(composition):
        return 2 * BEATEN_AIR
    if not holds_air(composition):
        return 0.0
    return BEATEN_AIR if gas < 0.5 else 0.5 * BEATEN_AIR


def beats_to_foam(composition: Composition) -> bool:
    """Whether eggs and sugar beat to a foam that carries it: fat would break it."""
    return is_foam(composition) and composition.solid_fat_g < 0.3 * composition.flour_g


def _one(
    numerator: Callable[[Composition], LinearForm], denominator: Callable[[Composition], LinearForm]
) -> CharacterRatio:
    return CharacterRatio(lambda mix: (Quotient(numerator(mix), denominator(mix)),))


def _holding(composition: Composition) -> LinearForm:
    return _greatest(composition, {"water_holding_g": 1.0, "body_g": 1.0}, {"dough_g": 0.01})


CHARACTER_RATIOS: Final[Mapping[str, CharacterRatio]] = {
    "water_to_flour": _one(_free_water, _flour),
    "spread": _one(lambda mix: plus({"sugars_g": 1.0, "free_fat_g": 1.0}, _free_water(mix), 0.6), _flour),
    "bready": _one(lambda mix: plus(_free_water(mix), {"loose_fat_g": -1.0}), _flour),
    "cakey": CharacterRatio(lambda mix: (_gas(mix, 0.25), Quotient(_flour_alone(mix), _rich(mix)))),
    "airy": CharacterRatio(
        lambda mix: (Quotient({"egg_mass_g": 1.0}, _WHOLE), Quotient(_flour_alone(mix), _rich(mix)))
    ),
    "lift": CharacterRatio(lambda mix: (_gas(mix),), _beaten),
    "moistness": _one(
        lambda _: {
            "water_g": 1.0,
            "tightening_g": -1.0,
            "sugars_g": SUGAR_LOOSENS,
            "loose_fat_g": FAT_LOOSENS,
            "tender_g": 1.0,
        },
        _flour,
    ),
    "water_share": _one(lambda _: {"water_g": 1.0}, lambda _: _WHOLE),
    "solids_share": _one(lambda _: {"dough_g": 1.0, "water_g": -1.0}, lambda _: _WHOLE),
    "eggs_to_dairy": _one(
        lambda _: {"own_egg_count": 250.0, "stiffening_g": 250.0 / SETS_LIKE_AN_EGG}, lambda _: {"dairy_g": 1.0}
    ),
    "set": _one(lambda _: {"setting_g": 100.0}, lambda _: _WHOLE),
    "looseness": _one(
        lambda mix: plus(_free_water(mix), {"sugars_g": SUGAR_LOOSENS, "free_fat_g": FAT_LOOSENS}), _holding
    ),
    "stiffness": CharacterRatio(
        lambda _: (Quotient({"sugars_g": 1.0, "solid_fat_g": 0.7, "setting_g": 8.0}, {"water_g": 1.0}),),
        logarithmic=True,
    ),
}
"""By the names of `tables/crumb/character.csv`."""
