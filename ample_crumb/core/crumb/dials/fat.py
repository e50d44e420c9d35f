"""Fat: with what is tender as fat is."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import DialRule, always, never_idle
from ample_crumb.core.crumb.dials.leavening import is_foam
from ample_crumb.core.crumb.dials.linear import NOTHING, LinearDial
from ample_crumb.core.crumb.windows import FamilyWindows


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    low, high = windows.fat.low, windows.fat.high
    foam = windows.beaten and is_foam(composition)
    return LinearDial(
        numerators=({"fat_g": 100.0},),
        denominator={"dough_g": 1.0},
        floors=(NOTHING,) if foam else (NOTHING, {"dough_g": low, "tender_g": -100.0}),
        # What nut, chocolate and curd hold of their own fat makes nothing greasy.
        ceilings=({"dough_g": high, "fat_g": 100.0, "free_fat_g": -100.0},),
    )


def _words(composition: Composition, windows: FamilyWindows) -> tuple[str, str, str]:
    lean = 100 * composition.fat_g < windows.fat.low * composition.dough_g
    kept = lean and not (windows.beaten and is_foam(composition))
    return (
        "Little fat, and little that keeps a crumb tender in its place: it turns out tough and stales soon.",
        "Lean, but yogurt, curd or fruit keep it tender." if kept else "Enough to keep it tender.",
        "More fat than the rest can hold: it may turn greasy.",
    )


FAT: Final = DialRule("fat", "Fat", always("%"), never_idle, _linear, _words, (("fat_g", "fat figure"),))
