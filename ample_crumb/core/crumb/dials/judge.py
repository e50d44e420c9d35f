"""All dials of a dough."""

from collections.abc import Callable, Mapping
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.binder import binder_dial
from ample_crumb.core.crumb.dials.dial import NAMES, NOTHING_LEARNED, Dial, Learned, blank_dial
from ample_crumb.core.crumb.dials.fat import fat_dial
from ample_crumb.core.crumb.dials.hydration import hydration_dial
from ample_crumb.core.crumb.dials.leavening import leavening_dial
from ample_crumb.core.crumb.dials.powder_share import powder_dial
from ample_crumb.core.crumb.dials.salt_browning import salt_dial
from ample_crumb.core.crumb.dials.setting import setting_dial
from ample_crumb.core.crumb.dials.sweetness import sweetness_dial
from ample_crumb.core.crumb.windows import FamilyWindows, family_windows


def dials_of(composition: Composition, family: str, learned: Learned = NOTHING_LEARNED) -> tuple[Dial, ...]:
    """The eight dials of a dough in the order of `NAMES`. An unknown family is judged by none of them."""
    windows = family_windows().get(family)
    if windows is None:
        return tuple(blank_dial(name, "Choose a family first: what fits depends on it.") for name in NAMES)
    if composition.dough_g <= 0:
        return tuple(blank_dial(name, "There is no dough to judge yet.") for name in NAMES)
    return tuple(_JUDGES[name](composition, windows, learned) for name in NAMES)


_JUDGES: Final[Mapping[str, Callable[[Composition, FamilyWindows, Learned], Dial]]] = {
    "hydration": hydration_dial,
    "powder-share": powder_dial,
    "sweetness": sweetness_dial,
    "fat": fat_dial,
    "leavening": leavening_dial,
    "binder": binder_dial,
    "set": setting_dial,
    "salt-browning": salt_dial,
}
