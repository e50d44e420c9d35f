"""The energy that somebody really burns, from what they ate and how their weight moved."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.day.weight_trend import INTERVAL, WeightOfDay
from ample_crumb.core.day.worked_out_targets import KCAL_PER_KG

LEAST_DAYS: Final = 21
LEAST_WEIGHTS: Final = 10
LEAST_LOGGED_SHARE: Final = 0.8
"""Before that water moves a weight further than fat does. Common practice: three weeks, most of them written down."""

LEAST_SD_KG: Final = 0.3
"""Scatter of weights around a line that is not believed to be less, however few they are."""


@dataclass(frozen=True, slots=True)
class EnergyBurned:
    """Energy burned a day with its 95 % interval, how the weight moved a week with its interval, and the sentence that
    tells it; None for each while there is too little, and then the sentence says what is missing."""

    energy_kcal: float | None
    low_kcal: float | None
    high_kcal: float | None
    change_kg: float | None
    change_band_kg: float | None
    sentence: str


def estimate_energy_burned(
    weights: Sequence[WeightOfDay], mean_kcal: float, mean_sd_kcal: float, logged: int, days: int
) -> EnergyBurned:
    """What was burned over so many `days`, of which `logged` have a mean intake with its standard uncertainty [kcal].

    Intake less what the weight stored: the slope of a straight line through the weights (least squares) times the
    energy of a kilogram. The interval has the scatter of the weights and the uncertainty of the intake; that a kilogram
    may hold less or more, and that something was not written down, it has not.
    """
    missing = _missing(weights, logged, days)
    if missing:
        return EnergyBurned(None, None, None, None, None, missing)
    slope, sd = slope_of(weights)
    burned = mean_kcal - slope * KCAL_PER_KG
    band = INTERVAL * math.hypot(sd * KCAL_PER_KG, mean_sd_kcal)
    verb = "fell" if slope < 0 else "rose"
    return EnergyBurned(
        energy_kcal=burned,
        low_kcal=burned - band,
        high_kcal=burned + band,
        change_kg=7 * slope,
        change_band_kg=7 * INTERVAL * sd,
        sentence=(
            f"Over these {days} days you ate {mean_kcal:,.0f} kcal a day and your weight {verb} by "
            f"{abs(7 * slope):.2f} kg a week: that is about {_tens(burned):,.0f} kcal burned a day, from "
            f"{_tens(burned - band):,.0f} to {_tens(burned + band):,.0f}. It holds as far as everything eaten was "
            "written down, and needs weeks: water alone moves a weight by more than a week's fat."
        ),
    )


def slope_of(weights: Sequence[WeightOfDay]) -> tuple[float, float]:
    """The slope of the line through at least three weights by least squares, and its standard error [kg/d]."""
    count = len(weights)
    mean_day, mean_kg = (sum(column) / count for column in zip(*((w.day, w.weight_kg) for w in weights), strict=True))
    spread = sum((weight.day - mean_day) ** 2 for weight in weights)
    slope = sum((weight.day - mean_day) * (weight.weight_kg - mean_kg) for weight in weights) / spread
    left = sum((weight.weight_kg - mean_kg - slope * (weight.day - mean_day)) ** 2 for weight in weights)
    scatter = max(LEAST_SD_KG, math.sqrt(left / (count - 2)))
    return slope, scatter / math.sqrt(spread)


def _missing(weights: Sequence[WeightOfDay], logged: int, days: int) -> str:
    span = weights[-1].day - weights[0].day + 1 if weights else 0
    if len(weights) < LEAST_WEIGHTS or span < LEAST_DAYS:
        return (
            f"What you really burn can be told from about {LEAST_DAYS} days with {LEAST_WEIGHTS} weights on; there are "
            f"{len(weights)} over {span} days."
        )
    if logged < LEAST_LOGGED_SHARE * days:
        return f"What you really burn can be told where most days are written down; {logged} of these {days} are."
    return ""


def _tens(kcal: float) -> float:
    return 10 * round(kcal / 10)
