"""core/food/pack_measures: what a pack says a cup, a spoon or a piece of it weighs."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.pack_measures import read_pack_measures
from ample_crumb.core.quantity.units import MeasureSystem


class Measured(unittest.TestCase):
    def test_either_way_round_and_several_at_once(self) -> None:
        told = read_pack_measures("1 scoop = 31 g; 2 biscuits weigh 25 g\n400 g = 1 can, drained 240 g")
        of = told.measures
        self.assertEqual((of.scoop_g, of.piece_g, of.pack_g, of.drained_g, told.problems), (31, 12.5, 400, 240, ()))

    def test_a_weighed_volume_tells_the_density_by_whose_spoon_it_is(self) -> None:
        self.assertAlmostEqual(read_pack_measures("250 ml = 258 g").density_g_per_ml or 0, 1.032)
        self.assertAlmostEqual(read_pack_measures("1 tbsp = 20 g", MeasureSystem.AUSTRALIAN).density_g_per_ml or 0, 1.0)
        self.assertAlmostEqual(read_pack_measures("1 cup = 120 g").measures.cup_g or 0, 120)

    def test_measures_parted_by_commas(self) -> None:
        told = read_pack_measures("1 scoop = 32 g, 1 tub = 907 g")
        self.assertEqual((told.problems, told.measures.scoop_g, told.measures.pack_g), ((), 32, 907))
        can = read_pack_measures("1 can = 400 g, drained 240 g, 1 scoop = 32,5 g")
        self.assertEqual((can.problems, can.measures.pack_g, can.measures.drained_g), ((), 400, 240))
        self.assertEqual(can.measures.scoop_g, 32.5)

    def test_what_cannot_be_read_is_said_and_the_rest_is_kept(self) -> None:
        for wrong in ("1 scoop", "1 scoop = 2 cups", "30 g = 1 oz", "1 scoop = 0 g", "= = ="):
            with self.subTest(wrong):
                told = read_pack_measures(f"{wrong}; 1 piece = 12 g")
                self.assertEqual((len(told.problems), told.measures.piece_g), (1, 12))

    @given(st.text(max_size=200))
    def test_any_text_is_answered(self, text: str) -> None:
        read_pack_measures(text)
