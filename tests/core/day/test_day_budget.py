"""core/day/day_budget: the room, the protein to find, and bands of a day."""

import unittest

from ample_crumb.core.day.day_budget import Targets, caution_about, combine_sds, sum_up
from ample_crumb.core.food.nutrients import Figures, Nutrients, StandardUncertainty


def food(energy_kcal: float, protein_g: float) -> Figures:
    return Figures(100, Nutrients(energy_kcal=energy_kcal, protein_g=protein_g))


class Days(unittest.TestCase):
    def test_room_and_protein(self) -> None:
        tin = sum_up([food(900, 60), food(600, 50)], Targets(2000, 150))
        self.assertEqual((tin.room_kcal, tin.protein_to_find_g), (500, 40))
        self.assertAlmostEqual(tin.protein_share or 0, 0.32)
        self.assertFalse(tin.tight)
        self.assertTrue(sum_up([food(1700, 90)], Targets(2000, 150)).tight)

    def test_over_the_limit_is_a_fact(self) -> None:
        tin = sum_up([food(2100, 160)], Targets(2000, 150))
        self.assertEqual((tin.room_kcal, tin.protein_to_find_g, tin.protein_share), (-100, 0, None))

    def test_pieces_of_one_batch_share_their_errors_and_others_err_apart(self) -> None:
        piece, meal = (
            StandardUncertainty(3, Nutrients(energy_kcal=10)),
            StandardUncertainty(4, Nutrients(energy_kcal=15)),
        )
        self.assertEqual(combine_sds([("bars", piece), ("bars", piece)]).nutrients.energy_kcal, 20)
        self.assertEqual(combine_sds([("bars", piece), ("bars", piece), ("", meal)]).nutrients.energy_kcal, 25)
        self.assertAlmostEqual(combine_sds([("", meal), ("", meal)]).mass_g, 32**0.5)
        self.assertEqual(combine_sds([]).nutrients.energy_kcal, 0)

    def test_low_targets_are_cautioned_about(self) -> None:
        self.assertEqual(caution_about(Targets(1500, 100)), "")
        self.assertIn("1,500 kcal", caution_about(Targets(1499, 100)))
        self.assertIn("dietitian", caution_about(Targets(900, 100)))
