"""core/formula/contents: allergens and diets with the lines that bring or break them."""

import unittest

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.contents import Contents, contents_of
from ample_crumb.core.formula.formula import Line, Part, work_out
from ample_crumb.core.formula.reading import Manner

CUPBOARD = reference_cupboard()


def contents(*lines: str) -> Contents:
    return contents_of(work_out((Part("", tuple(map(Line, lines))),), 1, CUPBOARD, Manner()), CUPBOARD)


class WhatIsInIt(unittest.TestCase):
    def test_each_culprit_is_named(self) -> None:
        found = contents("100 g almond flour", "2 eggs", "1/2 cup chocolate chips", "1 tbsp honey", "50 g oats")
        self.assertEqual(
            {each.name: each.lines for each in found.contains},
            {
                "gluten": ("50 g oats",),
                "egg": ("2 eggs",),
                "soy": ("1/2 cup chocolate chips",),
                "milk": ("1/2 cup chocolate chips",),
                "tree nuts": ("100 g almond flour",),
            },
        )
        breaks = {each.name: each.lines for each in found.breaks}
        self.assertEqual(breaks["dairy-free"], ("1/2 cup chocolate chips",))
        self.assertEqual(breaks["vegan"], ("2 eggs", "1/2 cup chocolate chips", "1 tbsp honey"))
        self.assertEqual(breaks["no added sugar"], ("1/2 cup chocolate chips", "1 tbsp honey"))
        self.assertEqual(found.keeps, ("vegetarian",))
        self.assertEqual(found.unknown, ())

    def test_the_dairy_free_chips_keep_it_dairy_free(self) -> None:
        found = contents("100 g oat flour", "1/2 cup dairy-free chocolate chips")
        self.assertIn("dairy-free", found.keeps)
        self.assertIn("vegan", found.keeps)

    def test_wheat_is_gluten_but_gluten_is_not_wheat(self) -> None:
        self.assertEqual([each.name for each in contents("100 g flour").contains], ["gluten", "wheat"])
        self.assertEqual([each.name for each in contents("100 g oats").contains], ["gluten"])

    def test_what_is_recognised_counts_without_an_amount_and_what_is_not_is_unknown(self) -> None:
        found = contents("peanuts", "1 tbsp unicorn dust", "100 g skyr", "")
        self.assertEqual(found.unknown, ("1 tbsp unicorn dust",))
        self.assertEqual([each.name for each in found.contains], ["peanut", "milk"])
