"""core/formula/label_text: ingredients by weight as they went in, Regulation (EU) 1169/2011, Article 18."""

import unittest

from ample_crumb.core.formula.label_text import label_ingredients
from tests.core.given import CUPBOARD, evaluated


class Ingredients(unittest.TestCase):
    def test_the_heaviest_first_and_each_once(self) -> None:
        of = evaluated("50 g butter", "200 g skyr", "100 g wheat flour", "60 g butter, melted", "a pinch of stardust")
        found = label_ingredients(of, CUPBOARD)
        self.assertEqual([each.name for each in found][1:], ["butter, unsalted", "wheat flour, plain"])
        self.assertAlmostEqual(found[1].share, 110 / 410)
        self.assertEqual(found[2].allergens, ("gluten", "wheat"))
        self.assertAlmostEqual(sum(each.share for each in found), 1.0)
