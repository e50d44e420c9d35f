"""core/formula: how a part goes in, as its name says it."""

import unittest

from ample_crumb.core.formula.formula import PartBake, options_said, parts_of
from ample_crumb.core.quantity.recipe_parser import read_recipe


class Options(unittest.TestCase):
    def test_what_is_put_on_after_baking(self) -> None:
        for name in (
            "Frosting", "Glaze", "Whipped cream", "Topping (optional)", "To serve", "To decorate", "For dusting",
            "Cream cheese icing", "Drizzle",
        ):  # fmt: skip
            with self.subTest(name):
                self.assertIs(options_said(name).bake, PartBake.NOT)
        for name in ("", "Crust", "Filling", "Batter", "Crumble topping", "Streusel topping", "Swirl", "Base", "Dry"):
            with self.subTest(name):
                self.assertIs(options_said(name).bake, PartBake.WITH_THE_REST)

    def test_what_may_be_left_out(self) -> None:
        for name, optional in (
            ("Topping (optional)", True), ("To serve", True), ("To decorate", True), ("For dusting", True),
            ("Frosting", False), ("Glaze", False), ("Filling", False), ("Optional glaze", True), ("Garnish", True),
        ):  # fmt: skip
            with self.subTest(name):
                self.assertEqual(options_said(name).optional, optional)

    def test_from_a_text(self) -> None:
        text = "Bean cake\n400 g beans\n3 eggs\nFrosting:\n200 g cream cheese\nTopping (optional):\n20 g nuts"
        parts = parts_of(read_recipe(text))
        self.assertEqual(
            [(part.name, part.options.unbaked, part.options.optional) for part in parts],
            [("", False, False), ("Frosting", True, False), ("Topping", True, True)],
        )

    def test_a_recipe_of_one_part_is_what_it_is(self) -> None:
        (alone,) = parts_of(read_recipe("Cream cheese frosting\n200 g cream cheese\n50 g honey"))
        self.assertFalse(alone.options.unbaked)


if __name__ == "__main__":
    unittest.main()
