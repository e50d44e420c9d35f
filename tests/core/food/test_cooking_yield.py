"""core/food/cooking_yield: dry to cooked and back."""

import unittest

from ample_crumb.core.food.cooking_yield import cooked_or_dry
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.tables import read_table

ROWS = read_table("foods/cooking_yield")


class Cooked(unittest.TestCase):
    def test_yields_lie_within_what_kitchens_find_and_keep_the_energy(self) -> None:
        foods = reference_cupboard().ingredients
        for row in ROWS:
            with self.subTest(row["dry"]):
                there, back = cooked_or_dry(row["dry"]), cooked_or_dry(row["cooked"])
                assert there is not None
                assert back is not None
                self.assertTrue(float(row["low"]) <= there.factor <= float(row["high"]), there)
                self.assertAlmostEqual(there.factor * back.factor, 1)
                dry, cooked = foods[row["dry"]].per_100g, foods[there.slug].per_100g
                protein = (cooked.protein_g or 0) * there.factor / (dry.protein_g or 1)
                self.assertAlmostEqual(protein, 1, delta=0.25)

    def test_what_is_not_cooked_from_dry(self) -> None:
        self.assertIsNone(cooked_or_dry("skyr"))
