"""core/quantity/stated_figures: what a text says of itself, and what it does not."""

import unittest

from ample_crumb.core.quantity.recipe_parser import read_recipe
from ample_crumb.core.quantity.stated_figures import NOTHING_STATED, StatedFigures, read_stated, without_boast

SAID = {
    "Only 95 calories!": StatedFigures(95),
    "Calories: 95": StatedFigures(95),
    "Per bar: 163 kcal, 9 g protein, 6.5 g fat, 14 g carbs": StatedFigures(163, 9, 6.5, carbohydrate_g=14),
    "95 kcal each, 12g protein": StatedFigures(95, 12),
    "Energy 400 kJ": StatedFigures(400 / 4.184),
    "Calories: 120 | Protein: 11 g | Fat: 3,5 g | Sugar: 2 g | Fiber: 4 g":
        StatedFigures(120, 11, 3.5, sugars_g=2, fibre_g=4),
    "Net carbs 4 g, carbs 12 g": StatedFigures(carbohydrate_g=12, net_carbohydrate_g=4),
    "Protein: 12 g": StatedFigures(protein_g=12),
    "macros per piece: 10 g protein": StatedFigures(protein_g=10),
    "Nutrition\nCalories: 150\nProtein: 8 g\nSaturated fat: 2 g\nFat: 6 g":
        StatedFigures(150, 8, 6, 2),
    "These have 180 calories and 15 grams of love": StatedFigures(180),
}  # fmt: skip
NOT_SAID = (
    "Bake for 25 minutes at 170 °C.", "Stir in 30 g protein powder", "Add the 20 g sugar", "Per 100 g: 320 kcal",
    "The whole batch has 1900 kcal", "Makes 12", "Fold in 40 g protein powder and 10 g fat-free yogurt", "",
    "2,000 calories a day is used for general nutrition advice, daily values", "100 g oats",
)  # fmt: skip


class Stated(unittest.TestCase):
    def test_what_is_said_of_a_piece(self) -> None:
        for text, figures in SAID.items():
            with self.subTest(text):
                self.assertEqual(read_stated(text), figures)

    def test_what_is_none_of_it(self) -> None:
        for text in NOT_SAID:
            with self.subTest(text):
                self.assertEqual(read_stated(text), NOTHING_STATED)

    def test_in_a_whole_text_they_are_no_lines_and_no_part_of_the_title(self) -> None:
        recipe = read_recipe(
            "Bean squares, only 95 calories!\nYield: 16 squares\n400 g beans\n100 g yogurt (60 kcal)\n2 eggs\n"
            "Per square: 95 kcal, 7 g protein\nCalories: 95"
        )
        self.assertEqual((recipe.title, recipe.pieces), ("Bean squares", 16))
        self.assertEqual([part.lines for part in recipe.parts], [("400 g beans", "100 g yogurt (60 kcal)", "2 eggs")])
        self.assertEqual(read_stated("\n".join(recipe.method)), StatedFigures(95, 7))

    def test_a_title_without_its_boast(self) -> None:
        for title, bare in (
            ("Bean squares, only 95 calories!", "Bean squares"), ("Oat bars (163 kcal)", "Oat bars"),
            ("Quark cake with 20 g protein", "Quark cake"), ("Quark cake", "Quark cake"),
            ("100 calories", "100 calories"),
        ):  # fmt: skip
            with self.subTest(title):
                self.assertEqual(without_boast(title), bare)

    def test_the_first_that_says_it_counts(self) -> None:
        self.assertEqual(read_stated("Only 95 calories!\nCalories: 163").energy_kcal, 95)


if __name__ == "__main__":
    unittest.main()
