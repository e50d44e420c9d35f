"""In which shape a piece comes."""

import unittest

from ample_crumb.core.formula.families import families
from ample_crumb.core.production.piece_shape import PieceShape, piece_shape
from ample_crumb.core.production.portions import Cuts
from ample_crumb.core.production.tins import Tin, TinKind


class Shapes(unittest.TestCase):
    def test_the_knife_decides_before_the_tin_and_the_tin_before_the_family(self) -> None:
        cups = (Tin(TinKind.MUFFIN, 7, 3, cups=12),)
        self.assertEqual(piece_shape("cake", Cuts(wedges=8), ()), PieceShape.WEDGE)
        self.assertEqual(piece_shape("cake", Cuts(4, 3), cups), PieceShape.SQUARE)
        self.assertEqual(piece_shape("loaf", Cuts(10, 1), ()), PieceShape.SLICE)
        self.assertEqual(piece_shape("cake", None, cups), PieceShape.DOME)
        self.assertEqual(piece_shape("cookie", None, ()), PieceShape.ROUND)
        self.assertEqual(piece_shape("", None, ()), PieceShape.SQUARE)

    def test_every_family_has_one(self) -> None:
        for family in families():
            self.assertIsInstance(piece_shape(family.slug, None, ()), PieceShape)
