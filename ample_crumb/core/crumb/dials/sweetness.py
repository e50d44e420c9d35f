"""Sweetness: as so much sugar in 100 g of dough."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import DialRule, always, never_idle
from ample_crumb.core.crumb.dials.linear import LinearDial, share_of
from ample_crumb.core.crumb.windows import FamilyWindows


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    del composition
    return share_of({"sweetness_g": 100.0}, {"dough_g": 1.0}, windows.sweetness)


def _words(composition: Composition, windows: FamilyWindows) -> tuple[str, str, str]:
    del composition, windows
    return "Hardly sweet for its kind.", "As sweet as its kind usually is.", "Sweeter than its kind usually is."


SWEETNESS: Final = DialRule(
    "sweetness", "Sweetness", always("%"), never_idle, _linear, _words, (("sweetness_g", "sweetness"),)
)
