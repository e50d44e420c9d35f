"""core/food/ingredients_statement: what the list on a pack says."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.ingredients_statement import scan


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
