"""Body weight behind its ups and downs: a smoothed trend with its interval.

A day's weight is the trend and what water, salt and a full stomach add to it. The trend is a local linear trend, a
level that moves by a slope which itself drifts, worked out by a Kalman filter and the smoother of Rauch, Tung and
Striebel (AIAA Journal 3, 1965): each day's trend knows of all weights before and after it.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

from ample_crumb.core.problem import CannotUse

DAILY_SD_KG: Final = 0.7
"""How far a morning's weight lies from the trend. From memory of Bhutani and others, Obesity 25, 2017: within a week
weight of adults varies by about 0.35 % of itself around its mean, and more where salt and training vary."""

LEVEL_SD_KG: Final = 0.03
"""What the trend moves by in a day beside its slope. Common practice."""

SLOPE_SD_KG: Final = 0.004
"""By how much the slope of a day differs from that of the day before [kg/d]. Common practice: in four weeks it may turn
by 0.15 kg a week."""

FIRST_SLOPE_SD_KG: Final = 0.1
"""Before anything is known nobody loses or gains more than about this a day."""

INTERVAL: Final = 1.96
"""So many standard deviations to either side hold 95 of 100."""


@dataclass(frozen=True, slots=True)
class WeightOfDay:
    """A weight on a day, the days counted from any zero."""

    day: int
    weight_kg: float


@dataclass(frozen=True, slots=True)
class TrendOfDay:
    """The trend on a day, and its 95 % interval."""

    day: int
    trend_kg: float
    low_kg: float
    high_kg: float


_State = tuple[float, float, float, float, float]
"""Level and slope, and their variances: of the level, of both together, of the slope."""


def weight_trend(weights: Sequence[WeightOfDay]) -> tuple[TrendOfDay, ...]:
    """The trend of every day from the first weight to the last, days without one too. Empty without weights.

    Raises CannotUse unless the days rise.
    """
    if any(later.day <= earlier.day for earlier, later in pairwise(weights)):
        raise CannotUse("A day has one weight, and the days come in their order.")
    if not weights:
        return ()
    by_day = {weight.day: weight.weight_kg for weight in weights}
    first, last = weights[0].day, weights[-1].day
    ahead: list[_State] = []
    known: list[_State] = []
    state = (weights[0].weight_kg, 0.0, 1000.0, 0.0, FIRST_SLOPE_SD_KG**2)
    for day in range(first, last + 1):
        if known:
            state = _next_day(state)
        ahead.append(state)
        if day in by_day:
            state = _seen(state, by_day[day])
        known.append(state)
    smoothed = _smoothed(ahead, known)
    return tuple(
        TrendOfDay(day, level, level - INTERVAL * variance**0.5, level + INTERVAL * variance**0.5)
        for day, (level, _, variance, _, _) in zip(range(first, last + 1), smoothed, strict=True)
    )


def _next_day(state: _State) -> _State:
    level, slope, v_level, v_both, v_slope = state
    return (
        level + slope,
        slope,
        v_level + 2 * v_both + v_slope + LEVEL_SD_KG**2,
        v_both + v_slope,
        v_slope + SLOPE_SD_KG**2,
    )


def _seen(state: _State, weight_kg: float) -> _State:
    level, slope, v_level, v_both, v_slope = state
    variance = v_level + DAILY_SD_KG**2
    gain_level, gain_slope, surprise = v_level / variance, v_both / variance, weight_kg - level
    return (
        level + gain_level * surprise,
        slope + gain_slope * surprise,
        (1 - gain_level) * v_level,
        (1 - gain_level) * v_both,
        v_slope - gain_slope * v_both,
    )


def _smoothed(ahead: Sequence[_State], known: Sequence[_State]) -> list[_State]:
    """Backwards from the last day: what a day is known to be once the next is."""
    later = known[-1]
    found = [later]
    for now, then in zip(reversed(known[:-1]), reversed(ahead[1:]), strict=True):
        level, slope, v_level, v_both, v_slope = now
        then_level, then_slope, w_level, w_both, w_slope = then
        # The gain C = P F' W^-1 with F = [[1, 1], [0, 1]]; rows of P F' first.
        of_level, of_slope = (v_level + v_both, v_both), (v_both + v_slope, v_slope)
        whole = w_level * w_slope - w_both**2
        (a, b), (c, d) = (
            ((p * w_slope - q * w_both) / whole, (q * w_level - p * w_both) / whole) for p, q in (of_level, of_slope)
        )
        by_level, by_slope = later[0] - then_level, later[1] - then_slope
        x, y, z = later[2] - w_level, later[3] - w_both, later[4] - w_slope
        later = (
            level + a * by_level + b * by_slope,
            slope + c * by_level + d * by_slope,
            v_level + a * a * x + 2 * a * b * y + b * b * z,
            v_both + a * c * x + (a * d + b * c) * y + b * d * z,
            v_slope + c * c * x + 2 * c * d * y + d * d * z,
        )
        found.append(later)
    return found[::-1]
