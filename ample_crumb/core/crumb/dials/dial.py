"""A dial: what it is counted by, its window, where it stands, and the sentence on it."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.linear import LinearDial
from ample_crumb.core.crumb.windows import FamilyWindows


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
    how much this kitchen's own batches moved the window, 0 for not at all. It is `sure` unless it is out of its window
    by less than the doubt of the window's end."""

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
    sure: bool = True


@dataclass(frozen=True, slots=True)
class Learned:
    """What a kitchen's own batches moved. `windows` are factors on windows by dial and family, "" for all families;
    `holding` factors on what a food holds, by its slug."""

    windows: Mapping[tuple[str, str], float] = field(default_factory=dict)
    holding: Mapping[str, float] = field(default_factory=dict)

    def factor(self, dial: str, family: str) -> float:
        """Returns the factor on the window of a dial in a family."""
        return self.windows.get((dial, family), 1.0) * self.windows.get((dial, ""), 1.0)


NOTHING_LEARNED: Final = Learned()

LEAST_DRY_SHARE: Final = 0.02
"""With less dry goods than this share of the dough, dials that are counted by them mean nothing."""


@dataclass(frozen=True, slots=True)
class DialRule:
    """A dial as a rule for any dough of any family. `idle` says why it means nothing to a dough, empty where it means
    something; only then are the others asked. `linear` are its coefficients, `words` the reasons for low, fits and
    high. `edge_spread_share` is the doubt of a window's ends, as a share of them (common practice: as far as formulas
    that work lie apart). `needs` are the sums that must be known, each with what of a food is lacking where it is
    not."""

    name: str
    title: str
    unit: Callable[[FamilyWindows], str]
    idle: Callable[[Composition, FamilyWindows], str]
    linear: Callable[[Composition, FamilyWindows], LinearDial]
    words: Callable[[Composition, FamilyWindows], tuple[str, str, str]]
    needs: tuple[tuple[str, str], ...] = ()
    edge_spread_share: float = 0.1

    def blank(self, reason: str) -> Dial:
        """The dial where there is nothing to judge, or nothing to judge by."""
        return Dial(self.name, self.title, None, "", None, None, Verdict.UNKNOWN, reason, "")

    def judged(self, composition: Composition, windows: FamilyWindows, learned: Learned) -> Dial:
        """The dial of a dough with its verdict."""
        unit, idle = self.unit(windows), self.idle(composition, windows)
        if idle:
            return Dial(self.name, self.title, None, unit, None, None, Verdict.NOT_APPLICABLE, idle, "")
        linear = self.linear(composition, windows)
        factor = learned.factor(self.name, windows.family)
        window = linear.window(composition).times(factor)
        value: float | None = None
        sure = True
        lacking = self._lacking(composition)
        if lacking:
            verdict, reason = Verdict.UNKNOWN, f"Cannot say: no {lacking}."
        else:
            value = linear.value(composition)
            # What is written to three digits is not told apart closer than that.
            near = 1e-9 + 5e-4 * abs(window.high)
            low, fits, high = self.words(composition, windows)
            verdict, reason = Verdict.FITS, fits
            if value < window.low - near:
                verdict, reason, sure = Verdict.LOW, low, value < window.low * (1 - self.edge_spread_share)
            elif value > window.high + near:
                verdict, reason, sure = Verdict.HIGH, high, value > window.high * (1 + self.edge_spread_share)
            if not sure:
                reason = f"Perhaps {reason[:1].lower()}{reason[1:]}"
        ends = window.low, window.high
        return Dial(self.name, self.title, value, unit, *ends, verdict, reason, windows.source, factor - 1, sure)

    def _lacking(self, composition: Composition) -> str:
        for name, what in self.needs:
            foods = composition.lacking(name)
            if foods:
                more = f" and {len(foods) - 2} more" if len(foods) > 2 else ""
                return f"{what} for {' and '.join(foods[:2])}{more}"
        return ""


def always(unit: str) -> Callable[[FamilyWindows], str]:
    """The same unit in every family."""
    return lambda _: unit


def never_idle(composition: Composition, windows: FamilyWindows) -> str:
    """Returns an empty reason: this dial means something to every dough."""
    del composition, windows
    return ""


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
