"""What a kitchen's own batches teach: windows and what foods hold, moved by how things came out.

The model is over logarithms. Each window of a dial in a family may lie higher or lower than the table's by a factor
exp(d), and each dry good may hold more or less by a factor exp(a); both are taken for 0, give or take `PRIOR_SD`,
before anything is known. What is said of a batch is about s, d and the a of its dry goods, each by its share of what is
held: "too dry" says that the window's lower end lies above where the dial stood, "too wet" that its upper end lies
below, "just right" neither. Tongues are not sharper than `TASTE_SD`, and one saying in ten (`SLIPS`) is about something
else. So each saying is a likelihood over s; its posterior is matched by a normal distribution with the same mean and
spread, and what that moves is shared out among d and the a by how uncertain each still is (assumed density filtering).
The sayings are taken in one order whatever order they were said in.
"""

import math
from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Learned, Verdict

PRIOR_SD: Final = 0.13
"""Before any batch a window, and what a food holds, is good to about 13 %. Common practice."""

TASTE_SD: Final = 0.05
"""Nearer to an end than this a batch is called dry by one and right by the other. Common practice."""

FARTHEST: Final = 0.25
"""However far inside a wide window a dial stood, its end is taken to be no farther: who calls it dry means something.
Common practice."""

SLIPS: Final = 0.1
"""One saying in ten is of an oven, a slip of the scale or a bad day. Common practice."""

DOUGH_SD: Final = 0.12
"""And what is said of a dough is good to so much."""


@dataclass(frozen=True, slots=True)
class FeedbackOption:
    """What can be said of how a batch came out: which dial it tells of, and whether its value should have been higher
    (1) or lower (-1)."""

    words: str
    dial: str
    way: int


DOUGH: Final = "dough"

DOUGH_MOVES: Final = 0.15
"""A dough that is a state thinner than told holds about so much less. Common practice."""

FEEDBACK_OPTIONS: Final = (
    FeedbackOption("just right", "", 0),
    FeedbackOption("too dry", "hydration", 1),
    FeedbackOption("crumbly", "binder", 1),
    FeedbackOption("gummy or too wet", "hydration", -1),
    FeedbackOption("flat or dense", "leavening", 1),
    FeedbackOption("rose and fell", "leavening", -1),
    FeedbackOption("rubbery or chalky", "powder-share", -1),
    FeedbackOption("tough", "fat", 1),
    FeedbackOption("greasy", "fat", -1),
    FeedbackOption("too sweet", "sweetness", -1),
    FeedbackOption("not sweet enough", "sweetness", 1),
    FeedbackOption("did not set", "set", 1),
    FeedbackOption("set too firm", "set", -1),
    FeedbackOption("bland", "salt-browning", 1),
    FeedbackOption("too salty", "salt-browning", -1),
    FeedbackOption("dough thinner than told", DOUGH, -1),
    FeedbackOption("dough stiffer than told", DOUGH, 1),
)
"""The last two are said of the dough, before it is baked: of what its foods hold, and of no window."""

_TASTE: Final = ("sweetness", "salt-browning")
"""Taste goes with the people, whatever they bake."""


@dataclass(frozen=True, slots=True)
class DialReading:
    """Where a dial stood, and its window as the table has it."""

    value: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class BatchFeedback:
    """How a batch came out, with where its dials stood then: a fact that later tables do not change. `holding` are the
    shares that each dry good had of what is held, by slug."""

    words: str
    family: str
    dials: Mapping[str, DialReading]
    holding_shares: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Lesson:
    """Something learned: by what `share` the window of a dial in a family (empty for all), or what `food` holds, was
    moved, and by how many batches."""

    dial: str
    family: str
    food: str
    share: float
    batches: int


def dial_readings(dials: Iterable[Dial]) -> dict[str, DialReading]:
    """The dials worth remembering of a batch."""
    return {
        dial.name: DialReading(dial.value, dial.low, dial.high)
        for dial in dials
        if dial.value is not None and dial.low is not None and dial.high is not None
        if dial.verdict not in (Verdict.UNKNOWN, Verdict.NOT_APPLICABLE)
    }


def holding_shares_of(mixes: Mapping[str, Composition]) -> dict[str, float]:
    """The share that each food has of what the dough holds, by slug; those under a twentieth are left out."""
    whole = sum(composition.water_holding_g for composition in mixes.values())
    if whole <= 0:
        return {}
    return {
        slug: composition.water_holding_g / whole
        for slug, composition in mixes.items()
        if composition.water_holding_g >= 0.05 * whole
    }


_Key = tuple[str, str]
_FOOD: Final = "food"


