"""core/production/tins: volumes by geometry, heights of a volume, tins as one writes them."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.tins import Tin, TinKind, check_tin, read_tin
from tests.core.given import tins


class Geometry(unittest.TestCase):
    def test_worked_by_hand(self) -> None:
        # Box 20 x 20 x 5 = 2,000; cylinder pi / 4 x 20^2 x 5 = 1,570.8; a frustum of a cone, D = 7, d = 5, h = 3:
        # pi x 3 / 12 x (49 + 35 + 25) = 85.6; a ring of 24 and 8 cm: pi / 4 x (576 - 64) x 8 = 3,217.
        for tin, ml in (
            (Tin(TinKind.SQUARE, 20, 5), 2000),
            (Tin(TinKind.ROUND, 20, 5), 1570.8),
            (Tin(TinKind.MUFFIN, 7, 3, bottom_share=5 / 7), 85.6),
            (Tin(TinKind.MUFFIN, 7, 3, bottom_share=5 / 7, cups=12), 12 * 85.6),
            (Tin(TinKind.RING, 24, 8, hole_cm=8), 3217),
            (Tin(TinKind.RECTANGLE, 33, 5, 23), 3795),
        ):
            with self.subTest(tin):
                self.assertAlmostEqual(tin.volume_ml, ml, delta=0.001 * ml)

    def test_water_wins_over_the_measures(self) -> None:
        weighed = Tin(TinKind.MUG, 8, 9, bottom_share=0.9, water_ml=350)
        self.assertEqual(weighed.volume_ml, 350)
        self.assertAlmostEqual(weighed.height_cm(350), 9)

    @given(tins, st.floats(0.01, 0.99))
    def test_a_height_holds_its_volume_and_a_volume_stands_its_height(self, tin: Tin, share: float) -> None:
        self.assertAlmostEqual(tin.volume_to_ml(tin.height_cm(share * tin.volume_ml)) / tin.volume_ml, share)
        self.assertAlmostEqual(tin.height_cm(tin.volume_to_ml(share * tin.depth_cm)) / tin.depth_cm, share)
        self.assertAlmostEqual(tin.volume_to_ml(tin.depth_cm) / tin.volume_ml, 1)

    @given(tins, st.floats(0.1, 0.9))
    def test_heat_has_less_than_half_the_height_to_go(self, tin: Tin, share: float) -> None:
        height = tin.height_cm(share * tin.volume_ml)
        self.assertLess(tin.thickness_cm(height), height / (1 + tin.bottom_share**2) + 1e-9)


class Written(unittest.TestCase):
    def test_as_one_writes_them(self) -> None:
        for text, kind, sides in (
            ("20x20x5cm", TinKind.SQUARE, (20, 20, 5)),
            ("9 x 13 x 2 inch", TinKind.RECTANGLE, (22.86, 33.02, 5.08)),
            ('8" x 8" x 2"', TinKind.SQUARE, (20.32, 20.32, 5.08)),
            ("30 × 20 cm", TinKind.RECTANGLE, (30, 20, 5)),
            ("200mm x 200mm x 50mm", TinKind.SQUARE, (20, 20, 5)),
        ):
            with self.subTest(text):
                tin = read_tin(text)
                self.assertEqual(tin.kind, kind)
                for side, want in zip((tin.length_cm, tin.width_cm or 0, tin.depth_cm), sides, strict=True):
                    self.assertAlmostEqual(side, want)
        self.assertEqual(read_tin("23x5cm round"), Tin(TinKind.ROUND, 23, 5))

    def test_what_cannot_be_is_said(self) -> None:
        for text, words in {
            "20x20x0cm": "depth of a tin is over 0",
            "20cm x 8in x 5cm": "in one unit",
            "0x20x5": "length of a tin",
            "a nice tin": "no tin we can read",
            "20": "no tin we can read",
            "2000x20x5": "at most 100 cm",
        }.items():
            with self.subTest(text), self.assertRaisesRegex(CannotUse, words):
                read_tin(text)
        for tin in (
            Tin(TinKind.ROUND, 20, 5, bottom_share=0),
            Tin(TinKind.RING, 20, 5),
            Tin(TinKind.ROUND, 20, 5, hole_cm=4),
            Tin(TinKind.MUFFIN, 7, 3, cups=0),
            Tin(TinKind.MUG, 8, 9, water_ml=1),
        ):
            with self.subTest(tin), self.assertRaises(CannotUse):
                check_tin(tin)

    @given(st.text(max_size=40))
    def test_any_text_is_answered(self, text: str) -> None:
        try:
            read_tin(text)
        except CannotUse as cannot:
            self.assertTrue(str(cannot).endswith("."))
