"""Lots of pieces: their shares sum to the whole, and what cannot be is refused."""

import unittest

from hypothesis import given, strategies

from ample_crumb.core.batch.lots import Lot, lot_shares, lots_of_weights, unevenness
from ample_crumb.core.problem import CannotUse


class Shares(unittest.TestCase):
    @given(
        lots=strategies.lists(
            strategies.tuples(
                strategies.integers(1, 9), strategies.one_of(strategies.none(), strategies.integers(5, 90))
            ),
            min_size=1,
            max_size=6,
        )
    )
    def test_all_pieces_are_the_whole(self, lots: list[tuple[int, int | None]]) -> None:
        made = [Lot(count, grams) for count, grams in lots]
        try:
            found = lot_shares(made, 2000, 1800, 12)
        except CannotUse:
            weighed = sum(count * (grams or 0) for count, grams in lots)
            self.assertTrue(weighed >= 1800 or (weighed < 0.75 * 1800 and all(grams for _, grams in lots)))
            return
        self.assertAlmostEqual(sum(each.piece_count * each.share for each in found), 1)
        self.assertAlmostEqual(sum(each.piece_count * each.piece_g for each in found), 1800)

    def test_by_hand(self) -> None:
        """1,000 g baked: two of 100 g, and the eight that nobody weighed share 800 g."""
        found = lot_shares((Lot(2, 100), Lot(8)), 1150, 1000, 12)
        self.assertEqual([round(each.piece_g, 6) for each in found], [100, 100])

    def test_what_was_weighed_as_dough_is_a_share_of_the_dough(self) -> None:
        """Two halves of 500 g of dough are half of the 450 g that come out of the oven."""
        found = lot_shares((Lot(2, 250),), 500, 450, 12)
        self.assertEqual([(each.share, each.piece_g) for each in found], [(0.5, 225)])

    def test_pieces_weighed_as_dough_leave_the_rest_of_the_dough_to_the_others(self) -> None:
        """Four of 110 g of dough are 440 of 500, though 430 come out: the last is 60 of 500 of those, 51.6 g."""
        found = lot_shares((Lot(4, 110), Lot(1)), 500, 430, 5)
        self.assertEqual([round(each.piece_g, 6) for each in found], [94.6, 51.6])

    def test_none_said_is_as_planned(self) -> None:
        self.assertEqual([(each.piece_count, each.piece_g) for each in lot_shares((), 1100, 1000, 10)], [(10, 100)])

    def test_pieces_heavier_than_the_dough_are_refused(self) -> None:
        with self.assertRaisesRegex(CannotUse, "These pieces weigh 600 g together, and there were 500 g of dough."):
            lot_shares((Lot(6, 100),), 500, 450, 6)
        lot_shares((Lot(5, 101.9),), 500, 450, 6)

    def test_what_is_in_no_piece_is_asked_for(self) -> None:
        with self.assertRaisesRegex(CannotUse, "about 450 g came of it; say what was left over"):
            lot_shares((Lot(5, 67),), 500, 450, 6)
        lot_shares((Lot(5, 68),), 500, 450, 6)
        lot_shares((Lot(5, 20), Lot(3)), 500, 450, 6)

    def test_nothing_is_left_for_the_others(self) -> None:
        with self.assertRaisesRegex(CannotUse, "3 more would weigh nothing"):
            lot_shares((Lot(5, 100), Lot(3)), 500, 450, 6)

    def test_weights_become_lots(self) -> None:
        self.assertEqual(lots_of_weights([34, 36, 34]), (Lot(2, 34), Lot(1, 36)))

    def test_unevenness_by_hand(self) -> None:
        """30 and 40 g: a mean of 35, each 5 away, a seventh."""
        self.assertAlmostEqual(unevenness(lot_shares(lots_of_weights([30, 40]), 100, 70, 2)), 1 / 7)
        self.assertEqual(unevenness(lot_shares((Lot(4),), 100, 70, 4)), 0)
