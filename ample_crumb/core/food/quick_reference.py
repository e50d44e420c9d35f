"""The quick reference: measures, dishers, oven temperatures and sweeteners, all from the tables the rules use."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Final

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.sweeteners import Sweetener, sweeteners
from ample_crumb.core.quantity.units import MeasureSystem, measure_size
from ample_crumb.core.tables import read_table


@dataclass(frozen=True, slots=True)
class Measure:
    """A measure in ml by whose it is."""

    name: str
    us_ml: float
    metric_ml: float
    australian_ml: float


@dataclass(frozen=True, slots=True)
class Disher:
    """A scoop by its number: so many level scoops make a US quart."""

    number: int
    volume_ml: float
    tablespoon_count: float


@dataclass(frozen=True, slots=True)
class OvenHeat:
    """One heat on four dials; `gas` is empty below the first mark. `fan_c` is 20 °C under `celsius`."""

    celsius: int
    fan_c: int
    fahrenheit: int
    gas: str
    words: str


@dataclass(frozen=True, slots=True)
class CupOf:
    """What a level US cup of a common food weighs, in g."""

    name: str
    how: str
    cup_g: float


@dataclass(frozen=True, slots=True)
class QuickReference:
    """All of it; `sources` by the name of the table."""

    measures: tuple[Measure, ...]
    dishers: tuple[Disher, ...]
    cups: tuple[CupOf, ...]
    ovens: tuple[OvenHeat, ...]
    sweeteners: tuple[Sweetener, ...]
    sources: Mapping[str, str]


DISHERS: Final = (4, 6, 8, 10, 12, 16, 20, 24, 30, 40, 50, 60, 70, 100)
"""Numbers in use. Common practice."""

FAN_C: Final = 20
"""A fan oven is set so much lower. Common practice."""

_MEASURES: Final = ("teaspoon", "tablespoon", "fluid ounce", "cup", "pint")
_CUPS: Final = (
    "wheat_flour", "almond_flour", "oat_flour", "coconut_flour", "rolled_oats", "cocoa", "whey_concentrate",
    "micellar_casein", "sugar", "icing_sugar", "brown_sugar", "erythritol", "allulose", "greek_yogurt_0",
    "cottage_cheese_2", "peanut_butter", "butter", "milk_2",
)  # fmt: skip


@cache
def quick_reference() -> QuickReference:
    """The quick reference."""
    quart_ml = measure_size("quart", MeasureSystem.US)
    tablespoon_ml = measure_size("tablespoon", MeasureSystem.US)
    foods = reference_cupboard().ingredients
    return QuickReference(
        measures=tuple(
            Measure(name, *(round(measure_size(name, system), 2) for system in MeasureSystem)) for name in _MEASURES
        ),
        dishers=tuple(disher(number, quart_ml, tablespoon_ml) for number in DISHERS),
        cups=tuple(
            CupOf(foods[slug].name, how, grams) for slug in _CUPS for how, grams in foods[slug].measures.cup_g.items()
        ),
        ovens=tuple(
            OvenHeat(int(row["celsius"]), int(row["celsius"]) - FAN_C, int(row["fahrenheit"]), row["gas"], row["words"])
            for row in read_table("production/oven_heat")
        ),
        sweeteners=tuple(sweeteners().values()),
        sources={
            "measures": "US customary units; the metric cup of 250 ml; the Australian tablespoon of 20 ml",
            "dishers": "level scoops to a US quart of 32 fluid ounces, the trade's numbering (common practice)",
            "cups": "the cupboard's own table; each food names its source",
            "ovens": "from memory of common conversion charts; a fan oven 20 °C lower (common practice)",
            "sweeteners": "sweetness against sugar by weight; energy by the European factors",
        },
    )


def disher(number: int, quart_ml: float, tablespoon_ml: float) -> Disher:
    """A level scoop of that number."""
    return Disher(number, round(quart_ml / number, 1), round(quart_ml / number / tablespoon_ml, 2))
