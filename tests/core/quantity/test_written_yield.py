"""core/quantity/written_yield: pieces in all the ways that recipes say them; the right answers were written first."""

import unittest

from ample_crumb.core.quantity.recipe_parser import read_recipe
from ample_crumb.core.quantity.written_yield import MOST_PIECES, is_bare_yield, pieces_of_method, read_pieces

SAID = {
    "makes 12": 12, "Serves 8": 8, "Yield: 24 cookies": 24, "makes 10-12": 11, "makes a dozen": 12, "12 servings": 12,
    "Servings: 6": 6, "serves 4 to 6": 5, "Makes about 16 bars": 16, "makes 0": None, "makes -3": None,
    "makes 5000": None, "2 eggs": None,
    "makes 24 pieces": 24, "8 slices": 8, "12 bars": 12, "16 squares": 16, "12 muffins": 12, "Yield: 16 squares": 16,
    "Yield: 1 loaf (10 slices)": 10, "serves 8 to 10": 9, "Cut into 20": 20, "For 2 mugs": 2,
    "Makes 48 small or 16 large": 48, "Makes 48 small or 16 large cookies": 48, "Makes 2 dozen cookies": 24,
    "Makes half a dozen muffins": 6, "Makes one 9-inch cheesecake, 12 slices": 12, "Makes one 20 cm cake (8 slices)": 8,
    "Makes 2 loaves, 10 slices each": 20, "Makes a loaf of 12 slices": 12, "Makes 1 loaf": 1, "Yields: 18": 18,
    "yields about 2 dozen": 24, "Serves: 8 people": 8, "6-8 servings": 7, "(makes 9 squares)": 9, "Portions: 10": 10,
    "Quantity: 15 balls": 15, "Makes 12 (60 g each)": 12, "Makes 10 bars of 55 g": 10, "Makes 8 large or 12 small": 8,
    "Makes 1 tray, cut into 24 squares": 24, "makes twelve": 12, "For 4 servings": 4, "serves one": 1,
}  # fmt: skip


class Said(unittest.TestCase):
    def test_pieces(self) -> None:
        for text, pieces in SAID.items():
            with self.subTest(text):
                self.assertEqual(read_pieces(text), pieces)

    def test_a_line_of_food_is_no_yield(self) -> None:
        for row in ("12 biscuits, crushed", "2 protein bars, chopped", "3 eggs", "2 rolls of marzipan", "1 cup oats",
                    "8 slices bread", "100 g cookies"):  # fmt: skip
            with self.subTest(row):
                self.assertFalse(is_bare_yield(row, alone=False))
        self.assertTrue(is_bare_yield("12 biscuits", alone=True))
        self.assertFalse(is_bare_yield("12 biscuits", alone=False))

    def test_what_the_steps_make_of_it(self) -> None:
        for step, pieces in (
            ("Chill, then cut into 20.", 20), ("Roll into 12 balls.", 12), ("Divide the batter into 6 cups.", 6),
            ("Shape the dough into about 15 rounds and bake.", 15), ("Cut into 2 cm squares.", None),
            ("Pour into a 20 cm tin and bake.", None), ("Cut into squares.", None), ("Whisk for 2 minutes.", None),
            ("Press into the tin; cut into 4 x 4 pieces", 16), ("Cut into 2 x 3 cm bars.", None),
        ):  # fmt: skip
            with self.subTest(step):
                self.assertEqual(pieces_of_method((step,)), pieces)

    def test_in_a_whole_text_wherever_it_stands(self) -> None:
        lines = "200 g oats\n2 eggs\n"
        for text, pieces, title in (
            (f"Oat squares\n16 squares\n{lines}", 16, "Oat squares"),
            (f"Oat squares\nYield: 1 loaf (10 slices)\n{lines}", 10, "Oat squares"),
            (f"Oat squares (makes 9)\n{lines}", 9, "Oat squares"),
            (f"Oat squares\n{lines}Makes 12 bars", 12, "Oat squares"),
            (f"Oat squares\n{lines}Method\nBake. Cut into 20.", 20, "Oat squares"),
            (f"Oat squares\n12 biscuits\n{lines}", 12, "Oat squares"),
            (f"Oat squares\n{lines}12 digestive biscuits\n", None, "Oat squares"),
        ):
            with self.subTest(text):
                recipe = read_recipe(text)
                self.assertEqual((recipe.pieces, recipe.title), (pieces, title))
                self.assertEqual(recipe.parts[0].lines[:2], ("200 g oats", "2 eggs"))

    def test_a_step_that_says_it_stays_a_step(self) -> None:
        recipe = read_recipe("Oat squares\n200 g oats\nMethod\nBake it.\nCut into 20 squares and serve cold.")
        self.assertEqual((recipe.pieces, recipe.method), (20, ("Bake it.", "Cut into 20 squares and serve cold.")))

    def test_more_than_a_kitchen_makes_is_none(self) -> None:
        self.assertEqual(read_pieces(f"makes {MOST_PIECES}"), MOST_PIECES)
        self.assertIsNone(read_pieces(f"makes {MOST_PIECES + 1}"))


if __name__ == "__main__":
    unittest.main()
