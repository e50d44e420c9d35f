"""Powder share: protein powder against the dry goods."""

from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import DialRule, always
from ample_crumb.core.crumb.dials.linear import NOTHING, LinearDial, amount, plus, scale_form
from ample_crumb.core.crumb.windows import FamilyWindows

POWDER_DRIER: Final = 10.0
POWDER_HELPED: Final = 15.0
POWDER_HELP_FULL: Final = 0.35
"""Over a family's share of powder, in per cent of dry goods: so much more is a drier crumb and still one, and so much
again where what keeps it tender is this share of the dry goods. Common practice."""

_GOODS: Final = {"goods_g": 1.0}
_TENDER: Final = {"loose_fat_g": 1.0, "tender_g": 1.0}


def _idle(composition: Composition, windows: FamilyWindows) -> str:
    if windows.powder_high_percent is None:
        return "It is not baked into a crumb; powder only makes it thicker."
    if amount(_GOODS, composition) < 0.08 * composition.dough_g:
        return "There are hardly any dry goods to take a share of."
    return ""


def _linear(composition: Composition, windows: FamilyWindows) -> LinearDial:
    """What keeps a crumb tender makes up for powder."""
    del composition
    assert windows.powder_high_percent is not None
    unhelped = windows.powder_high_percent + POWDER_DRIER
    return LinearDial(
        numerators=({"powder_g": 100.0},),
        denominator=_GOODS,
        floors=(NOTHING,),
        ceilings=(
            scale_form(_GOODS, 100.0),
            scale_form(_GOODS, unhelped + POWDER_HELPED),
            plus(scale_form(_GOODS, unhelped), _TENDER, POWDER_HELPED / POWDER_HELP_FULL),
        ),
    )


def _words(composition: Composition, windows: FamilyWindows) -> tuple[str, str, str]:
    assert windows.powder_high_percent is not None
    between = 100 * composition.powder_g > windows.powder_high_percent * amount(_GOODS, composition)
    return (
        "",
        "A firmer, drier crumb than without; still within bounds." if between else "Little enough to stay tender.",
        "Too much protein powder for the rest.",
    )


POWDER_SHARE: Final = DialRule("powder-share", "Powder share", always("%"), _idle, _linear, _words)
