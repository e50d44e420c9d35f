"""The quick reference and product codes against figures printed elsewhere.

Disher sizes: a number is scoops to a US quart (32 fluid ounces), so number 16 is a quarter cup (NIST SP 1290 gives the
quart as 4 cups). Oven heat: 350 °F is 180 °C is gas mark 4 on conversion charts of British cookers (from memory).
Check digits: the worked example of the GS1 General Specifications, 6291041500213, and the UPC-A of the first item ever
scanned, 036000291452; both by their public descriptions.
"""

import unittest

from ample_crumb.core.food.product_code import code_of
from ample_crumb.core.food.quick_reference import quick_reference


class QuickReference(unittest.TestCase):
    def test_dishers(self) -> None:
        sizes = {disher.number: disher for disher in quick_reference().dishers}
        self.assertAlmostEqual(sizes[16].volume_ml, 236.588 / 4, places=1)
        self.assertAlmostEqual(sizes[16].tablespoon_count, 4, places=2)
        self.assertAlmostEqual(sizes[40].volume_ml, 32 * 29.5735 / 40, places=1)
        self.assertEqual((min(sizes), max(sizes)), (4, 100))

    def test_oven_heat(self) -> None:
        by_gas = {oven.gas: (oven.fahrenheit, oven.celsius, oven.fan_c) for oven in quick_reference().ovens}
        self.assertEqual(by_gas["4"], (350, 180, 160))
        self.assertEqual(by_gas["6"], (400, 200, 180))
        for each in quick_reference().ovens:
            # Charts round to the next handy number of degrees.
            self.assertAlmostEqual(each.celsius, (each.fahrenheit - 32) / 1.8, delta=7)

    def test_measures(self) -> None:
        by_name = {measure.name: measure for measure in quick_reference().measures}
        self.assertEqual(by_name["tablespoon"].australian_ml, 20)
        self.assertEqual(by_name["cup"].metric_ml, 250)
        self.assertAlmostEqual(by_name["cup"].us_ml, 236.59, places=2)

    def test_sweeteners_by_the_factors_of_annex_xiv(self) -> None:
        by_name = {sweetener.name: sweetener.kcal_per_g for sweetener in quick_reference().sweeteners}
        self.assertAlmostEqual(by_name["erythritol"], 0)
        self.assertAlmostEqual(by_name["xylitol"], 2.4, places=2)
        self.assertAlmostEqual(by_name["sugar, white"], 4, places=2)
        self.assertIn(
            "dogs", next(sweetener.caution for sweetener in quick_reference().sweeteners if sweetener.name == "xylitol")
        )


class Codes(unittest.TestCase):
    def test_published_codes(self) -> None:
        self.assertEqual(code_of("6291041500213"), "6291041500213")
        self.assertEqual(code_of("0 36000 29145 2"), "0036000291452")
