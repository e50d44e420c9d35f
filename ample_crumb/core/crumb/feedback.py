"""What a kitchen's own batches teach: windows and what foods hold, moved by how things came out.

The model is a linear one over logarithms. Each window of a dial in a family may lie higher or lower than the table's by
a factor exp(d), and each dry good may hold more or less by a factor exp(a); both are taken for 0, give or take
`PRIOR_SD`, before anything is known. A batch that came out "too dry" although its dial stood inside the window says
that d plus the a of its dry goods, each by its share of what is held, is about the way from the window's lower end to
where the dial stood; "too wet" says so of the upper end, "just right" that it is nothing where the dial stood inside.
Each such saying has the doubt `FEEDBACK_SD`, so that the prior is worth about four batches. The posterior is found
saying by saying (the update of a Bayesian linear regression, or a Kalman filter without motion), so their order does
not matter.
"""

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Final

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import Dial, Learned, Verdict

PRIOR_SD: Final = 0.12
"""Before any batch a window, and what a food holds, is good to about 12 %. Common practice."""

FEEDBACK_SD: Final = 2 * PRIOR_SD
"""Twice the prior's: the square of it makes the prior worth four batches."""

MARGIN: Final = 0.05
"""A complaint at the very end of a window still says a little, 5 %."""

FARTHEST: Final = 0.35
"""One batch asks for no more than this, however far inside a wide window its dial stood: something else may have
been."""


@dataclass(frozen=True, slots=True)
class FeedbackOption:
    """What can be said of how a batch came out: which dial it tells of, and whether its value should have been higher
    (1) or lower (-1)."""

    words: str
    dial: str
    way: int


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
)

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
    mean: dict[_Key, float] = {}
    spread: dict[tuple[_Key, _Key], float] = {}
    counted: dict[_Key, int] = {}
    for batch in batches:
        for weights, moved in _observations(batch):
            _update(mean, spread, weights, moved)
            for key in weights:
                counted[key] = counted.get(key, 0) + 1
    factors = {key: math.exp(value) for key, value in mean.items()}
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


def _observations(batch: BatchFeedback) -> Iterable[tuple[Mapping[_Key, float], float]]:
    saying = next((each for each in FEEDBACK_OPTIONS if each.words == batch.words), None)
    if saying is None:
        return
    for name, at in batch.dials.items():
        if saying.dial not in ("", name):
            continue
        moved = _moved(saying.way, at)
        if moved is None:
            continue
        weights: dict[_Key, float] = {(name, "" if name in _TASTE else batch.family): 1.0}
        if name == "hydration":
            weights |= {(_FOOD, slug): share for slug, share in batch.holding_shares.items()}
        yield weights, moved


def _moved(way: int, at: DialReading) -> float | None:
    """By how much, as a logarithm, the window would have to move for the saying to be so; None where it is so
    anyway."""
    if at.value <= 0:
        return MARGIN * way if way > 0 else None
    value = math.log(at.value)
    # A window from 0 says nothing of how far above its end one is.
    low = math.log(at.low) if at.low > 0 else value
    high = math.log(at.high)
    if way > 0:
        return None if value < low else min(FARTHEST, value - low + MARGIN)
    if way < 0:
        return None if value > high else max(-FARTHEST, value - high - MARGIN)
    return max(-FARTHEST, min(0.0, value - low)) + min(FARTHEST, max(0.0, value - high))


def _update(
    mean: dict[_Key, float], spread: dict[tuple[_Key, _Key], float], weights: Mapping[_Key, float], moved: float
) -> None:
    """One saying more: the sum of `weights` times what they name is about `moved`."""
    for key in weights:
        if key not in mean:
            mean[key] = 0.0
            spread |= {(key, key): PRIOR_SD**2}
    toward = {key: sum(weight * spread.get((key, other), 0.0) for other, weight in weights.items()) for key in mean}
    uncertainty = sum(weight * toward[key] for key, weight in weights.items()) + FEEDBACK_SD**2
    missed = moved - sum(weight * mean[key] for key, weight in weights.items())
    for key in mean:
        mean[key] += toward[key] / uncertainty * missed
    for key in mean:
        for other in mean:
            less = toward[key] * toward[other] / uncertainty
            if less:
                spread[key, other] = spread.get((key, other), 0.0) - less
