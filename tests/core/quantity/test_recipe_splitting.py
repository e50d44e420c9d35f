"""core/quantity/recipe_splitting: several recipes in one text, and one that only looks like several."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.quantity.recipe_parser import read_recipe
from ample_crumb.core.quantity.recipe_splitting import split_recipes

SQUARES = "Bean squares\n200 g beans\n2 eggs\n\nMethod\nBlend and bake.\n"
BITES = "Oat bites\nMakes 12\n100 g oats\n50 g honey\nRoll into balls and chill for an hour.\n"
CREAM = "Quark cream\n\nIngredients:\n250 g quark\n1 tbsp honey\nStir together until smooth.\n"


def titles(text: str) -> list[str]:
    return [read_recipe(each).title for each in split_recipes(text)]


class Several(unittest.TestCase):
    def test_each_begins_with_its_title(self) -> None:
        self.assertEqual(titles(SQUARES + BITES + CREAM), ["Bean squares", "Oat bites", "Quark cream"])

    def test_a_rule_parts_them_without_a_method(self) -> None:
        text = "Bean squares\n200 g beans\n2 eggs\n---\nOat bites\n100 g oats\n50 g honey"
        self.assertEqual(titles(text), ["Bean squares", "Oat bites"])

    def test_marked_titles(self) -> None:
        text = "# Bean squares\n200 g beans\n2 eggs\n# Oat bites\n100 g oats\n50 g honey"
        self.assertEqual(titles(text), ["Bean squares", "Oat bites"])

    def test_one_recipe_stays_one(self) -> None:
        for text in (
            SQUARES,
            "Bean bars\n200 g beans\n2 eggs\nBake it 20 minutes at 180.\nFor the glaze:\n50 g sugar\n1 tbsp milk",
            "Bean squares\n200 g beans\n2 eggs\nMethod\nBake it.\nGlaze\n50 g icing sugar\n1 tbsp milk",
            "Bean squares\n200 g beans\n2 eggs\nMethod\nBake it.\nNotes\nKeeps 3 days\nFreezes for 2 months",
            "Bean squares\n200 g beans\n---\n2 eggs\n50 g sugar",
            "Bean bars\n200 g beans\n2 eggs\nMethod\nBake.\nComments\nLovely squares\n3 cups oats were a lot\n2 eggs",
        ):
            with self.subTest(text):
                self.assertEqual(split_recipes(text), (text,))

    @settings(max_examples=60)
    @given(st.lists(st.sampled_from([SQUARES, BITES, CREAM]), min_size=1, max_size=6))
    def test_nothing_is_lost(self, recipes: list[str]) -> None:
        text = "\n".join(recipes)
        self.assertEqual("\n".join(split_recipes(text)), "\n".join(text.splitlines()) if len(recipes) > 1 else text)
        self.assertEqual(len(split_recipes(text)), len(recipes))
