"""Set: what makes it hold that is not baked flour and egg."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import DialRule
from ample_crumb.core.crumb.dials.linear import LinearDial, LinearForm, amount, share_of
from ample_crumb.core.crumb.windows import EGGS_PER_DAIRY, EGGS_PER_MIX, GELATINE, FamilyWindows

SETS_LIKE_AN_EGG: Final = 4.5
"""g of gelatine, or of starch as gelatine, that set a custard like an egg. Common practice."""


def _unit(windows: FamilyWindows) -> str:
    return windows.set_by if windows.setting else ""


def _set_in(windows: FamilyWindows) -> LinearForm:
    return {"dairy_g": 1.0} if windows.set_by == EGGS_PER_DAIRY else {"dough_g": 1.0}


def _idle(composition: Composition, windows: FamilyWindows) -> str:
    if windows.setting is None:
        return "It holds by flour and egg; nothing has to set it."
    if amount(_set_in(windows), composition) < 0.05 * composition.dough_g:
        return "There is no dairy in it to set."
    return ""


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    del composition
    assert windows.setting is not None
    if windows.set_by == GELATINE:
        return share_of({"setting_g": 100.0}, _set_in(windows), windows.setting)
    assert windows.set_by in (EGGS_PER_DAIRY, EGGS_PER_MIX)
    # Starch and gelatine set a custard too: 15 g of starch stand in for an egg.
    eggs = {"own_egg_count": 250.0, "stiffening_g": 250.0 / SETS_LIKE_AN_EGG}
    return share_of(eggs, _set_in(windows), windows.setting)


def _words(composition: Composition, windows: FamilyWindows) -> tuple[str, str, str]:
    del composition, windows
    return (
        "Little that sets it: it stays soft and weeps when cut.",
        "Enough to set it.",
        "Much that sets it: rubbery rather than creamy.",
    )


SETTING: Final = DialRule("set", "Set", _unit, _idle, _linear, _words, edge_spread_share=0.15)
