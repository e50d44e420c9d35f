"""A dial: its window, where it stands, and the sentence on it."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.windows import DialWindow, FamilyWindows


class Verdict(StrEnum):
    """Where a dial stands."""

    LOW = "low"
    FITS = "fits"
    HIGH = "high"
    UNKNOWN = "unknown"
    NOT_APPLICABLE = "not-applicable"


@dataclass(frozen=True, slots=True)
class Dial:
    """A dial: its `value` and window in its `unit`, None where there is none. `reason` is a sentence. `learned` is by
    how much this kitchen's own batches moved the window, 0 for not at all."""

    name: str
    title: str
    value: float | None
    unit: str
    low: float | None
    high: float | None
    verdict: Verdict
    reason: str
    source: str
    learned_share: float = 0.0


@dataclass(frozen=True, slots=True)
class Learned:
    """What a kitchen's own batches moved. `windows` are factors on windows by dial and family, "" for all families;
    `holding` factors on what a food holds, by its slug."""

    windows: Mapping[tuple[str, str], float] = field(default_factory=dict)
    holding: Mapping[str, float] = field(default_factory=dict)

    def factor(self, dial: str, family: str) -> float:
        """On the window of a dial in a family."""
        return self.windows.get((dial, family), 1.0) * self.windows.get((dial, ""), 1.0)


LEAST_DRY_SHARE: Final = 0.02
"""With less dry goods than this share of the dough, dials that are counted by them mean nothing."""

NOTHING_LEARNED: Final = Learned()


NAMES: Final = (
    "hydration", "powder-share", "sweetness", "fat", "leavening", "binder", "set", "salt-browning",
)  # fmt: skip


def blank_dial(name: str, reason: str) -> Dial:
    return Dial(name, TITLES[name], None, "", None, None, Verdict.UNKNOWN, reason, "")


TITLES: Final = {
    "hydration": "Hydration",
    "powder-share": "Powder share",
    "sweetness": "Sweetness",
    "fat": "Fat",
    "leavening": "Rise",
    "binder": "Binder",
    "set": "Set",
    "salt-browning": "Salt and browning",
}


@dataclass(frozen=True, slots=True)
class MeasuredDial:
    """A dial of a dough before it is judged: its `value` in `unit` and the `window` it should lie in. `words` are the
    reasons for low, fits and high; `lacking` the foods that cannot be told and what of."""

    name: str
    value: float
    unit: str
    window: DialWindow
    words: tuple[str, str, str]
    lacking: tuple[str, str] | None = None


def judged_dial(measured: MeasuredDial, windows: FamilyWindows, learned: Learned) -> Dial:
    """The dial with its verdict, by the windows of the family and what was learned of them."""
    name, value, unit = measured.name, measured.value, measured.unit
    factor = learned.factor(name, windows.family)
    window = measured.window.times(factor)
    if measured.lacking is not None:
        foods, what = measured.lacking
        verdict, reason = Verdict.UNKNOWN, f"Cannot say: no {what} for {foods}."
        return Dial(
            name, TITLES[name], None, unit, window.low, window.high, verdict, reason, windows.source, factor - 1
        )
    # What is written to three digits is not told apart closer than that.
    near = 1e-9 + 5e-4 * abs(window.high)
    verdict = Verdict.LOW if value < window.low - near else Verdict.HIGH if value > window.high + near else Verdict.FITS
    low, fits, high = measured.words
    reason = low if verdict is Verdict.LOW else high if verdict is Verdict.HIGH else fits
    return Dial(name, TITLES[name], value, unit, window.low, window.high, verdict, reason, windows.source, factor - 1)


OUT: Final = (Verdict.LOW, Verdict.HIGH)


def is_worse(was: Dial, now: Dial) -> bool:
    """Whether a dial that was in its window is out of it, or one that was out is further out or out on the other side;
    a hair further is no change."""
    if now.verdict not in OUT:
        return False
    return was.verdict is not now.verdict or _away(now) > _away(was) * 1.02 + 1e-9


def _away(dial: Dial) -> float:
    if dial.value is None or dial.low is None or dial.high is None:
        return 0.0
    return max(dial.low - dial.value, dial.value - dial.high, 0.0)


def not_applicable(name: str, unit: str, reason: str) -> Dial:
    return Dial(name, TITLES[name], None, unit, None, None, Verdict.NOT_APPLICABLE, reason, "")


def first_lacking(composition: Composition, *sums: tuple[str, str]) -> tuple[str, str] | None:
    for name, what in sums:
        foods = composition.lacking(name)
        if foods:
            return " and ".join(foods[:2]) + (f" and {len(foods) - 2} more" if len(foods) > 2 else ""), what
    return None
