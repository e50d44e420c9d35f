"""Protein powder at a sitting: what counts as powder, and how much of it is offered."""

import unittest
from dataclasses import replace

from ample_crumb.core.day.powder import is_powder, limit_powder, powder_g
from ample_crumb.core.food.cupboard import reference_cupboard

FOODS = reference_cupboard().ingredients


class Powder(unittest.TestCase):
    def test_dry_protein_that_one_drinks_is_powder(self) -> None:
        judged = {"whey_isolate": True, "collagen": True, "gelatine": False, "skyr": False, "wheat_flour": False}
        self.assertEqual({slug: is_powder(FOODS[slug]) for slug in judged}, judged)

    def test_up_to_15_g_of_water_in_100_it_is_dry(self) -> None:
        whey = FOODS["whey_isolate"]
        for water_g, dry in ((15.0, True), (15.5, False), (70.0, False)):
            moist = replace(whey, per_100g=replace(whey.per_100g, water_g=water_g))
            self.assertEqual(is_powder(moist), dry, water_g)

    def test_two_scoops_of_30_g_are_the_most(self) -> None:
        self.assertEqual(powder_g([(FOODS["whey_isolate"], 40), (FOODS["skyr"], 200), (FOODS["collagen"], 10)]), 50)
        # 60 g of powder: four of 15 g, two of 25 g in whole ones, 2.25 of them in quarters (56.25 g), none of 61 g.
        for count, each_g, step, most in (
            (4, 15, 1, 4), (5, 15, 1, 4), (3, 25, 1, 2), (3, 25, 0.25, 2.25), (1, 61, 1, 0), (9, 0, 1, 9),
        ):  # fmt: skip
            with self.subTest(count=count, each_g=each_g, step=step):
                self.assertAlmostEqual(limit_powder(count, each_g, step), most)
