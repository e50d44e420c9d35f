"""What lies where, told by moves."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.keeping.eat_by import eat_by_of
from ample_crumb.core.keeping.places import Place
from ample_crumb.core.keeping.shelf_life import shelf_lives
from ample_crumb.core.keeping.stock_positions import Movement, StockPosition, stock_positions

LIFE = shelf_lives()["moist-crumb"]
PLACES = {"out": Place.COUNTER, "cold": Place.FRIDGE, "ice": Place.FREEZER}


def positions(*movements: Movement[str]) -> dict[str, StockPosition[str]]:
    return {position.shelf: position for position in stock_positions(movements, PLACES, LIFE)}


class Positions(unittest.TestCase):
    def test_a_week_in_the_life_of_ten_muffins(self) -> None:
        found = positions(
            Movement(1, None, "out", 10, 0),
            Movement(1, "out", None, 2, 5),
            Movement(1, "out", "ice", 6, 24),
            Movement(1, "ice", "out", 1, 24 + 480),
        )
        # On the counter there lie two that are over since the second day; the one that thawed joins them and counts so.
        self.assertEqual((found["out"].piece_count, found["out"].gone_count), (3, 2))
        self.assertEqual(eat_by_of(found["out"].spent, LIFE).eat_by_h, 48)
        self.assertEqual(found["ice"].piece_count, 5)
        self.assertAlmostEqual(eat_by_of(found["ice"].spent, LIFE).eat_by_h, 24 + 2160)

    def test_alone_on_a_shelf_a_thawed_piece_counts_for_itself(self) -> None:
        found = positions(
            Movement(1, None, "out", 4, 0), Movement(1, "out", "ice", 4, 24), Movement(1, "ice", "out", 1, 500)
        )
        self.assertAlmostEqual(eat_by_of(found["out"].spent, LIFE).eat_by_h, 524)

    def test_lots_are_kept_apart(self) -> None:
        found = stock_positions([Movement(1, None, "out", 4, 0), Movement(2, None, "out", 3, 0)], PLACES, LIFE)
        self.assertEqual([(position.lot, position.piece_count) for position in found], [(1, 4), (2, 3)])

    @given(st.lists(st.tuples(st.sampled_from(["out", "cold", "ice", None]), st.integers(1, 3)), max_size=12))
    def test_no_piece_comes_or_goes_unseen(self, moves: list[tuple[str | None, int]]) -> None:
        where, movements, at = "out", [Movement(1, None, "out", 30, 0)], 0.0
        for to, count in moves:
            at += 3
            if to != where:
                movements.append(Movement(1, where, to, count, at))
        found = positions(*movements).values()
        self.assertEqual(sum(position.piece_count + position.gone_count for position in found), 30)
