"""Binder: eggs, and what binds like them, against what has to be bound."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import LEAST_DRY_SHARE, DialRule, always
from ample_crumb.core.crumb.dials.linear import LinearDial
from ample_crumb.core.crumb.windows import FamilyWindows

EGG_G: Final = 50.0
"""A large egg without its shell [g]."""


def _idle(composition: Composition, windows: FamilyWindows) -> str:
    if windows.eggs is None:
        return "Nothing has to bind it while it bakes."
    if composition.flour_g < LEAST_DRY_SHARE * composition.dough_g:
        return "There are no dry goods to bind."
    return ""


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    """Eggs to 100 g of dry goods. Gluten binds, so flour that has it needs less; and eggs have to hold the fat (formula
    balance of batter cakes: about as much egg as fat; from memory of bakers' books)."""
    del composition
    need = windows.eggs
    assert need is not None
    spared = need.gluten_free_per_100g - need.wheat_per_100g
    floors = (
        {"flour_g": need.gluten_free_per_100g, "gluten_g": -spared},
        {"flour_g": need.wheat_per_100g},
        {"added_fat_g": need.per_fat_ratio / EGG_G * 100},
    )
    return LinearDial(
        numerators=({"egg_count": 100.0},),
        denominator={"flour_g": 1.0},
        floors=floors,
        # What has to be held may ask for more than is usual.
        ceilings=({"flour_g": need.high_per_100g}, *floors),
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


BINDER: Final = DialRule("binder", "Binder", always("eggs to 100 g dry"), _idle, _linear, _words)
