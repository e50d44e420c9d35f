"""core/quantity/recipe_parser: a whole text taken apart."""

import unittest

from ample_crumb.core.problem import TooMuch
from ample_crumb.core.quantity.recipe_parser import MOST_LINES, read_recipe

TEXT = """Plum bars (makes 12)

Ingredients
- 100 g oats
- 2 eggs
# the eggs at room temperature
For the glaze:
50 g icing sugar
// thin
1 tbsp milk
TOPPING
20 g walnuts

Method
Mix 2 eggs and bake.
"""


class Recipes(unittest.TestCase):
    def test_title_parts_pieces_and_method(self) -> None:
        recipe = read_recipe(TEXT)
        self.assertEqual((recipe.title, recipe.pieces), ("Plum bars", 12))
        self.assertEqual(
            [(part.name, part.lines) for part in recipe.parts],
            [
                ("", ("- 100 g oats", "- 2 eggs")),
                ("Glaze", ("50 g icing sugar", "1 tbsp milk")),
                ("Topping", ("20 g walnuts",)),
            ],
        )
        self.assertEqual(recipe.method, ("Mix 2 eggs and bake.",))

    def test_what_pages_put_round_a_recipe_is_kept_aside(self) -> None:
        recipe = read_recipe("Bean bars\nPrep Time: 10 minutes\n1x 2x 3x\n200 g beans\nDirections: bake")
        self.assertEqual([part.lines for part in recipe.parts], [("200 g beans",)])
        self.assertEqual(recipe.method, ("Prep Time: 10 minutes", "bake"))
        self.assertEqual(recipe.aside, ("1x 2x 3x",))

    def test_a_title_that_ends_in_the_word_of_a_part(self) -> None:
        for title in ("Lemon curd frosting", "Yogurt glaze", "Plum crumble", "Cocoa mousse", "Whipped quark filling"):
            with self.subTest(title):
                recipe = read_recipe(f"{title}\n200 g quark\n2 tbsp honey")
                self.assertEqual((recipe.title, [part.name for part in recipe.parts]), (title, [""]))
        both = read_recipe("Crust\n100 g oats\nFilling\n500 g quark")
        self.assertEqual((both.title, [part.name for part in both.parts]), ("", ["Crust", "Filling"]))
        topped = read_recipe("Plum crumble\n300 g plums\nFor the topping\n50 g oats")
        self.assertEqual((topped.title, [part.name for part in topped.parts]), ("Plum crumble", ["", "Topping"]))

    def test_what_somebody_says_first_is_no_name(self) -> None:
        for story in (
            "These little squares have saved many a long afternoon at my desk.",
            "I first made these when the oven broke and we still wanted something sweet after dinner",
            "Hello again! It is raining, and I have been thinking about pudding. " * 12,
        ):
            with self.subTest(story[:20]):
                recipe = read_recipe(f"{story}\nBean squares\n200 g beans\n2 eggs")
                self.assertEqual(recipe.title, "Bean squares")
                self.assertEqual([part.lines for part in recipe.parts], [("200 g beans", "2 eggs")])
        self.assertEqual(read_recipe("Best squares ever!\n200 g beans").title, "Best squares ever!")

    def test_a_part_that_is_optional_by_its_heading(self) -> None:
        for heading in ("Icing (optional)", "ICING (OPTIONAL)", "Optional icing:", "Icing, optional:"):
            with self.subTest(heading):
                recipe = read_recipe(f"Bars\n200 g oats\n100 g honey\n{heading}\n50 g icing sugar")
                self.assertEqual([len(part.lines) for part in recipe.parts], [2, 1])
                self.assertIn("icing", recipe.parts[1].name.lower())

    def test_heading_and_lines_in_one(self) -> None:
        recipe = read_recipe("100 g oats\nGlaze: 50 g icing sugar, 1 tbsp milk")
        self.assertEqual([part.name for part in recipe.parts], ["", "Glaze"])
        self.assertEqual(recipe.parts[1].lines, ("50 g icing sugar", "1 tbsp milk"))

    def test_dashes_without_a_space_are_bullets_when_most_lines_have_one(self) -> None:
        recipe = read_recipe("-2 eggs\n-100 g oats\n-1 cup milk")
        self.assertEqual(recipe.parts[0].lines, ("- 2 eggs", "- 100 g oats", "- 1 cup milk"))

    def test_too_many_lines(self) -> None:
        with self.assertRaises(TooMuch) as raised:
            read_recipe("1 g salt\n" * (MOST_LINES + 1))
        self.assertEqual(raised.exception.given, MOST_LINES + 1)
