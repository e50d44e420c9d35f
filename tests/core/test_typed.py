"""What is typed off a pack: ingredients texts, measures, codes."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.ingredients_statement import scan
from ample_crumb.core.food.pack_measures import read_pack_measures
from ample_crumb.core.food.product_code import code_of
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.units import MeasureSystem


class Declared(unittest.TestCase):
    def allergens(self, text: str) -> list[str]:
        return [each.name for each in scan(text).allergens]

    def test_allergens_by_their_words_and_traces_apart(self) -> None:
        found = scan(
            "Whey protein concentrate (MILK), soya lecithin, oat flour. May contain traces of eggs and peanuts."
        )
        self.assertEqual([each.name for each in found.allergens], ["gluten", "soy", "milk"])
        self.assertEqual([each.name for each in found.traces], ["egg", "peanut"])
        self.assertEqual(found.allergens[2].words, ("whey", "milk"))
        self.assertEqual(found.not_vegan, ("whey", "milk"))

    def test_words_that_hold_an_allergens_name_and_are_none(self) -> None:
        for text in (
            "cocoa butter, coconut milk, buckwheat flour, nutmeg, butternut squash",
            "gluten-free, free from milk and eggs",
            "rice milk. Does not contain nuts.",
            "cream of tartar",
        ):
            with self.subTest(text):
                self.assertEqual(self.allergens(text), [])

    def test_wheat_is_gluten_too_and_spelling_does_not_matter(self) -> None:
        self.assertEqual(self.allergens("Spelt, sulphur dioxide"), ["gluten", "sulphites", "wheat"])
        self.assertEqual(self.allergens("almonds, hazelnuts"), ["tree nuts"])

    def test_sugar_alcohols_by_name_and_number(self) -> None:
        for text, kinds in (
            ("Sweetener (E 965)", ["maltitol"]),
            ("erythritol (E968), xylitol", ["erythritol", "xylitol"]),
            ("sweeteners: maltitol syrup, sorbitol", ["maltitol", "sorbitol"]),
            ("sugar alcohol free", []),
        ):
            with self.subTest(text):
                self.assertEqual(sorted(each.name for each in scan(text).polyols), kinds)
        self.assertEqual(scan("allulose, water").allulose, ("allulose",))

    def test_added_sugar_and_what_is_not_vegetarian(self) -> None:
        found = scan("Oats, honey, glucose syrup, gelatine.")
        self.assertEqual(found.added_sugar, ("honey", "glucose syrup"))
        self.assertEqual(found.not_vegetarian, ("gelatine",))
        self.assertEqual(scan("no added sugar, unsweetened cocoa").added_sugar, ())

    @given(st.text(max_size=300))
    def test_any_text_can_be_looked_through(self, text: str) -> None:
        scan(text)


class Measured(unittest.TestCase):
    def test_either_way_round_and_several_at_once(self) -> None:
        told = read_pack_measures("1 scoop = 31 g; 2 biscuits weigh 25 g\n400 g = 1 can, drained 240 g")
        of = told.measures
        self.assertEqual((of.scoop_g, of.piece_g, of.pack_g, of.drained_g, told.problems), (31, 12.5, 400, 240, ()))

    def test_a_weighed_volume_tells_the_density_by_whose_spoon_it_is(self) -> None:
        self.assertAlmostEqual(read_pack_measures("250 ml = 258 g").density_g_per_ml or 0, 1.032)
        self.assertAlmostEqual(read_pack_measures("1 tbsp = 20 g", MeasureSystem.AUSTRALIAN).density_g_per_ml or 0, 1.0)
        self.assertAlmostEqual(read_pack_measures("1 cup = 120 g").measures.cup_g or 0, 120)

    def test_what_cannot_be_read_is_said_and_the_rest_is_kept(self) -> None:
        for wrong in ("1 scoop", "1 scoop = 2 cups", "30 g = 1 oz", "1 scoop = 0 g", "= = ="):
            with self.subTest(wrong):
                told = read_pack_measures(f"{wrong}; 1 piece = 12 g")
                self.assertEqual((len(told.problems), told.measures.piece_g), (1, 12))

    @given(st.text(max_size=200))
    def test_any_text_is_answered(self, text: str) -> None:
        read_pack_measures(text)


class Codes(unittest.TestCase):
    @given(st.integers(0, 10**12 - 1), st.integers(1, 9))
    def test_one_wrong_digit_is_always_found(self, number: int, off: int) -> None:
        digits = f"{number:012d}"
        odd, even = sum(map(int, digits[::2])), sum(map(int, digits[1::2]))
        check = -(odd + 3 * even) % 10
        self.assertEqual(code_of(f"{digits}{check}"), f"{digits}{check}")
        with self.assertRaisesRegex(CannotUse, "digit of this code is wrong"):
            code_of(f"{digits}{(check + off) % 10}")

    def test_lengths(self) -> None:
        self.assertEqual(code_of(" "), "")
        for wrong in ("123", "abcdefgh", "123456789012345"):
            with self.subTest(wrong), self.assertRaisesRegex(CannotUse, "8, 12, 13 or 14 digits"):
                code_of(wrong)
