"""core/quantity/line_splitting: lines that name several foods with one amount, or one food for two ends."""

import unittest

from ample_crumb.core.quantity.line_splitting import lines_of, split_foods

APART = {
    "juice and zest of 1 lemon": ("juice of 1 lemon", "zest of 1 lemon"),
    "1 lemon, juice and zest": ("juice of 1 lemon", "zest of 1 lemon"),
    "1 large orange, zested and juiced": ("zest of 1 large orange", "juice of 1 large orange"),
    "juice of 1/2 lemon, zest of one": ("juice of 1/2 lemon", "zest of one lemon"),
    "- a pinch of cinnamon & salt": ("a pinch cinnamon", "a pinch salt"),
    "1 cup flour plus 2 tbsp for dusting": ("1 cup flour", "2 tbsp flour, for dusting"),
    "1/2 tsp each salt and cinnamon": ("1/2 tsp salt", "1/2 tsp cinnamon"),
    "150 g skyr, 30 g oats": ("150 g skyr", "30 g oats"),
}
WHOLE = (
    "1/2 lemon, juiced", "2 tbsp milk, more if needed", "1 egg, or leave out and take 2 tbsp more milk",
    "1 tbsp butter, or 2 tsp oil", "1 can chickpeas, drained", "1 cup plus 2 tbsp milk", "salt and pepper",
)  # fmt: skip


class Splitting(unittest.TestCase):
    def test_several_foods_are_lines_of_their_own(self) -> None:
        for text, lines in APART.items():
            with self.subTest(text):
                self.assertEqual(split_foods(text), lines)

    def test_what_is_at_hand_is_an_optional_line_of_a_formula(self) -> None:
        self.assertEqual(lines_of("2 tbsp milk plus 1 tbsp more if needed"), ("2 tbsp milk", "1 tbsp milk (optional)"))
        self.assertEqual(lines_of("2 tbsp milk, more if needed"), ("2 tbsp milk, more if needed",))
        self.assertEqual(lines_of("150 g skyr, 30 g oats"), ("150 g skyr", "30 g oats"))

    def test_one_food_stays_one_line(self) -> None:
        for text in WHOLE:
            with self.subTest(text):
                self.assertEqual(split_foods(text), (text,))
