"""core/uncertainty/measurement: how far an amount may be off by how it was measured."""

import math
import unittest

from ample_crumb.core.uncertainty.measurement import mass_sd_g, pours
from tests.core.given import CUPBOARD, weighed


def sd_of(text: str) -> float:
    line = weighed(text)
    return mass_sd_g(line, CUPBOARD.ingredients[line.ingredient.slug])


class Measured(unittest.TestCase):
    def test_how_it_was_measured(self) -> None:
        for text, sd_g in {
            "100 g skyr": 1, "1 g salt": 0.5, "1 cup milk": 244 * 0.04, "1 cup oats": 90 * 0.10, "2 eggs": 100 * 0.06,
            "1 banana": 118 * 0.15, "1 can chickpeas": 253 * 0.05, "2 scoops whey": 60 * 0.10,
            "1 handful walnuts": 29.25 * 0.5, "2 tbsp honey": 2 * 333.1 / 16 * 0.04,
            "1 tbsp coconut oil": 13.625 * 0.04,
        }.items():  # fmt: skip
            with self.subTest(text):
                self.assertAlmostEqual(sd_of(text), sd_g, places=2)
        # A range of 100 to 150 g, each as likely: 50 / sqrt(12), and the scale.
        self.assertAlmostEqual(sd_of("100-150 g skyr"), math.hypot(1, 50 / math.sqrt(12)))

    def test_what_pours(self) -> None:
        poured = {"milk_whole", "skyr", "honey", "coconut_oil", "egg", "apple_sauce", "maltitol_syrup"}
        filled = {"almond_flour", "sugar", "walnuts", "whey_isolate", "peanuts", "dates", "erythritol"}
        self.assertEqual([slug for slug in poured if not pours(CUPBOARD.ingredients[slug])], [])
        self.assertEqual([slug for slug in filled if pours(CUPBOARD.ingredients[slug])], [])
