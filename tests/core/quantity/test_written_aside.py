"""core/quantity/written_aside: what is of a page is told from what is of a recipe."""

import unittest

from ample_crumb.core.quantity.recipe_parser import read_recipe
from ample_crumb.core.quantity.written_aside import begins_comments, is_aside

PAGE = """Home » Baking » Squares
Jump to recipe
My aunt swore by these, and so do the rowers of our club.
Bean squares
★★★★☆ 4.6 from 87 votes
Author: L. Quill
200 g beans
2 eggs
# the eggs were small
Print
Method
Blend and bake at 175 °C for 20 minutes.
Comments (2)
Mo: used 300 g oats, came out dry
2 cups less sugar next time
"""


class Aside(unittest.TestCase):
    def test_what_is_of_the_page(self) -> None:
        for row in (
            "Jump to Recipe", "Print", "Pin it", "4.8 out of 5", "★★★★★", "112 reviews", "5 stars!", "Author: Lin",
            "1x 2x 3x", "Advertisement", "US customary", "Keywords: bean, square", "4.9 from 12 votes",
        ):  # fmt: skip
            with self.subTest(row):
                self.assertTrue(is_aside(row))

    def test_what_is_of_the_recipe(self) -> None:
        for row in (
            "2 stars anise", "1 star anise", "100 g oats", "Prep time: 10 minutes", "Print the batter on a tray",
            "Home-made oat flour, 50 g", "By the spoon: honey", "Share of protein: 12 g",
        ):  # fmt: skip
            with self.subTest(row):
                self.assertFalse(is_aside(row))

    def test_comments_begin(self) -> None:
        for row in ("Comments (12)", "3 comments", "Leave a reply", "Reviews:", "You might also like", "## Comments"):
            self.assertTrue(begins_comments(row), row)
        self.assertFalse(begins_comments("Comment on the dough: it is wet"))

    def test_a_page_is_left_aside_and_shown(self) -> None:
        recipe = read_recipe(PAGE)
        self.assertEqual((recipe.title, recipe.parts[0].lines), ("Bean squares", ("200 g beans", "2 eggs")))
        self.assertEqual(recipe.method, ("Blend and bake at 175 °C for 20 minutes.",))
        self.assertEqual(len(recipe.aside), 10)
