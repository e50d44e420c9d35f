"""core/day/piece_step: in which steps somebody takes pieces."""

import unittest

from ample_crumb.core.day.fitting_pieces import find_fitting_pieces
from ample_crumb.core.day.piece_step import PieceStep, step_count
from ample_crumb.core.food.nutrients import Figures, Nutrients


class Steps(unittest.TestCase):
    def test_by_weight_half_and_whole(self) -> None:
        self.assertEqual(step_count(PieceStep.WHOLE, 60), 1)
        self.assertEqual(step_count(PieceStep.HALF, 60), 0.5)
        # Five grams of a piece of 60.
        self.assertAlmostEqual(step_count(PieceStep.GRAMS, 60), 1 / 12)
        # A piece of next to nothing, or of no weight yet, is not weighed off.
        for piece_g in (0, 3, 5):
            self.assertEqual(step_count(PieceStep.GRAMS, piece_g), 0.5)

    def test_more_of_a_piece_fits_the_finer_it_is_taken(self) -> None:
        piece = Figures(60, Nutrients(energy_kcal=150, protein_g=10))
        counts = [find_fitting_pieces([("it", piece)], 400, step)[0].piece_count for step in PieceStep]
        # 400 kcal are 2.667 pieces: 160 g, 2 1/2, 2.
        self.assertEqual([round(count, 3) for count in counts], [2.667, 2.5, 2])
