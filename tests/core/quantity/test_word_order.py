"""core/quantity/wording: amounts in the orders that people write them; grams by hand from the cups of the table."""

import unittest

from ample_crumb.core.quantity.line_splitting import split_foods
from ample_crumb.core.quantity.weighing import WeightBasis
from ample_crumb.core.quantity.word_order import in_order
from tests.core.given import weighed


class Wording(unittest.TestCase):
    def test_words_of_manner_wherever_they_stand(self) -> None:
        for text, like in (
            ("1 packed cup brown sugar", "1 cup packed brown sugar"),
            ("1 firmly packed cup of brown sugar", "1 cup packed brown sugar"),
            ("1 lightly packed cup oats", "1 cup oats"),
            ("heaped 2 tbsp cocoa", "2 heaped tbsp cocoa"), ("2 tbsp (heaped) cocoa", "2 heaped tbsp cocoa"),
            ("2 tbsp, heaped, cocoa", "2 heaped tbsp cocoa"), ("2 tbsp heaped cocoa", "2 heaped tbsp cocoa"),
            ("scant 1/2 cup milk", "1/2 scant cup milk"), ("2 Tbl. honey", "2 tbsp honey"),
            ("1 teasp vanilla", "1 tsp vanilla"),
            ("1 tablesp. honey", "1 tbsp honey"), ("240 g drained weight chickpeas", "240 g chickpeas, drained"),
            ("100 g flour plus extra for dusting", "100 g flour"),
            ("2 tbsp water, plus more if needed", "2 tbsp water"),
            ("1 tbsp milk, plus 1 tbsp if needed", "1 tbsp milk"), ("50 g butter and a little extra", "50 g butter"),
        ):  # fmt: skip
            with self.subTest(text):
                one, other = weighed(text), weighed(like)
                self.assertEqual(one.ingredient, other.ingredient)
                self.assertAlmostEqual(one.mass_g, other.mass_g)

    def test_what_is_wanted_later_is_no_second_food(self) -> None:
        self.assertEqual(len(split_foods("1 tbsp milk, plus 1 tbsp if needed")), 1)
        self.assertEqual(len(split_foods("1 tbsp milk plus 1 tbsp honey")), 2)

    def test_vessels_that_nobody_measures_with(self) -> None:
        # 300, 200 and 180 ml of what weighs 90, 244 and 200 g in 236.6 ml.
        for text, mass_g in (("1 mug oats", 114), ("1 glass milk", 206), ("1 teacup sugar", 152)):
            with self.subTest(text):
                line = weighed(text)
                self.assertAlmostEqual(line.mass_g, mass_g, delta=1)
                self.assertIs(line.basis, WeightBasis.ROUGH)

    def test_other_lines_stay_as_they_are(self) -> None:
        for text in (
            "1 cup packed brown sugar",
            "200 g level-headed flour",
            "2 heaped tbsp cocoa",
            "100 g oats",
            "",
            "more",
        ):
            self.assertEqual(in_order(text), text)


if __name__ == "__main__":
    unittest.main()
