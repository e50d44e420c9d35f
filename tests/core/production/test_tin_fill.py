"""core/production/tin_fill: how full, how high, how large a cut piece, and warnings."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.formula.families import family_of
from ample_crumb.core.production.portions import Cuts
from ample_crumb.core.production.tin_fill import tin_fill_of
from ample_crumb.core.production.tins import Tin, TinKind
from tests.core.given import tins


class Filling(unittest.TestCase):
    def test_how_high_and_how_large_a_piece(self) -> None:
        square = Tin(TinKind.SQUARE, 20, 5)
        filling = tin_fill_of(920, [square], family_of("brownie"), 1.15, Cuts(3, 4))
        assert filling is not None
        assert filling.piece is not None
        # 920 g / 1.15 = 800 ml on 400 cm2: 2 cm, baked 2.5; 20 / 4 by 20 / 3 cm.
        (only,) = filling.tins
        self.assertAlmostEqual(only.height_cm, 2)
        self.assertAlmostEqual(filling.piece.height_cm, 2.5)
        self.assertAlmostEqual(filling.piece.length_cm, 5)
        self.assertAlmostEqual(filling.piece.width_cm, 20 / 3)
        self.assertAlmostEqual(filling.share, 0.4)
        self.assertEqual(filling.warnings, ())
        wedge = tin_fill_of(920, [Tin(TinKind.ROUND, 20, 5)], family_of("cake"), 1.05, Cuts(wedges=8))
        assert wedge is not None
        assert wedge.piece is not None
        self.assertAlmostEqual(wedge.piece.width_cm, math.pi * 20 / 8)

    def test_too_full_and_too_thin_are_said_with_grams(self) -> None:
        small = Tin(TinKind.SQUARE, 15, 4)
        for grams, words in ((700, "rise over the brim: at most"), (1200, "does not fit"), (150, "bake dry")):
            with self.subTest(grams):
                filling = tin_fill_of(grams, [small], family_of("cake"), 1.05)
                assert filling is not None
                self.assertIn(words, " ".join(filling.warnings))

    @given(st.lists(tins, min_size=1, max_size=4), st.floats(10, 5000))
    def test_several_tins_share_the_dough_and_are_as_full(self, several: list[Tin], grams: float) -> None:
        filling = tin_fill_of(grams, several, family_of("cake"), 1.05)
        assert filling is not None
        self.assertAlmostEqual(sum(tin.dough_g for tin in filling.tins) / grams, 1)
        for each in filling.tins:
            self.assertAlmostEqual(each.share / filling.share, 1)
