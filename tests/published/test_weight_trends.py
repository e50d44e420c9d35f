"""The trend of a weight against the same model solved as one system of equations, and slopes against scipy.

A local linear trend is a normal distribution over all levels and slopes at once: its mean solves one system of linear
equations and its variances are the diagonal of the inverse (Rue and Held, Gaussian Markov Random Fields, 2005). That
knows nothing of filters and smoothers. The slope of a line and its standard error are held against scipy's linregress;
a diary with a known need against the arithmetic of energy balance that Hall and Chow (International Journal of Obesity
35, 2011, from memory) begin with: intake less what the body stored is what it burned."""

import random
import unittest

import numpy
from scipy import stats

from ample_crumb.core.day.energy_burned import estimate_energy_burned, slope_of
from ample_crumb.core.day.weight_trend import (
    DAILY_SD_KG,
    FIRST_SLOPE_SD_KG,
    LEVEL_SD_KG,
    SLOPE_SD_KG,
    WeightOfDay,
    weight_trend,
)


def as_one_system(weights: list[WeightOfDay]) -> tuple[list[float], list[float]]:
    """Levels and their standard deviations from the precision of all days together."""
    days = weights[-1].day - weights[0].day + 1
    precision, shift = numpy.zeros((2 * days, 2 * days)), numpy.zeros(2 * days)

    def add(row: dict[int, float], value: float, sd: float) -> None:
        for i, a in row.items():
            shift[i] += a * value / sd**2
            for j, b in row.items():
                precision[i, j] += a * b / sd**2

    add({0: 1.0}, weights[0].weight_kg, 1000.0**0.5)
    add({1: 1.0}, 0.0, FIRST_SLOPE_SD_KG)
    for day in range(1, days):
        add({2 * day: 1.0, 2 * day - 2: -1.0, 2 * day - 1: -1.0}, 0.0, LEVEL_SD_KG)
        add({2 * day + 1: 1.0, 2 * day - 1: -1.0}, 0.0, SLOPE_SD_KG)
    for weight in weights:
        add({2 * (weight.day - weights[0].day): 1.0}, weight.weight_kg, DAILY_SD_KG)
    covariance = numpy.linalg.inv(precision)
    return list((covariance @ shift)[::2]), list(numpy.sqrt(numpy.diag(covariance))[::2])


def weighed(seed: int, days: int, slope: float, share: float = 0.8) -> list[WeightOfDay]:
    dice = random.Random(seed)
    return [
        WeightOfDay(day, 74 + slope * day + dice.gauss(0, DAILY_SD_KG))
        for day in range(days)
        if day in {0, days - 1} or dice.random() < share
    ]


class Trends(unittest.TestCase):
    def test_filter_and_smoother_are_the_one_system(self) -> None:
        for seed, days, slope in ((1, 30, -0.06), (2, 61, 0.02), (3, 9, 0.0), (4, 1, 0.0)):
            weights = weighed(seed, days, slope)
            levels, sds = as_one_system(weights)
            found = weight_trend(weights)
            self.assertEqual([each.day for each in found], list(range(days)))
            for each, level, sd in zip(found, levels, sds, strict=True):
                self.assertAlmostEqual(each.trend_kg, level, places=6)
                self.assertAlmostEqual((each.high_kg - each.low_kg) / 2 / 1.96, sd, places=6)

    def test_the_interval_holds_the_truth_as_often_as_it_says(self) -> None:
        held = whole = 0
        for seed in range(60):
            for each in weight_trend(weighed(100 + seed, 40, -0.05)):
                held += each.low_kg <= 74 - 0.05 * each.day <= each.high_kg
                whole += 1
        # A straight line is easier than the model allows for, so it is held a little more often than 95 of 100.
        self.assertTrue(0.93 < held / whole <= 1.0, held / whole)

    def test_slopes(self) -> None:
        for seed in range(5):
            weights = weighed(seed, 35, -0.05)
            other = stats.linregress([weight.day for weight in weights], [weight.weight_kg for weight in weights])
            slope, error = slope_of(weights)
            self.assertAlmostEqual(slope, other.slope)
            self.assertAlmostEqual(error, other.stderr)

    def test_a_known_need_is_found_again(self) -> None:
        # Somebody who burns 2,400 kcal and eats 2,015 loses 0.05 kg a day.
        near = 0
        for seed in range(40):
            found = estimate_energy_burned(weighed(seed, 56, -0.05), 2015, 15, 54, 56)
            assert found.energy_kcal is not None
            assert found.low_kcal is not None
            assert found.high_kcal is not None
            self.assertAlmostEqual(found.energy_kcal, 2400, delta=160)
            near += found.low_kcal <= 2400 <= found.high_kcal
        self.assertGreaterEqual(near, 35)
