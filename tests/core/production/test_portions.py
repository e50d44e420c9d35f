"""core/production/portions: how a batch is parted."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.portions import PortionBy, Portioning, portions_of, read_cuts, scoop_ml
from ample_crumb.core.quantity.units import MeasureSystem


class Portions(unittest.TestCase):
    def test_by_count_mass_scoop_and_what_came_out(self) -> None:
        for portioning, count, dough_g, rest_g in (
            (Portioning(count=12), 12, 50, 0),
            (Portioning(PortionBy.DOUGH, piece_g=45), 13, 45, 15),
            (Portioning(PortionBy.BAKED, piece_g=45), 12, 50, 0),
            (Portioning(PortionBy.SCOOP, scoop_ml=23.7, density_g_per_ml=1.2), 21, 28.44, 600 - 21 * 28.44),
            (Portioning(PortionBy.SCOOP, scoop_ml=23.7, density_g_per_ml=1.2, made_count=20), 20, 30, 0),
            (Portioning(count=8, small_count=10, small_g=20), 8, 50, 0),
        ):
            with self.subTest(portioning):
                made = portions_of(portioning, 600, 540)
                self.assertAlmostEqual(made.dough_g, dough_g)
                self.assertAlmostEqual(made.baked_g, 0.9 * dough_g)
                self.assertEqual((made.count, round(made.rest_g, 6)), (count, round(rest_g, 6)))

    def test_what_is_put_on_later_is_in_no_scoop(self) -> None:
        # 400 g go into the oven and 200 g of frosting on top; 40 g of dough a scoop make ten, with 20 g of it each.
        scoop = Portioning(PortionBy.SCOOP, scoop_ml=40, density_g_per_ml=1.0)
        made = portions_of(scoop, 600, 540, 400 / 600)
        self.assertEqual((made.count, round(made.dough_g, 6)), (10, 60))

    @given(
        st.sampled_from([PortionBy.COUNT, PortionBy.DOUGH, PortionBy.BAKED]),
        st.integers(1, 60),
        st.floats(5, 80),
        st.integers(0, 5),
        # One baked piece of the heaviest, and five small ones, have to be in it.
        st.floats(130, 3000),
    )
    def test_nothing_is_made_or_lost_by_parting(
        self, by: PortionBy, count: int, grams: float, small: int, dough_g: float
    ) -> None:
        portioning = Portioning(by, count=count, piece_g=grams, small_count=small, small_g=4)
        made = portions_of(portioning, dough_g, 0.9 * dough_g)
        parted = made.count * made.share + small * made.small_share + made.rest_g / dough_g
        self.assertAlmostEqual(parted, 1)
        self.assertTrue(by is PortionBy.COUNT or made.rest_g < made.dough_g * (1 + 1e-6))

    def test_what_cannot_be_is_said(self) -> None:
        for portioning, words in (
            (Portioning(PortionBy.DOUGH, piece_g=700), "more than the whole dough"),
            (Portioning(PortionBy.DOUGH), "how many grams"),
            (Portioning(PortionBy.SCOOP, scoop_ml=20), "which scoop"),
            (Portioning(count=0), "from 1 to"),
            (Portioning(count=4, small_count=30, small_g=20), "small pieces take"),
            (Portioning(PortionBy.DOUGH, piece_g=0.1), "from 1 to"),
        ):
            with self.subTest(words), self.assertRaisesRegex(CannotUse, words):
                portions_of(portioning, 600, 540)

    def test_cuts_and_scoops_as_one_names_them(self) -> None:
        self.assertEqual((read_cuts("4x3").pieces, read_cuts("4 × 3").rows, read_cuts("8 wedges").pieces), (12, 4, 8))
        for wrong in ("0x3", "4x", "four", "4x99", "0 wedges"):
            with self.subTest(wrong), self.assertRaises(CannotUse):
                read_cuts(wrong)
        self.assertAlmostEqual(scoop_ml("#40"), 23.7)
        self.assertAlmostEqual(scoop_ml("1 1/2 tbsp", MeasureSystem.METRIC), 22.5)
        for wrong in ("3", "101", "a bit", "2 kg", ""):
            with self.subTest(wrong), self.assertRaises(CannotUse):
                scoop_ml(wrong)
