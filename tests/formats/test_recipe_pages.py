"""formats: sixty made-up pages, judged before they are read; and pages that are meant ill."""

import json
import unittest

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.stated_figures import read_stated
from ample_crumb.formats.recipe_text import RecipesRead, read_recipes
from tests.formats.recipe_pages import RECIPES, SHAPES, STATING


class Pages(unittest.TestCase):
    def test_each_page_says_what_was_put_into_it(self) -> None:
        for shape in SHAPES:
            for expected in RECIPES:
                with self.subTest(f"{shape.__name__}: {expected.title}"):
                    (found,) = read_recipes(shape(expected)).recipes
                    self.assertEqual((found.title, found.pieces), (expected.title, expected.pieces))
                    self.assertEqual(tuple((part.name, part.lines) for part in found.parts), expected.parts)
                    steps = [row for row in found.method if row in expected.steps]
                    self.assertEqual(tuple(steps), expected.steps)

    def test_what_a_page_states_of_a_piece_is_read_as_stated(self) -> None:
        for shape in STATING:
            for expected in RECIPES:
                with self.subTest(f"{shape.__name__}: {expected.title}"):
                    method = read_recipes(shape(expected)).recipes[0].method
                    stated = read_stated("\n".join(method))
                    self.assertEqual((stated.energy_kcal, stated.protein_g), (expected.kcal, expected.protein_g))
                    self.assertIn(f"Total time: {expected.minutes} min", method)

    def test_a_block_that_is_broken_is_told_and_loses_no_other(self) -> None:
        expected = RECIPES[0]
        (broken,) = [shape for shape in SHAPES if shape.__name__ == "_broken_neighbour"]
        read = read_recipes(broken(expected))
        self.assertEqual([recipe.title for recipe in read.recipes], [expected.title])
        self.assertEqual(len(read.remarks), 2)
        self.assertRegex(read.remarks[0], "^Block 1 of JSON-LD: .*breaks off in row 1")


class Variants(unittest.TestCase):
    def read(self, **stated: object) -> RecipesRead:
        return read_recipes(json.dumps({"@type": "Recipe", "recipeIngredient": ["1 egg"], **stated}))

    def test_signs_that_nothing_can_keep_are_left_out(self) -> None:
        text = '{"@type": "Recipe", "name": "Bu\\u0000ns \\ud800", "recipeIngredient": ["1 \\u0000egg"]}'
        (recipe,) = read_recipes(text).recipes
        self.assertEqual((recipe.title, recipe.parts[0].lines), ("Buns", ("1 egg",)))

    def test_durations(self) -> None:
        for written, row in (
            ("PT1H30M", "Cook time: 90 min"),
            ("P0DT0H25M", "Cook time: 25 min"),
            ("P1D", "Cook time: 1440 min"),
            ("25 minutes", "Cook time: 25 minutes"),
            ("PT0M", None),
            ("P1Y", None),
            ("PTtwenty", None),
            ("-PT5M", None),
            ("", None),
        ):
            with self.subTest(written):
                (recipe,) = self.read(cookTime=written).recipes
                self.assertEqual(list(recipe.method), [row] if row else [])

    def test_ingredients_apart_from_their_amounts(self) -> None:
        quantity = {"@type": "QuantitativeValue", "value": 50, "unitCode": "GRM"}
        rows = [
            {"@type": "HowToSupply", "name": "oats", "requiredQuantity": quantity},
            {"@type": "PropertyValue", "name": "milk", "value": 1.5, "unitText": "tbsp"},
            {"name": "salt"},
            {"@type": "ListItem", "item": {"name": "2 eggs"}},
        ]
        (recipe,) = self.read(recipeIngredient=rows).recipes
        self.assertEqual(recipe.parts[0].lines, ("50 g oats", "1.5 tbsp milk", "salt", "2 eggs"))

    def test_nutrition_for_another_amount_is_not_taken_for_a_piece(self) -> None:
        nutrition = {"calories": "300 kcal", "proteinContent": "20 g", "servingSize": "100 g"}
        (recipe,) = self.read(nutrition=nutrition).recipes
        self.assertIsNone(read_stated("\n".join(recipe.method)).energy_kcal)

    def test_kilojoules_and_units_that_are_no_grams(self) -> None:
        (recipe,) = self.read(
            nutrition={"calories": "418 kJ", "proteinContent": "900 mg", "fatContent": "3,5g"}
        ).recipes
        self.assertEqual(recipe.method, ("Per piece: 418 kJ, 3.5 g fat",))

    def test_values_of_every_wrong_kind_are_no_error(self) -> None:
        wrong: object
        for wrong in (
            None,
            True,
            7,
            -1,
            1e400,
            [],
            {},
            [[[[]]]],
            {"@value": None},
            "<",
            "&",
            "x" * 5000,
            [None, 3, {}],
        ):
            for key in ("name", "recipeYield", "recipeInstructions", "nutrition", "tool", "cookTime", "description"):
                with self.subTest(key=key, wrong=str(wrong)[:20]):
                    (recipe,) = read_recipes(
                        json.dumps({"@type": "Recipe", "recipeIngredient": ["1 egg"], key: wrong})
                    ).recipes
                    self.assertEqual(recipe.parts[0].lines, ("1 egg",))


class Hostile(unittest.TestCase):
    def test_each_is_a_sentence(self) -> None:
        for text, sentence in (
            ('{"@type": "Recipe", "recipeIngredient": ["1 egg"', "breaks off in row 1"),
            ('{"a": "' + "x" * 100, "breaks off in row 1"),
            ("[" * 100_000 + '"', "nested too deep"),
            ('{"a": ' * 100_000, "nested too deep"),
            ("<html>" + "<div>" * 300_000, "nested too deep"),
            ("<html><body><p>Nothing to bake here.</p></body></html>", "no recipe on this page"),
            ("<html>" + "<" * 1_000_000, "no recipe on this page"),
            ('{"@type": "Recipe", "n": ' + "9" * 5000 + "}", "a number of thousands of digits"),
            ("<!DOCTYPE html><script>while(true){}</script>", "no recipe on this page"),
            ("---\na: [1\n---\n1 egg", "no YAML"),
            ("---\na: !!python/object/apply:os.system [ls]\n---\n1 egg", "no YAML"),
        ):
            with self.subTest(text[:30]), self.assertRaisesRegex(CannotUse, sentence):
                read_recipes(text)

    def test_a_script_is_never_food(self) -> None:
        page = "<html><body><h1>Buns</h1><script>'500 g sugar'</script><p>200 g flour</p><p>2 eggs</p></body></html>"
        (recipe,) = read_recipes(page).recipes
        self.assertEqual(recipe.parts[0].lines, ("200 g flour", "2 eggs"))


if __name__ == "__main__":
    unittest.main()
