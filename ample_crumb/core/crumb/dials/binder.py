"""Binder: eggs, and what binds like them, against what has to be bound."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import DialRule, always
from ample_crumb.core.crumb.dials.linear import NOTHING, LinearDial, plus
from ample_crumb.core.crumb.windows import FamilyWindows

_LEAST_FLOUR_SHARE: Final = 0.1
"""With less flour than this share of the dough it is egg, fruit or curd that hold it. Common practice."""

_PULSES_NEED: Final = 2.5
"""The body of pulses asks for so much more egg than flour does: it has neither gluten nor raw starch. Common practice:
a cake of a can of beans is carried by four or five eggs."""

_BY_WATER: Final = {"water_g": 0.5, "bound_g": -0.5, "setting_water_g": -0.5}
_BY_GLUTEN: Final = {"gluten_g": 0.45}
"""So many eggs less for 100 g of free water, and no more than these for 100 g of wheat flour, whose starch sets with it
as it bakes. Common practice: an egg-free cake has more water than flour."""

EGG_G: Final = 50.0
"""A large egg without its shell [g]."""


def _idle(composition: Composition, windows: FamilyWindows) -> str:
    if windows.eggs is None:
        return "Nothing has to bind it while it bakes."
    if composition.flour_g < _LEAST_FLOUR_SHARE * composition.dough_g:
        return "There are no dry goods to bind."
    return ""


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    """Eggs to 100 g of dry goods. Gluten binds, so flour that has it needs less; and eggs have to hold the fat (formula
    balance of batter cakes: about as much egg as fat; from memory of bakers' books)."""
    del composition
    need = windows.eggs
    assert need is not None
    spared = need.gluten_free_per_100g - need.wheat_per_100g
    airy = windows.leavening is not None and windows.leavening.low > 0
    # A light crumb of pulses has to be carried by egg; a dense one need not.
    pulses = {"body_g": _PULSES_NEED * need.gluten_free_per_100g} if airy else NOTHING
    for_flour = {"flour_g": need.gluten_free_per_100g, "gluten_g": -spared, **pulses}
    for_fat = {"added_fat_g": need.per_fat_ratio / EGG_G * 100}
    floors = (
        # Water spares egg, but only what gluten and starch of wheat make of it: the less of the two.
        *(plus(asked, spares, -1.0) for asked in (for_flour, for_fat) for spares in (_BY_WATER, _BY_GLUTEN)),
        NOTHING,
    )
    return LinearDial(
        numerators=({"egg_count": 100.0},),
        denominator={"flour_g": 1.0},
        floors=floors,
        # What has to be held may ask for more than is usual.
        ceilings=(
            # What merely binds like egg makes nothing rubbery.
            {"flour_g": need.high_per_100g, "egg_count": 100.0, "own_egg_count": -100.0},
            *floors,
        ),
        widest=True,
    )


def _words(composition: Composition, windows: FamilyWindows) -> tuple[str, str, str]:
    needed = _linear(composition, windows).window(composition).low > 0
    return (
        "Little that binds: it crumbles when cut, or sinks."
        if needed and composition.gluten_g < 0.5 * composition.flour_g
        else "Few eggs for its flour and fat: it will be coarse and may fall.",
        "Bound well enough.",
        "Much that binds: rubbery, and it tastes of egg.",
    )


BINDER: Final = DialRule("binder", "Binder", always("eggs to 100 g dry"), _idle, _linear, _words, edge_spread_share=0.2)
