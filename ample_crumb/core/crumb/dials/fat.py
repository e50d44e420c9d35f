"""Fat: with what is tender as fat is."""

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Learned, MeasuredDial, first_lacking, judged_dial
from ample_crumb.core.crumb.dials.leavening import is_foam
from ample_crumb.core.crumb.windows import DialWindow, FamilyWindows


def fat_dial(composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
    value = 100 * composition.fat_g / composition.dough_g
    spared = 100 * composition.tender_g / composition.dough_g
    foam = windows.beaten and is_foam(composition)
    window = DialWindow(0.0 if foam else max(0.0, windows.fat.low - spared), windows.fat.high)
    kept = not foam and value < windows.fat.low <= value + spared
    words = (
        "Little fat, and little that keeps a crumb tender in its place: it turns out tough and stales soon.",
        "Lean, but yogurt, curd or fruit keep it tender." if kept else "Enough to keep it tender.",
        "More fat than the rest can hold: it may turn greasy.",
    )
    return judged_dial(
        MeasuredDial("fat", value, "%", window, words, first_lacking(composition, ("fat_g", "fat figure"))),
        windows,
        learned,
    )
