"""core/day/tally: a count of one's own."""

import unittest

from ample_crumb.core.day.tally import Tally, check_tally, no_longer_zero_from, tally_count
from ample_crumb.core.food.nutrients import Figures, Nutrients
from ample_crumb.core.problem import CannotUse

OWN = Tally("marks", {"energy_kcal": 0.02, "saturates_g": 0.5, "protein_g": -0.1}, 1)


def piece(energy_kcal: float, saturates_g: float, protein_g: float | None) -> Figures:
    return Figures(50, Nutrients(energy_kcal=energy_kcal, saturates_g=saturates_g, protein_g=protein_g))


class Tallies(unittest.TestCase):
    def test_a_sum_rounded_halves_up(self) -> None:
        # 150 x 0.02 + 2 x 0.5 - 10 x 0.1 = 3; with 5 g of protein 3.5, which is 4.
        self.assertEqual(tally_count(piece(150, 2, 10), OWN), 3)
        self.assertEqual(tally_count(piece(150, 2, 5), OWN), 4)
        self.assertEqual(tally_count(piece(150, 2, None), OWN), 4)
        self.assertEqual(tally_count(piece(150, 2, 5), Tally("m", OWN.coefficients, 0.5)), 3.5)

    def test_never_below_nothing(self) -> None:
        self.assertEqual(tally_count(piece(20, 0, 30), OWN), 0)

    def test_a_zero_that_is_none_for_several(self) -> None:
        # 12 kcal count 0.24 and round to 0; two 0.48, three 0.72, which is 1.
        small = piece(12, 0, 0)
        self.assertEqual(no_longer_zero_from(small, OWN), 3)
        self.assertIsNone(no_longer_zero_from(piece(150, 2, 5), OWN))
        self.assertIsNone(no_longer_zero_from(piece(0, 0, 5), OWN))

    def test_what_counts_nothing_is_no_tally(self) -> None:
        for coefficients in ({}, {"energy_kcal": 0.0}, {"joy": 1.0}):
            with self.assertRaises(CannotUse):
                check_tally(Tally("m", coefficients))
