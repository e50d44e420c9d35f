"""Sweetness: as so much sugar in 100 g of dough."""

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Learned, MeasuredDial, first_lacking, judged_dial
from ample_crumb.core.crumb.windows import FamilyWindows


def sweetness_dial(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    words = (
        "Hardly sweet for its kind.",
        "As sweet as its kind usually is.",
        "Sweeter than its kind usually is.",
    )
    lacking = first_lacking(composition, ("sweetness_g", "sweetness"))
    return judged_dial(
        MeasuredDial(
            "sweetness", 100 * composition.sweetness_g / composition.dough_g, "%", windows.sweetness, words, lacking
        ),
        windows,
        learned,
    )
