"""core/reformulate/cuts: other grids of cuts, each with an answer that holds."""

import unittest
from dataclasses import replace

from ample_crumb.core.production.portions import PortionBy
from ample_crumb.core.reformulate.cuts import MOST_GRIDS, grids_near, reformulate_cut
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.wishes import Wish
from tests.judgement.targets_judged import judged_targets

SQUARES = next(each for each in judged_targets() if each.name == "cocoa squares").formula()


class Grids(unittest.TestCase):
    def test_the_nearest_in_number_first_and_as_square_as_can_be(self) -> None:
        found = [(grid.row_count, grid.column_count) for grid in grids_near(12)]
        self.assertEqual(found[0], (3, 5))
        self.assertNotIn((3, 4), found)
        self.assertNotIn((2, 8), found)
        self.assertLessEqual(len(found), MOST_GRIDS)
        self.assertTrue(all(0.6 * 12 <= rows * columns <= 1.7 * 12 for rows, columns in found))

    def test_each_answer_holds_for_its_own_number_of_pieces(self) -> None:
        request = ReformulationRequest((Wish("energy_kcal", 150),))
        found = reformulate_cut(SQUARES, request)
        self.assertTrue(found)
        for cut in found:
            answer = cut.found.answers[0]
            parted = replace(SQUARES.making.portioning, count=float(cut.grid.piece_count))
            made = replace(SQUARES, making=replace(SQUARES.making, portioning=parted)).produced(answer.parts)
            self.assertLessEqual(made.piece.nutrients.energy_kcal or 0, 150 + 1e-4)
        # More pieces of the same batch need fewer changes.
        self.assertGreaterEqual(found[0].grid.piece_count, found[-1].grid.piece_count)

    def test_pieces_that_were_counted_differently_are_what_is_cut_otherwise(self) -> None:
        counted = replace(SQUARES.making.portioning, made_count=16.0)
        found = reformulate_cut(
            replace(SQUARES, making=replace(SQUARES.making, portioning=counted)),
            ReformulationRequest((Wish("energy_kcal", 150),)),
        )
        by_pieces = {cut.grid.piece_count: cut.found.answers[0].piece.figures.mass_g for cut in found}
        self.assertNotIn(16, by_pieces)
        self.assertGreater(by_pieces[15], by_pieces[20])

    def test_what_is_parted_by_weight_has_no_grid(self) -> None:
        parted = replace(SQUARES.making.portioning, by=PortionBy.DOUGH, piece_g=50.0)
        by_weight = replace(SQUARES, making=replace(SQUARES.making, portioning=parted))
        self.assertEqual(reformulate_cut(by_weight, ReformulationRequest((Wish("energy_kcal", 150),))), ())
