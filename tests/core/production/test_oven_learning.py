"""Ovens learned from bakes: by hand, and in simulated kitchens."""

import math
import random
import statistics
import unittest

from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.oven_learning import BAKE_SD, OVEN_SD, BakeSeen, learn_ovens


class Learned(unittest.TestCase):
    def test_by_hand(self) -> None:
        """Two bakes a tenth longer: 2 ln 1.1 / (2 + 2.25) is ln 1.1 times 0.4706."""
        found = learn_ovens([BakeSeen(Oven.FAN, 20, 22), BakeSeen(Oven.FAN, 30, 33)])[Oven.FAN]
        self.assertAlmostEqual(found.factor, 1.1 ** (2 / 4.25))
        self.assertEqual(found.bake_count, 2)

    def test_each_oven_by_itself(self) -> None:
        found = learn_ovens([BakeSeen(Oven.FAN, 20, 24), BakeSeen(Oven.CONVENTIONAL, 20, 20)])
        self.assertEqual(set(found), {Oven.FAN})

    def test_a_slip_teaches_nothing(self) -> None:
        self.assertEqual(learn_ovens([BakeSeen(Oven.FAN, 20, 60)]), {})
        self.assertEqual(learn_ovens([BakeSeen(Oven.FAN, 0, 60)]), {})

    def test_kitchens_get_nearer_to_their_ovens(self) -> None:
        """The error of the time is less than without learning, and less the more bakes there were."""
        chance = random.Random(4)
        errors: dict[int, list[float]] = {0: [], 4: [], 12: []}
        for _ in range(300):
            truth = chance.gauss(0, OVEN_SD)
            bakes = [
                BakeSeen(Oven.FAN, 20, 20 * math.exp(truth + chance.gauss(0, BAKE_SD))) for _ in range(max(errors))
            ]
            for count, found in errors.items():
                lesson = learn_ovens(bakes[:count]).get(Oven.FAN)
                found.append(abs(math.log(lesson.factor if lesson else 1.0) - truth))
        none, four, twelve = (statistics.mean(error) for error in errors.values())
        self.assertLess(four, 0.8 * none)
        self.assertLess(twelve, 0.8 * four)
