"""Salt, and what browns."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import DialRule, always, never_idle
from ample_crumb.core.crumb.dials.linear import LinearDial, share_of
from ample_crumb.core.crumb.windows import FamilyWindows


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    del composition
    return share_of({"salt_g": 100.0}, {"dough_g": 1.0}, windows.salt)


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
