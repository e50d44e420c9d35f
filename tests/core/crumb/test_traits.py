"""core/crumb/traits: what a dessert tastes of and how it bites."""

import unittest

from ample_crumb.core.crumb.character import Character
from ample_crumb.core.crumb.traits import tastes_of, traits_of
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.formula.trait_words import TRAITS

CUPBOARD = reference_cupboard().ingredients


def foods(*pairs: tuple[str, float]) -> list[tuple[Ingredient, float]]:
    return [(CUPBOARD[slug], mass) for slug, mass in pairs]


def cookie(share: float) -> tuple[str, ...]:
    texture = Character("texture", "crisp", "chewy", "cakey", share, "")
    return traits_of(foods(("wheat_flour", 200)), "cookie", (texture,), heated=True)


class Tastes(unittest.TestCase):
    def test_from_the_share_on_that_is_tasted(self) -> None:
        for lines, tastes in (
            ((("white_beans_canned", 240), ("cocoa", 30), ("espresso_powder", 2)), ("chocolate", "coffee")),
            ((("wheat_flour", 300), ("cocoa", 3)), ()),
            ((("quark_0", 400), ("raspberries", 80)), ("fruit", "berry")),
            ((("wheat_flour", 200), ("lemon_zest", 4)), ("citrus",)),
            ((("oat_flour", 100), ("almond_butter", 20)), ("nut",)),
            # Puree in place of fat is not tasted as fruit; coconut is no nut in the mouth.
            ((("oat_flour", 100), ("apple_sauce", 60)), ()),
            ((("coconut_shredded", 100), ("egg_white", 60)), ("coconut",)),
            ((("wheat_flour", 100), ("white_chocolate", 40)), ()),
            ((), ()),
        ):  # fmt: skip
            with self.subTest(lines):
                self.assertEqual(tastes_of(foods(*lines)), tastes)

    def test_a_biscuit_bites_as_its_texture_says(self) -> None:
        self.assertEqual(cookie(0.05), ("crisp", "warm"))
        self.assertEqual(cookie(0.5), ("chewy", "soft", "warm"))
        self.assertEqual(cookie(0.9), ("soft", "warm"))

    def test_cold_and_warm(self) -> None:
        quark = foods(("quark_0", 500))
        self.assertEqual(traits_of(quark, "set-cheesecake", (), heated=True), ("creamy", "cold"))
        self.assertEqual(traits_of(quark, "pudding", (), heated=False), ("creamy", "cold"))
        self.assertEqual(traits_of(quark, "pudding", (), heated=True), ("creamy", "warm"))
        self.assertEqual(traits_of(quark, "mug-cake", (), heated=False), ("soft", "warm"))

    def test_every_word_is_one_that_can_be_wished(self) -> None:
        for item in CUPBOARD.values():
            self.assertLessEqual(set(tastes_of([(item, 100.0)])), set(TRAITS))
