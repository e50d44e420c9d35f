"""What lies where, told by moves."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.keeping.eat_by import eat_by_of
from ample_crumb.core.keeping.places import Place
from ample_crumb.core.keeping.shelf_life import shelf_lives
from ample_crumb.core.keeping.stock_positions import Heap, Put, heaps_of

LIFE = shelf_lives()["moist-crumb"]
PLACES = {"out": Place.COUNTER, "cold": Place.FRIDGE, "ice": Place.FREEZER}


def heaps(*puts: Put[str]) -> dict[str, Heap[str]]:
    return {heap.shelf: heap for heap in heaps_of(puts, PLACES, LIFE)}


class Heaps(unittest.TestCase):
    def test_a_week_in_the_life_of_ten_muffins(self) -> None:
        found = heaps(
            Put(1, None, "out", 10, 0),
            Put(1, "out", None, 2, 5),
            Put(1, "out", "ice", 6, 24),
            Put(1, "ice", "out", 1, 24 + 480),
        )
        # On the counter there lie two that are over since the second day; the one that thawed joins them and counts so.
        self.assertEqual((found["out"].piece_count, found["out"].gone_count), (3, 2))
        self.assertEqual(eat_by_of(found["out"].spent, LIFE).eat_by_h, 48)
        self.assertEqual(found["ice"].piece_count, 5)
        self.assertAlmostEqual(eat_by_of(found["ice"].spent, LIFE).eat_by_h, 24 + 2160)

    def test_alone_on_a_shelf_a_thawed_piece_counts_for_itself(self) -> None:
        found = heaps(Put(1, None, "out", 4, 0), Put(1, "out", "ice", 4, 24), Put(1, "ice", "out", 1, 500))
        self.assertAlmostEqual(eat_by_of(found["out"].spent, LIFE).eat_by_h, 524)

    def test_lots_are_kept_apart(self) -> None:
        found = heaps_of([Put(1, None, "out", 4, 0), Put(2, None, "out", 3, 0)], PLACES, LIFE)
        self.assertEqual([(heap.lot, heap.piece_count) for heap in found], [(1, 4), (2, 3)])

    @given(st.lists(st.tuples(st.sampled_from(["out", "cold", "ice", None]), st.integers(1, 3)), max_size=12))
    def test_no_piece_comes_or_goes_unseen(self, moves: list[tuple[str | None, int]]) -> None:
        where, puts, at = "out", [Put(1, None, "out", 30, 0)], 0.0
        for to, count in moves:
            at += 3
            if to != where:
                puts.append(Put(1, where, to, count, at))
        found = heaps(*puts).values()
        self.assertEqual(sum(heap.piece_count + heap.gone_count for heap in found), 30)
