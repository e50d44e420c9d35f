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

SUGAR_WETS: Final = 0.35
"""Towards too wet sugar counts for less, because it sets again as it cools; of fat only what nothing holds. Common
practice, calibrated on working formulas."""

SUGAR_DISSOLVES: Final = 3.0
"""Sugar that no water dissolves loosens nothing: a g of water takes up 2 g at 20 °C and 3.6 at 80 °C (sucrose, from
memory of handbooks)."""

BODY_TAKES_WET: Final = 0.3
"""The body of pulses, nut and fruit takes so much more wet before it is too much. Common practice, calibrated."""

EGG_SETS_LITTLE: Final = 0.3
"""Of the water that egg sets with in a cake, what it does in a biscuit or macaroon: they are shaped before they set.
Common practice, calibrated."""

_OMELETTE: Final = 0.35
"""With more egg than this share of a dough and hardly any flour, it is egg that sets. Common practice."""

SLOW_ASKS_LESS: Final = 0.7
"""Oats and shredded coconut hold a dough up before they have drunk: so much of what they take up slowly need not be
there. Common practice: an oat biscuit is mixed with a spoon of water."""

LEAST_HYDRATION: Final = 0.02
"""However rich a dough, it has to have so much water of what its dry goods can hold."""

_LEAST_HIGH: Final = 0.05
"""And so much is never too much."""


def _idle(composition: Composition, windows: FamilyWindows) -> str:
    if windows.hydration is None:
        return "It sets by egg, starch, gelatine or cold; water alone does not tell."
    if composition.egg_mass_g > _OMELETTE * composition.dough_g and composition.flour_g < 0.1 * composition.dough_g:
        return "Egg alone sets it; there is next to no flour to be wet or dry."
    if composition.water_holding_g < LEAST_DRY_SHARE * composition.dough_g:
        return "Nothing in it holds water, so there is no dough to be wet or dry."
    return ""


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    """What sugar and fat loosen, water need not. Of the water that is counted which nothing holds already; as it bakes
    whey presses some out, and egg sets with some."""
    lean = windows.hydration
    assert lean is not None
    by_fat = {
        "water_holding_g": lean.low,
        "slow_holding_g": -SLOW_ASKS_LESS * lean.low,
        "loose_fat_g": -FAT_LOOSENS,
    }
    hot = 1.0 if windows.baked else 0.0
    sets = hot if windows.eggs and windows.eggs.per_fat_ratio else EGG_SETS_LITTLE * hot
    wets = {
        "sugars_g": -SUGAR_WETS,
        "free_fat_g": -FAT_LOOSENS,
        "body_g": BODY_TAKES_WET,
        "setting_water_g": sets,
    }
    foam = FOAM_HOLDS if windows.beaten and is_foam(composition) else 0.0
    return LinearDial(
        numerators=({"water_g": 1.0, "bound_g": -1.0, "tightening_g": -hot},),
        denominator={"water_holding_g": 1.0},
        floors=(
            {**by_fat, "sugars_g": -SUGAR_LOOSENS},
            {**by_fat, "water_g": -SUGAR_LOOSENS * SUGAR_DISSOLVES},
            {"water_holding_g": LEAST_HYDRATION},
        ),
        ceilings=(
            {"water_holding_g": lean.high + foam, **wets},
            {"water_holding_g": _LEAST_HIGH + foam, "setting_water_g": sets},
        ),
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
