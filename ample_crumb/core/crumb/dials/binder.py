"""Binder: eggs, and what binds like them, against what has to be bound."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import LEAST_DRY_SHARE, Dial, Learned, MeasuredDial, judged_dial, not_applicable
from ample_crumb.core.crumb.windows import DialWindow, EggNeed, FamilyWindows

EGG_G: Final = 50.0
"""A large egg without its shell [g]."""


def binder_dial(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    unit = "eggs to 100 g dry"
    if windows.eggs is None:
        return not_applicable("binder", unit, "Nothing has to bind it while it bakes.")
    if composition.flour_g < LEAST_DRY_SHARE * composition.dough_g:
        return not_applicable("binder", unit, "There are no dry goods to bind.")
    need = egg_need(composition, windows.eggs)
    words = (
        "Little that binds: it crumbles when cut, or sinks."
        if need > 0 and composition.gluten_g < 0.5 * composition.flour_g
        else "Few eggs for its flour and fat: it will be coarse and may fall.",
        "Bound well enough.",
        "Much that binds: rubbery, and it tastes of egg.",
    )
    value = composition.egg_count / (composition.flour_g / 100)
    return judged_dial(
        MeasuredDial("binder", value, unit, DialWindow(need, max(windows.eggs.high_per_100g, need)), words),
        windows,
        learned,
    )


def egg_need(composition: Composition, windows: EggNeed) -> float:
    """Eggs to 100 g of dry goods that a dough needs at least. Gluten binds, so flour that has it needs less; and eggs
    have to hold the fat (formula balance of batter cakes: about as much egg as fat; from memory of bakers' books)."""
    gluten = min(1.0, composition.gluten_g / composition.flour_g)
    for_flour = windows.gluten_free_per_100g * (1 - gluten) + windows.wheat_per_100g * gluten
    for_fat = windows.per_fat_ratio * composition.added_fat_g / EGG_G / (composition.flour_g / 100)
    return max(for_flour, for_fat)
