"""core/day/fits: what fits into what is left of a day."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.day.day_budget import pieces_that_fit
from ample_crumb.core.day.fitting_pieces import MOST_PIECES, find_fitting_pieces
from ample_crumb.core.day.piece_step import PieceStep
from ample_crumb.core.food.nutrients import Figures, Nutrients


def food(energy_kcal: float, protein_g: float) -> Figures:
    return Figures(100, Nutrients(energy_kcal=energy_kcal, protein_g=protein_g))


class Fits(unittest.TestCase):
    def test_what_fits_is_the_largest_portion_most_protein_first(self) -> None:
        fits = find_fitting_pieces([("thin", food(90, 4)), ("strong", food(200, 20)), ("huge", food(900, 50))], 420)
        self.assertEqual([(fit.key, fit.piece_count) for fit in fits], [("strong", 2), ("thin", MOST_PIECES)])

    @given(st.floats(1, 900), st.floats(-500, 3000), st.sampled_from([0.25, 0.5, 1]))
    def test_what_fits_fits_and_one_step_more_does_not(self, piece: float, room: float, step: float) -> None:
        pieces = pieces_that_fit(piece, room, step)
        self.assertLessEqual(pieces * piece, max(room, 0) + 1e-6)
        self.assertTrue(room <= 0 or (pieces + step) * piece > room - 1e-6)

    def test_no_more_than_two_scoops_of_powder(self) -> None:
        # Two scoops are 60 g: two pieces of 25 g each, one and a half in halves of 40 g each, none of 70 g.
        for powder_g, step, count in ((25, PieceStep.WHOLE, 2), (40, PieceStep.HALF, 1.5), (0, PieceStep.WHOLE, 4)):
            (fit,) = find_fitting_pieces([("mug", food(100, 20))], 900, step, {"mug": powder_g})
            self.assertEqual(fit.piece_count, count)
        self.assertEqual(find_fitting_pieces([("mug", food(100, 50))], 900, PieceStep.WHOLE, {"mug": 70}), ())
