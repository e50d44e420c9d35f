"""Leavening: what lifts, against the flour, and whether its soda meets acid."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import LEAST_DRY_SHARE, DialRule, always
from ample_crumb.core.crumb.dials.linear import NOTHING, LinearDial, scale_form
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


def _idle(composition: Composition, windows: FamilyWindows) -> str:
    if windows.leavening is None:
        return "It is not meant to rise."
    if composition.flour_g < LEAST_DRY_SHARE * composition.dough_g:
        return "There are no dry goods to lift."
    if composition.egg_count == 0 and composition.solid_fat_g >= 0.4 * composition.flour_g:
        return "A short dough without egg is not meant to rise."
    if composition.leavening_g + composition.soda_g > 0:
        return ""
    if composition.dairy_g > _CURD_CARRIES * composition.flour_g:
        return "Curd carries it, and egg sets it; nothing has to lift it."
    if windows.lean_lift_ratio == 0 and composition.water_g - composition.bound_g > _FILM * composition.water_holding_g:
        return "It is thin enough to rise by its own steam, or not at all."
    return ""


_CURD_CARRIES: Final = 2.0
"""With so many times as much curd or yogurt as flour it is a curd cake, whatever it is called. Common practice."""


_FILM: Final = 3.55
"""A batter with so many times the water that its flour holds is poured thin, as a crepe, or lifted by steam. Common
practice."""

_LEAN_BY_FAT: Final = 3.0
"""So many teaspoons a cup less have to lift a dough for as much fat as flour: fat shortens it instead. Common
practice: a tea biscuit of 1 fat to 3 flour needs none to be tender, a yogurt dough without fat is leather."""

_TSP_A_CUP_OF_DOUGH: Final = 0.5
"""Where flour is little of the dough, as in bean cakes, leavening is counted by the dough: 4 teaspoons to a kg. Common
practice."""


_SPOONS_A_CUP: Final = CUP_G / TEASPOON_G
"""From g of baking powder to a g of flour, to teaspoons to a cup."""


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    """Soda gives part of its gas by heat and the rest by what acid it meets, the less of the two."""
    window = windows.leavening
    assert window is not None
    powder, soda = _SPOONS_A_CUP, SODA * _SPOONS_A_CUP
    air = {"flour_g": BEATEN_AIR} if windows.beaten and holds_air(composition) else {}
    flour = {"flour_g": 1.0}
    return LinearDial(
        numerators=(
            {"leavening_g": powder, "soda_g": soda, **air},
            {"leavening_g": powder, "soda_g": HEAT_ALONE * soda, "acid_g": (1 - HEAT_ALONE) * soda, **air},
        ),
        denominator=flour,
        floors=(
            scale_form(flour, window.low),
            {"flour_g": windows.lean_lift_ratio, "loose_fat_g": -_LEAN_BY_FAT} if windows.lean_lift_ratio else NOTHING,
        ),
        ceilings=(scale_form(flour, window.high), {"dough_g": _TSP_A_CUP_OF_DOUGH}),
        widest=True,
    )


_SOAPY: Final = 0.6
"""With acid for less than this share of it, soda is tasted."""


def _words(composition: Composition, windows: FamilyWindows) -> tuple[str, str, str]:
    by_air_alone = composition.leavening_g == composition.soda_g == 0
    air = by_air_alone and windows.beaten and holds_air(composition)
    # Half-spent soda is tasted whatever it lifts.
    soapy = ""
    if composition.soda_g > 0 and composition.acid_g < _SOAPY * composition.soda_g:
        soapy = " Its soda lacks acid to meet it and will taste soapy."
    return (
        f"Little to lift it: dense and flat.{soapy}",
        f"{'Air beaten into it lifts it.' if air else 'Enough to lift it.'}{soapy}",
        f"More than it needs: it rises, then falls, and tastes of it.{soapy}",
    )


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


LEAVENING: Final = DialRule("leavening", "Rise", always("tsp a cup"), _idle, _linear, _words, edge_spread_share=0.2)
