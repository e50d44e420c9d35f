"""core/day/energy_burned: when it can be told and what is told."""

import unittest

from ample_crumb.core.day.energy_burned import estimate_energy_burned
from ample_crumb.core.day.weight_trend import WeightOfDay


def line(days: range, per_day: float) -> list[WeightOfDay]:
    return [WeightOfDay(day, 70 + per_day * day) for day in days]


class Burned(unittest.TestCase):
    def test_intake_less_what_was_stored(self) -> None:
        # 0.01 kg a day for 28 days: 77 kcal a day were stored of 2,000.
        found = estimate_energy_burned(line(range(28), 0.01), 2000, 20, 28, 28)
        self.assertAlmostEqual(found.energy_kcal or 0, 1923)
        self.assertAlmostEqual(found.change_kg or 0, 0.07)
        self.assertIn("rose by 0.07 kg a week", found.sentence)
        # The least scatter is 0.3 kg: its slope over 28 days has 0.3 / sqrt(1827) kg, 54 kcal; with 20 that is 57.6.
        self.assertAlmostEqual((found.high_kcal or 0) - 1923, 1.96 * 57.65, delta=0.5)

    def test_too_little_is_said_and_not_told(self) -> None:
        for weights, logged, days, words in (
            (line(range(20), 0), 20, 20, "there are 20 over 20 days"),
            (line(range(0, 36, 4), 0), 36, 36, "there are 9 over 33 days"),
            ([], 30, 30, "there are 0 over 0 days"),
            (line(range(30), 0), 23, 30, "23 of these 30 are"),
        ):
            found = estimate_energy_burned(weights, 2000, 20, logged, days)
            self.assertIsNone(found.energy_kcal)
            self.assertIn(words, found.sentence)
        self.assertIsNotNone(estimate_energy_burned(line(range(30), 0), 2000, 20, 24, 30).energy_kcal)
