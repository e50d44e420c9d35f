"""Hydration: water against what holds it, or none where it sets by something else."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import LEAST_DRY_SHARE, DialRule, always
from ample_crumb.core.crumb.dials.leavening import FOAM_HOLDS, is_foam
from ample_crumb.core.crumb.dials.linear import LinearDial
from ample_crumb.core.crumb.windows import FamilyWindows

SUGAR_LOOSENS: Final = 0.5
FAT_LOOSENS: Final = 0.7
"""A g of dissolved sugar, and of fat that is not bound in a flour, loosens a dough like so many g of water. Common
practice (sugar and fat are counted among the moisteners), calibrated so that lean and rich formulas share a window."""

LEAST_HYDRATION: Final = 0.02
"""However rich a dough, it has to have so much water of what its dry goods can hold."""

_LEAST_HIGH: Final = 0.05
"""And so much is never too much."""


def _idle(composition: Composition, windows: FamilyWindows) -> str:
    if windows.hydration is None:
        return "It sets by egg, starch, gelatine or cold; water alone does not tell."
    if composition.water_holding_g < LEAST_DRY_SHARE * composition.dough_g:
        return "Nothing in it holds water, so there is no dough to be wet or dry."
    return ""


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    """What sugar and fat loosen, water need not."""
    lean = windows.hydration
    assert lean is not None
    loosened = {"sugars_g": -SUGAR_LOOSENS, "loose_fat_g": -FAT_LOOSENS}
    foam = FOAM_HOLDS if windows.beaten and is_foam(composition) else 0.0
    return LinearDial(
        numerators=({"water_g": 1.0},),
        denominator={"water_holding_g": 1.0},
        floors=({"water_holding_g": lean.low, **loosened}, {"water_holding_g": LEAST_HYDRATION}),
        ceilings=({"water_holding_g": lean.high + foam, **loosened}, {"water_holding_g": _LEAST_HIGH + foam}),
        widest=True,
    )


def _words(composition: Composition, windows: FamilyWindows) -> tuple[str, str, str]:
    del composition
    dry, wet = _DRY_AND_WET.get(windows.family, _USUAL_DRY_AND_WET)
    return f"A little dry: {dry}.", "As wet as doughs like it that work.", f"A little wet: {wet}."


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

HYDRATION: Final = DialRule(
    "hydration",
    "Hydration",
    always("×"),
    _idle,
    _linear,
    _words,
    (("water_g", "water figure"), ("water_holding_g", "figure of the water it can hold")),
)
