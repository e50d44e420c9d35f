"""Powder share: protein powder against the dry goods."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Learned, MeasuredDial, judged_dial, not_applicable
from ample_crumb.core.crumb.windows import DialWindow, FamilyWindows

POWDER_DRIER: Final = 10.0


POWDER_HELPED: Final = 15.0


POWDER_HELP_FULL: Final = 0.35
"""Over a family's share of powder, in per cent of dry goods: so much more is a drier crumb and still one, and so much
again where what keeps it tender is this share of the dry goods. Common practice."""


def powder_dial(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    goods = composition.dry_g + composition.pulse_g
    if goods < 0.08 * composition.dough_g:
        return not_applicable("powder-share", "%", "There are hardly any dry goods to take a share of.")
    # What keeps a crumb tender makes up for powder.
    help_ = min(1.0, (composition.loose_fat_g + composition.tender_g) / (POWDER_HELP_FULL * goods))
    high = windows.powder_high_percent + POWDER_DRIER + POWDER_HELPED * help_
    share = 100 * composition.powder_g / goods
    between = share > windows.powder_high_percent
    words = (
        "",
        "A firmer, drier crumb than without; still within bounds." if between else "Little enough to stay tender.",
        "Too much protein powder for the rest: whey turns rubbery, casein dense, pea gritty.",
    )
    return judged_dial(
        MeasuredDial("powder-share", share, "%", DialWindow(0.0, min(100.0, high)), words), windows, learned
    )
