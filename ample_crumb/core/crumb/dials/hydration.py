"""Hydration: water against what holds it, or none where it sets by something else."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import (
    LEAST_DRY_SHARE,
    Dial,
    Learned,
    MeasuredDial,
    first_lacking,
    judged_dial,
    not_applicable,
)
from ample_crumb.core.crumb.dials.leavening import FOAM_HOLDS, is_foam
from ample_crumb.core.crumb.windows import DialWindow, FamilyWindows

SUGAR_LOOSENS: Final = 0.5


FAT_LOOSENS: Final = 0.7
"""A g of dissolved sugar, and of fat that is not bound in a flour, loosens a dough like so many g of water. Common
practice (sugar and fat are counted among the moisteners), calibrated so that lean and rich formulas share a window."""


LEAST_HYDRATION: Final = 0.02
"""However rich a dough, it has to have so much water of what its dry goods can hold."""


def hydration_window(composition: Composition, lean: DialWindow) -> DialWindow:
    """The window of a dough as rich as this one: what sugar and fat loosen, water need not."""
    loosened = (
        SUGAR_LOOSENS * composition.sugars_g + FAT_LOOSENS * composition.loose_fat_g
    ) / composition.water_holding_g
    return DialWindow(max(LEAST_HYDRATION, lean.low - loosened), max(0.05, lean.high - loosened))


def hydration_dial(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    if windows.hydration is None:
        return not_applicable("hydration", "×", "It sets by egg, starch, gelatine or cold; water alone does not tell.")
    lacking = first_lacking(
        composition, ("water_g", "water figure"), ("water_holding_g", "figure of the water it can hold")
    )
    if composition.water_holding_g < LEAST_DRY_SHARE * composition.dough_g:
        return not_applicable("hydration", "×", "Nothing in it holds water, so there is no dough to be wet or dry.")
    dry, wet = _DRY_AND_WET.get(windows.family, _USUAL_DRY_AND_WET)
    words = (f"A little dry: {dry}.", "As wet as doughs like it that work.", f"A little wet: {wet}.")
    window = hydration_window(composition, windows.hydration)
    if windows.beaten and is_foam(composition):
        window = DialWindow(window.low, window.high + FOAM_HOLDS)
    return judged_dial(
        MeasuredDial("hydration", composition.water_g / composition.water_holding_g, "×", window, words, lacking),
        windows,
        learned,
    )


_USUAL_DRY_AND_WET: Final = ("the crumb will be tight and crumbly", "the middle will stay gummy or sink")


_DRY_AND_WET: Final = {
    "cookie": ("it cracks and crumbles when shaped", "it spreads thin and bakes cakey"),
    "rolled-dough": ("it breaks when rolled", "it sticks to the pin and loses its shape"),
    "crust": ("it will not hold together when cut", "it stays soft under the filling"),
    "no-bake-bite": ("bites will not hold together", "bites stay sticky and slump"),
    "edible-dough": ("it is stiff and floury", "it runs off the spoon"),
    "macaroon": ("mounds fall apart", "mounds spread and weep"),
    "pancake": ("it will not pour", "pancakes stay thin and wet inside"),
}
