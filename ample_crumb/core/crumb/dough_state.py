"""What a dough is like by eye and finger, after mixing and after it has stood, from what of it is liquid by then.

Of its water that flows which nothing has taken up; with it goes the sugar that it dissolves, and fat that is not held:
oil all of it, butter half. The share of the dough that is liquid so says how it behaves (`tables/crumb/feel.csv`,
common practice, fitted to `tests/judgement/doughs.psv`).
"""

from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from typing import Final

from ample_crumb.core.crumb.character_ratios import beats_to_foam
from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.tables import read_table


class Consistency(StrEnum):
    """How a dough flows, from stiff to thin."""

    CRUMBLES = "crumbles"
    PRESSES = "presses"
    ROLLS = "rolls"
    SCOOPS = "scoops"
    DROPS = "drops"
    RIBBONS = "ribbons"
    POURS = "pours"


class Clings(StrEnum):
    """What it clings to."""

    NOTHING = "nothing"
    SPOON = "the spoon"
    FINGERS = "the fingers"


@dataclass(frozen=True, slots=True)
class DoughFeel:
    """A dough at a time: its consistency with the baker's words for it, what it clings to, and how it looks, empty
    where that tells nothing. `liquid_share` of it flows."""

    consistency: Consistency
    words: str
    clings: Clings
    look: str
    liquid_share: float


@dataclass(frozen=True, slots=True)
class DoughState:
    """A dough after mixing and after `rest_min` minutes of standing, 0 where that changes nothing, and a sentence."""

    after_mixing: DoughFeel
    after_resting: DoughFeel
    rest_min: int
    sentence: str


COLD_DISSOLVES: Final = 2.0
"""A g of water takes up 2 g of sugar at 20 °C (sucrose, from memory of handbooks)."""

TAKEN_UP: Final = 0.6
"""Of what a dough can hold, what it takes up before it feels any drier. Common practice, fitted."""

SYRUP, LOOSE_FAT, SOLID_FAT_LESS, BOUND_STILL = 0.6, 0.8, 0.4, 0.4
"""A g of sugar flows as so many g of liquid; fat that nothing holds as so many, of butter less by so much; and of the
water that curd and fruit hold so much is let go by stirring. Common practice, fitted."""


@cache
def _states() -> tuple[tuple[Consistency, float, str], ...]:
    return tuple((Consistency(row["state"]), float(row["up_to"]), row["words"]) for row in read_table("crumb/feel"))


def dough_state_of(composition: Composition, family: str) -> DoughState | None:
    """What a dough is like; None without one, and where the water or what holds it is not known."""
    if composition.dough_g <= 0 or any(composition.lacking(name) for name in ("water_g", "water_holding_g", "fat_g")):
        return None
    cold = composition.water_holding_g - composition.hot_holding_g
    mixed = _feel(composition, family, cold - composition.slow_holding_g)
    rested = _feel(composition, family, cold)
    rest_min = _rest_min(composition, mixed, rested)
    rested = rested if rest_min else mixed
    return DoughState(mixed, rested, rest_min, _sentence(mixed, rested, rest_min))


def liquid_share(composition: Composition, taken_up_g: float) -> float:
    """The share of a dough that flows once it has taken up so much water."""
    water = composition.water_g - (1 - BOUND_STILL) * composition.bound_g
    free = max(0.0, water - TAKEN_UP * taken_up_g)
    syrup = SYRUP * min(composition.sugars_g, COLD_DISSOLVES * composition.water_g)
    fat = LOOSE_FAT * composition.free_fat_g - SOLID_FAT_LESS * composition.solid_fat_g
    return (free + syrup + max(0.0, fat)) / composition.dough_g


def _feel(composition: Composition, family: str, taken_up_g: float) -> DoughFeel:
    share = liquid_share(composition, max(0.0, taken_up_g))
    dry = composition.water_g < _DRY_WATER_SHARE * composition.dough_g
    consistency, words = next(
        (state, words)
        for state, up_to, words in _states()
        if share <= up_to and not (state is Consistency.PRESSES and not dry)
    )
    clings, look = _clings(composition, consistency), _look(composition, family, consistency)
    return DoughFeel(consistency, words, clings, look, share)


_DRY_WATER_SHARE: Final = 0.1
"""With less water than this a dough holds together only where it is pressed. Common practice."""

_STIFF: Final = (Consistency.CRUMBLES, Consistency.PRESSES, Consistency.ROLLS)


def _clings(composition: Composition, consistency: Consistency) -> Clings:
    dough = composition.dough_g
    greased = composition.loose_fat_g >= 0.12 * dough
    sticky = composition.sugars_g + composition.water_g >= 0.2 * dough
    if consistency in _STIFF:
        return Clings.NOTHING if greased or not sticky else Clings.FINGERS
    if consistency is Consistency.SCOOPS:
        return Clings.SPOON if greased else Clings.FINGERS
    return Clings.NOTHING if composition.water_g > 0.62 * dough and consistency is Consistency.POURS else Clings.SPOON


_HOLDS_TOGETHER, _LEAN = 0.05, 0.03
"""Gluten per g of flour and loose fat per g of dough below which a rolled dough tears instead of bending. Common
practice."""


def _look(composition: Composition, family: str, consistency: Consistency) -> str:
    if composition.flour_g > 0.1 * composition.dough_g and beats_to_foam(composition):
        return "paler and thicker when beaten"
    if family == "crust" or (consistency is Consistency.CRUMBLES and composition.solid_fat_g):
        return "sandy"
    creamed = min(composition.solid_fat_g, composition.crystals_g) >= 0.1 * composition.dough_g
    if creamed and family in ("cookie", "cake", "cupcake", "loaf"):
        return "paler when butter and sugar are beaten"
    short_of_gluten = composition.gluten_g < _HOLDS_TOGETHER * composition.flour_g
    lean = composition.loose_fat_g < _LEAN * composition.dough_g
    if consistency is Consistency.ROLLS and short_of_gluten and lean:
        return "tears when it is bent"
    if consistency in (Consistency.ROLLS, Consistency.SCOOPS) and composition.solid_fat_g >= 0.15 * composition.dough_g:
        return "smears once it is warm"
    return "smooth" if consistency in (Consistency.RIBBONS, Consistency.POURS) else ""


_FELT: Final = 0.02
"""A change of the liquid share that fingers notice. Common practice."""

_SLOW_REST_MIN, _REST_MIN = 10, 5


def _rest_min(composition: Composition, mixed: DoughFeel, rested: DoughFeel) -> int:
    """How long it is worth waiting: what holds much and slowly takes ten minutes, the rest five."""
    if mixed.liquid_share - rested.liquid_share < _FELT:
        return 0
    return _SLOW_REST_MIN if composition.slow_holding_g > 0.15 * composition.dough_g else _REST_MIN


def _sentence(mixed: DoughFeel, rested: DoughFeel, rest_min: int) -> str:
    def clings(feel: DoughFeel) -> str:
        return "does not cling" if feel.clings is Clings.NOTHING else f"clings to {feel.clings}"

    look = f"; {rested.look}" if rested.look else ""
    first = f"{mixed.words[0].upper()}{mixed.words[1:]}"
    if not rest_min:
        return f"{first}, {clings(mixed)}{look}."
    if mixed.consistency is rested.consistency:
        return f"{first}, {clings(mixed)}, a little stiffer after {rest_min} minutes{look}."
    return f"{first} at first, {clings(mixed)}; after {rest_min} minutes {rested.words}, {clings(rested)}{look}."
