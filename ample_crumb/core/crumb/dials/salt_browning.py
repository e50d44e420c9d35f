"""Salt, and what browns."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import DialRule, always, never_idle
from ample_crumb.core.crumb.dials.linear import LinearDial
from ample_crumb.core.crumb.windows import FamilyWindows

LEAST_SALT_PERCENT: Final = 0.35
"""Wheat flour asks for so much salt of its weight, else it tastes flat; what is sweet with fruit, nuts or curd does not
miss it. Common practice: half a teaspoon to two cups is usual, twice this."""


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    del composition
    return LinearDial(
        numerators=({"salt_g": 100.0},),
        denominator={"dough_g": 1.0},
        floors=({"gluten_g": LEAST_SALT_PERCENT},),
        ceilings=({"dough_g": windows.salt.high},),
    )


def _words(composition: Composition, windows: FamilyWindows) -> tuple[str, str, str]:
    pale = windows.leavening is not None and composition.browning_g < 0.02 * composition.dough_g
    look = " Hardly any sugar that browns: the top stays pale, judge by the bottom." if pale else ""
    return f"Little salt: it tastes flat.{look}", f"Salted as usual.{look}", f"Salty.{look}"


SALT_BROWNING: Final = DialRule(
    "salt-browning",
    "Salt and browning",
    always("% salt"),
    never_idle,
    _linear,
    _words,
    (("salt_g", "salt figure"),),
)
