"""Salt, and what browns."""

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Learned, MeasuredDial, first_lacking, judged_dial
from ample_crumb.core.crumb.windows import FamilyWindows


def salt_dial(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    pale = windows.leavening is not None and composition.browning_g < 0.02 * composition.dough_g
    look = " Hardly any sugar that browns: the top stays pale, judge by the bottom." if pale else ""
    words = (f"Little salt: it tastes flat.{look}", f"Salted as usual.{look}", f"Salty.{look}")
    lacking = first_lacking(composition, ("salt_g", "salt figure"))
    return judged_dial(
        MeasuredDial(
            "salt-browning", 100 * composition.salt_g / composition.dough_g, "% salt", windows.salt, words, lacking
        ),
        windows,
        learned,
    )