def learn(batches: Iterable[BatchFeedback]) -> tuple[Learned, tuple[Lesson, ...]]:
    """What follows from all that was said, and the same as lessons, the greatest first."""
    belief = _Belief()
    counted: dict[_Key, int] = {}
    for batch in sorted(batches, key=_in_one_order):
        for weights, likelihood in _sayings(batch):
            belief.hear(weights, likelihood)
            for key in weights:
                counted[key] = counted.get(key, 0) + 1
    factors = {key: math.exp(value) for key, value in belief.mean.items()}
    learned = Learned(
        windows={key: factor for key, factor in factors.items() if key[0] != _FOOD},
        holding={key[1]: factor for key, factor in factors.items() if key[0] == _FOOD},
    )
    lessons = [
        Lesson("", "", key[1], factor - 1, counted[key])
        if key[0] == _FOOD
        else Lesson(key[0], key[1], "", factor - 1, counted[key])
        for key, factor in factors.items()
    ]
    lessons.sort(key=lambda lesson: -abs(lesson.share))
    return learned, tuple(lesson for lesson in lessons if abs(lesson.share) >= 0.005)


def _in_one_order(
    batch: BatchFeedback,
) -> tuple[str, str, tuple[tuple[str, float], ...], tuple[tuple[str, float], ...]]:
    stood = tuple(sorted((name, reading.value) for name, reading in batch.dials.items()))
    return batch.family, batch.words, stood, tuple(sorted(batch.holding_shares.items()))


Likelihood = Callable[[float], float]
"""How likely a saying is, by what the logarithm of its factor is."""


def _sayings(batch: BatchFeedback) -> Iterable[tuple[Mapping[_Key, float], Likelihood]]:
    saying = next((each for each in FEEDBACK_OPTIONS if each.words == batch.words), None)
    if saying is None:
        return
    foods = {(_FOOD, slug): share for slug, share in batch.holding_shares.items()}
    if saying.dial == DOUGH:
        if foods:
            yield foods, lambda moved: math.exp(-0.5 * ((moved - DOUGH_MOVES * saying.way) / DOUGH_SD) ** 2)
        return
    for name, at in batch.dials.items():
        if saying.dial in ("", name) and at.value > 0:
            weights: dict[_Key, float] = {(name, "" if name in _TASTE else batch.family): 1.0}
            if name == "hydration":
                weights |= foods
            yield weights, _likelihood(saying.way, at)


def _likelihood(way: int, at: DialReading) -> Likelihood:
    """Of a saying about where a dial stood: too little of it, too much, or just right."""
    # A window from 0 has no lower end that one could be below of.
    above_low = math.log(at.value / at.low) if at.low > 0 else math.inf
    above_high = math.log(at.value / at.high)
    if way > 0:
        above_low = min(FARTHEST, above_low)
    elif way < 0:
        above_high = max(-FARTHEST, above_high)

    def likelihood(moved: float) -> float:
        too_little = _below((moved - above_low) / TASTE_SD) if above_low < math.inf else 0.0
        too_much = _below((above_high - moved) / TASTE_SD)
        said = too_little if way > 0 else too_much if way < 0 else max(0.0, 1 - too_little - too_much)
        return (1 - SLIPS) * said + SLIPS / 3

    return likelihood


def _below(deviations: float) -> float:
    """The share of a normal distribution below so many standard deviations."""
    return 0.5 * math.erfc(-deviations / math.sqrt(2))


_POINTS: Final = 81
_REACH: Final = 4.5
"""The likelihood is looked at in so many points, so many standard deviations to both sides."""


class _Belief:
    """What is believed of all factors together: a normal distribution over their logarithms."""

    def __init__(self) -> None:
        self.mean: dict[_Key, float] = {}
        self.spread: dict[tuple[_Key, _Key], float] = {}

    def hear(self, weights: Mapping[_Key, float], likelihood: Likelihood) -> None:
        """Learns from one more statement, about the sum of `weights` times what they name."""
        for key in weights:
            if key not in self.mean:
                self.mean[key] = 0.0
                self.spread[key, key] = PRIOR_SD**2
        toward = {
            key: sum(weight * self.spread.get((key, other), 0.0) for other, weight in weights.items())
            for key in self.mean
        }
        variance = sum(weight * toward[key] for key, weight in weights.items())
        middle = sum(weight * self.mean[key] for key, weight in weights.items())
        mean, left = _posterior(middle, variance, likelihood)
        for key in self.mean:
            self.mean[key] += toward[key] / variance * (mean - middle)
        shrinks = (variance - left) / variance**2
        for key in self.mean:
            for other in self.mean:
                less = toward[key] * toward[other] * shrinks
                if less:
                    self.spread[key, other] = self.spread.get((key, other), 0.0) - less


def _posterior(middle: float, variance: float, likelihood: Likelihood) -> tuple[float, float]:
    """Mean and variance of a normal prior times a likelihood."""
    sd = math.sqrt(variance)
    steps = [_REACH * (2 * place / (_POINTS - 1) - 1) for place in range(_POINTS)]
    weighed = [(middle + step * sd, math.exp(-0.5 * step**2) * likelihood(middle + step * sd)) for step in steps]
    whole = sum(weight for _, weight in weighed)
    if whole <= 0:
        return middle, variance
    mean = sum(at * weight for at, weight in weighed) / whole
    return mean, sum((at - mean) ** 2 * weight for at, weight in weighed) / whole
