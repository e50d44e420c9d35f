"""Leavening: what lifts, against the flour, and whether its soda meets acid."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import LEAST_DRY_SHARE, Dial, Learned, MeasuredDial, judged_dial, not_applicable
from ample_crumb.core.crumb.windows import FamilyWindows

CUP_G: Final = 120.0
"""A US cup of flour [g], which leavening is counted by."""


TEASPOON_G: Final = 4.6
"""A level teaspoon of baking powder [g], from memory of USDA FoodData Central."""


SODA: Final = 4.0
"""Soda lifts so many times as much as baking powder where acid meets it. Common practice."""


HEAT_ALONE: Final = 0.5
"""Of the gas of soda, what heat drives out without acid: two of bicarbonate give one of carbon dioxide."""


BEATEN_AIR: Final = 0.8
"""What air beaten into butter and sugar, or eggs and sugar, lifts, in teaspoons of baking powder to a cup of flour.
Common practice: a quarter pound cake and a sponge rise by it alone."""


FOAM_HOLDS: Final = 2.0
"""What eggs beaten to a foam bring of water they hold themselves as they bake: a sponge or an angel cake may be wetter
by so much. Common practice."""


def leavening_dial(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    if windows.leavening is None:
        return not_applicable("leavening", "tsp a cup", "It is not meant to rise.")
    if composition.flour_g < LEAST_DRY_SHARE * composition.dough_g:
        return not_applicable("leavening", "tsp a cup", "There are no dry goods to lift.")
    if composition.egg_count == 0 and composition.solid_fat_g >= 0.4 * composition.flour_g:
        return not_applicable("leavening", "tsp a cup", "A short dough without egg is not meant to rise.")
    met = min(1.0, composition.acid_g / composition.soda_g) if composition.soda_g > 0 else 1.0
    lifting = composition.leavening_g + SODA * composition.soda_g * (met + HEAT_ALONE * (1 - met))
    value = lifting / TEASPOON_G / (composition.flour_g / CUP_G)
    air = windows.beaten and holds_air(composition)
    if air:
        value += BEATEN_AIR
    soapy = composition.soda_g > 0 and met < 0.6
    words = (
        "Little to lift it: dense and flat.",
        "Air beaten into it lifts it." if air and lifting == 0 else "Enough to lift it.",
        "More than it needs: it rises, then falls, and tastes of it.",
    )
    if soapy:
        # Half-spent soda is tasted whatever it lifts.
        words = tuple(f"{each} Its soda lacks acid to meet it and will taste soapy." for each in words)  # type: ignore[assignment]
    return judged_dial(MeasuredDial("leavening", value, "tsp a cup", windows.leavening, words), windows, learned)


def holds_air(composition: Composition) -> bool:
    """Whether butter and sugar, or eggs and sugar, are enough to carry a cake by the air beaten into them."""
    return is_foam(composition) or (
        composition.crystals_g >= 0.6 * composition.flour_g and composition.solid_fat_g >= 0.5 * composition.flour_g
    )


def is_foam(composition: Composition) -> bool:
    """Whether there is egg and sugar enough for the foam of a sponge."""
    return (
        composition.crystals_g >= 0.6 * composition.flour_g and composition.egg_mass_g >= 0.9 * composition.flour_g > 0
    )
