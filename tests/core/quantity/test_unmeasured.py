"""core/quantity/unmeasured: what kitchens write without an amount counts with a wide band; all else asks."""

import unittest

from ample_crumb.core.quantity.units import MeasureSystem
from ample_crumb.core.quantity.unmeasured import without_amount
from ample_crumb.core.quantity.weighing import WeightBasis
from tests.core.given import read


class Counted(unittest.TestCase):
    def test_a_pinch_a_spray_a_dusting(self) -> None:
        for text, slug, mass_g in (
            # A pinch is 1/16 tsp (common practice): 288 g a cup / 48 / 16 of salt, 125 of cinnamon.
            ("salt", "salt", 0.375), ("Salt, to taste", "salt", 0.375), ("salt to taste", "salt", 0.375),
            ("sea salt as needed", "salt", 0.375), ("cinnamon to taste", "cinnamon", 0.16),
            ("cooking spray", "cooking_spray", 0.25), ("oil spray, for the tin", "cooking_spray", 0.25),
            ("butter for the tin", "butter", 5), ("Butter, for greasing", "butter", 5),
            ("oil for greasing the pan", "neutral_oil", 5),
            ("flour for dusting", "wheat_flour", 5), ("icing sugar, to dust", "icing_sugar", 5),
            ("plus extra flour for dusting", "wheat_flour", 5), ("cocoa for the tin", "cocoa", 5),
        ):  # fmt: skip
            with self.subTest(text):
                line = read(text)
                assert line.ingredient is not None
                assert line.weighed is not None, line.problem
                weighed = line.weighed
                self.assertEqual((line.ingredient.slug, weighed.basis), (slug, WeightBasis.ROUGH))
                self.assertAlmostEqual(weighed.mass_g, mass_g, delta=max(0.1 * mass_g, 0.06))
                self.assertEqual((weighed.low_g, weighed.high_g), (0, 2 * weighed.mass_g))
                self.assertIn("no amount is written", weighed.assumption)

    def test_what_may_be_any_amount_asks(self) -> None:
        for text in (
            "peanut butter", "chocolate chips to taste", "berries to serve", "flour", "butter", "sugar to taste",
            "water as needed", "milk", "sweetener to taste", "-2 cups salt",
        ):  # fmt: skip
            with self.subTest(text):
                line = read(text)
                self.assertIsNone(line.weighed)
                self.assertTrue(line.problem)

    def test_the_name_is_that_of_the_food(self) -> None:
        for text, name, purpose in (
            ("salt to taste", "salt", "taste"), ("Butter, for greasing", "Butter", "tin"),
            ("flour (for dusting)", "flour", "dust"),
            ("plus extra flour for dusting", "flour", "dust"), ("salt", "salt", ""), ("to taste", "to taste", ""),
        ):  # fmt: skip
            with self.subTest(text):
                found = without_amount(text)
                self.assertEqual((found.name, found.purpose), (name, purpose))

    def test_an_amount_that_is_written_counts(self) -> None:
        line = read("1 tsp salt, to taste", MeasureSystem.US)
        assert line.weighed is not None
        self.assertAlmostEqual(line.weighed.mass_g, 6, delta=0.1)


if __name__ == "__main__":
    unittest.main()
