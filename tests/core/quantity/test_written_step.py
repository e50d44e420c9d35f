"""core/quantity/written_step: a step is told from a line, with a heading over it or without."""

import unittest

from ample_crumb.core.quantity.recipe_parser import read_recipe
from ample_crumb.core.quantity.written_step import is_step

STEPS = (
    "Preheat the oven to 175 °C.", "1. Preheat oven to 350 F", "2) Mix the dry ingredients",
    "Step 3: Fold in the chips", "Mix everything and bake for 25 minutes at 170 C",
    "In a large bowl, whisk the eggs.", "Bake until golden.", "Let cool in the tin",
    "Melt the butter, then stir in the cocoa", "Whisk together", "Line a 20 cm square tin",
    "Chill for at least 2 hours", "Press into the pan and freeze for an hour",
    "Using a hand mixer, beat until smooth", "Pour the batter into a lined tin, top with the nuts",
    "Gently fold through the berries.", "Store in the fridge for up to 4 days",
)  # fmt: skip
LINES = (
    "1 cup oats", "cream cheese, softened", "200 g cream", "whipped cream", "2 eggs", "salt to taste",
    "Cooking spray", "1 tin beans", "Butter for the tin", "Cream, to serve", "3 tbsp whipped topping",
    "Toasted coconut", "1. 200 g flour", "roasted peanuts", "Rolled oats", "Grated zest of 1 lemon", "Mixed spice",
    "Set honey", "Crushed ice", "Rest of the skyr",
)  # fmt: skip


class Steps(unittest.TestCase):
    def test_a_sentence_of_work(self) -> None:
        for row in STEPS:
            with self.subTest(row):
                self.assertTrue(is_step(row))

    def test_a_line_is_none(self) -> None:
        for row in LINES:
            with self.subTest(row):
                self.assertFalse(is_step(row))

    def test_steps_without_a_heading_are_the_method(self) -> None:
        recipe = read_recipe(
            "Bean squares\n400 g beans\n2 eggs\nMix all until smooth.\nBake at 170 C for 25 minutes.\n"
            "They keep for three days in the fridge.\n"
        )
        self.assertEqual([part.lines for part in recipe.parts], [("400 g beans", "2 eggs")])
        self.assertEqual(recipe.method[0], "Mix all until smooth.")
        self.assertEqual(len(recipe.method), 3)

    def test_lines_of_the_next_part_follow_them(self) -> None:
        recipe = read_recipe(
            "Bars\n200 g oats\n1. Mix the oats with water.\nFrosting:\n100 g skyr\n2. Spread it over the bars."
        )
        self.assertEqual(
            [(part.name, part.lines) for part in recipe.parts], [("", ("200 g oats",)), ("Frosting", ("100 g skyr",))]
        )
        self.assertEqual(recipe.method, ("1. Mix the oats with water.", "2. Spread it over the bars."))

    def test_before_any_line_nothing_is_a_step(self) -> None:
        self.assertEqual(read_recipe("Make the best of it\n200 g oats").title, "Make the best of it")


if __name__ == "__main__":
    unittest.main()
