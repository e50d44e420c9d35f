"""core/food/cooking_yield: dry to cooked and back, and what baking pieces on trays takes."""

import unittest

from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.food.cooking_yield import cooked_or_dry
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.core.production.tray_loads import tray_loads_of
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


class Trays(unittest.TestCase):
    def test_pieces_on_a_tray_worked_by_hand(self) -> None:
        # 30 g spread to 6.5 cm, 2.5 cm apart: (40 + 2.5) / 9 = 4 by (30 + 2.5) / 9 = 3.
        tray = Tin(TinKind.TRAY, 40, 2, 30)
        loads = tray_loads_of(30, 30, [tray])
        assert loads is not None
        self.assertEqual((loads.per_tray, loads.trays), (12, 3))
        self.assertIsNone(tray_loads_of(30, 30, [Tin(TinKind.MUG, 8, 9)]))
        self.assertIsNone(tray_loads_of(30, 30, []))
        self.assertIsNone(tray_loads_of(2, 9000, [tray]))


class Amounts(unittest.TestCase):
    def test_as_one_says_them(self) -> None:
        for text, pieces in (
            ("2", 2), ("1 1/2 pieces", 1.5), ("half a piece", 0.5), ("a piece", 1), ("90 g", 1.5),
            ("1 oz", 28.3495 / 60),
            ("a quarter of the whole", 3), ("25 % of the batch", 3), ("the whole tin", 12), ("½", 0.5), ("1,5", 1.5),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertAlmostEqual(pieces_in(text, 60, 12), pieces, places=4)
        for text in ("", "some", "0 g", "400", "9000 g", "a heap", "2 cups of it"):
            with self.subTest(text), self.assertRaises(CannotUse):
                pieces_in(text, 60, 12)
        with self.assertRaisesRegex(CannotUse, "no grams yet"):
            pieces_in("30 g", 0, 12)
