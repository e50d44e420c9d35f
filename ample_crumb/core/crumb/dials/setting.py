"""Set: what makes it hold that is not baked flour and egg."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Learned, MeasuredDial, judged_dial, not_applicable
from ample_crumb.core.crumb.windows import EGGS_PER_DAIRY, EGGS_PER_MIX, GELATINE, FamilyWindows


def setting_dial(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    if windows.setting is None:
        return not_applicable("set", "", "It holds by flour and egg; nothing has to set it.")
    over = composition.dairy_g if windows.set_by == EGGS_PER_DAIRY else composition.dough_g
    if over < 0.05 * composition.dough_g:
        return not_applicable("set", windows.set_by, "There is no dairy in it to set.")
    if windows.set_by == GELATINE:
        value = 100 * composition.setting_g / over
    else:
        assert windows.set_by in (EGGS_PER_DAIRY, EGGS_PER_MIX)
        # Starch and gelatine set a custard too: 15 g of starch stand in for an egg.
        value = (composition.own_egg_count + composition.stiffening_g / SETS_LIKE_AN_EGG) / (over / 250)
    words = (
        "Little that sets it: it stays soft and weeps when cut.",
        "Enough to set it.",
        "Much that sets it: rubbery rather than creamy.",
    )
    return judged_dial(MeasuredDial("set", value, windows.set_by, windows.setting, words), windows, learned)


SETS_LIKE_AN_EGG: Final = 4.5
"""g of gelatine, or of starch as gelatine, that set a custard like an egg. Common practice."""
