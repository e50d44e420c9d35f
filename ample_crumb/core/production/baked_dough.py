"""A dough as the oven minds it: how wet and dense what is baked with the rest is, and what in it browns or melts."""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import PartBake
from ample_crumb.core.production.bake_time import NUT_FLOURS, BakedDough
from ample_crumb.core.production.bake_yield import BakeYield
from ample_crumb.core.production.portions import Portions
from ample_crumb.core.production.tins import Material, TinKind

PALE_SUGARS_SHARE: Final = 0.03
"""With less sugars than this share of a dough it hardly browns. Common practice."""

SHORT_FAT_SHARE: Final = 0.22
SHORT_WATER_SHARE: Final = 0.16
"""So fat and so dry, without egg or nut flour, a dough is short. Common practice: shortbread has 27 % of fat and 12 %
of water."""

_YOLKS: Final = frozenset({"egg_yolk", "egg_yolk_carton"})
_CHIPS: Final = ("chips", "chocolate")


@dataclass(frozen=True, slots=True)
class Vessel:
    """What a dough stands in: `thickness_cm` is None where it lies free; `words` name a tin that nobody chose."""

    thickness_cm: float | None = None
    material: Material = Material.METAL
    words: str = ""
    kind: TinKind | None = None


def baked_dough_of(
    evaluated: FormulaFigures, outcome: BakeYield, portions: Portions, vessel: Vessel, cupboard: Cupboard
) -> BakedDough:
    """What is baked together; a crust that is baked before does not count."""
    together = [part for part in evaluated.parts if part.options.bake is PartBake.WITH_THE_REST]
    mass_g = sum(part.figures.mass_g for part in together)
    waters = [part.figures.nutrients.water_g for part in together]
    sugars_g = sum(part.figures.nutrients.sugars_g or 0.0 for part in together)
    lines = [line.weighed for part in together for line in part.lines if line.weighed]
    items = [(cupboard.ingredients[weighed.ingredient.slug], weighed.mass_g) for weighed in lines]
    pulses_g = sum(grams for item, grams in items if item.role == "pulse")
    foods = frozenset(item.slug for item, _ in items)
    conditions = set()
    if mass_g and sugars_g < PALE_SUGARS_SHARE * mass_g:
        conditions.add("pale")
    if any(item.role == "chocolate" and any(word in item.slug for word in _CHIPS) for item, _ in items):
        conditions.add("chips")
    fat_g = sum(part.figures.nutrients.fat_g or 0.0 for part in together)
    water_g = sum(water or 0.0 for water in waters)
    known = mass_g > 0 and None not in waters
    no_egg = not any(item.role == "egg" and item.slug not in _YOLKS for item, _ in items)
    nutty = bool(foods & NUT_FLOURS)
    if known and no_egg and not nutty and fat_g > SHORT_FAT_SHARE * mass_g and water_g < SHORT_WATER_SHARE * mass_g:
        conditions.add("short")
    return BakedDough(
        oven_g=outcome.in_oven_g,
        piece_g=portions.dough_g * outcome.in_oven_g / outcome.dough_g if outcome.dough_g else 0.0,
        thickness_cm=vessel.thickness_cm,
        material=vessel.material,
        tin_words=vessel.words,
        tin_kind=vessel.kind,
        water_share=water_g / mass_g if known else None,
        pulse_share=pulses_g / mass_g if mass_g else 0.0,
        foods=foods,
        conditions=frozenset(conditions),
    )
