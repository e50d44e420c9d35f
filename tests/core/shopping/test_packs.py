"""Whole packs, against every combination there is."""

import itertools
import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.shopping.packs import Packs, fewest_left


def by_brute_force(missing_g: int, sizes_g: list[int]) -> tuple[int, int]:
    """What is left and how many packs, over all combinations."""
    most = [range(-(-missing_g // size) + 1) for size in sizes_g]
    held = (
        (sum(count * size for count, size in zip(counts, sizes_g, strict=True)), sum(counts))
        for counts in itertools.product(*most)
    )
    total, count = min(each for each in held if each[0] >= missing_g)
    return total - missing_g, count


class FewestLeft(unittest.TestCase):
    @given(st.integers(1, 900), st.lists(st.sampled_from([60, 75, 150, 200, 250, 330, 500]), min_size=1, max_size=3))
    def test_none_leaves_less_and_none_that_leaves_as_little_is_fewer(self, missing_g: int, sizes_g: list[int]) -> None:
        sizes = sorted(set(sizes_g))
        packs = fewest_left(missing_g, sizes)
        held = sum(pack.pack_g * pack.count for pack in packs)
        found = (held - missing_g, sum(pack.count for pack in packs))
        self.assertEqual(found, by_brute_force(missing_g, sizes))

    def test_the_smaller_rest_wins_over_fewer_packs(self) -> None:
        # By hand: 270 of 150 + 150 leaves 30, one 450 leaves 180.
        self.assertEqual(fewest_left(270, [450, 150]), (Packs(150, 2),))

    def test_and_fewer_packs_where_as_much_is_left(self) -> None:
        self.assertEqual(fewest_left(500, [250, 500]), (Packs(500, 1),))

    def test_packs_of_parts_of_a_gram(self) -> None:
        self.assertEqual(fewest_left(15, [7.5, 7.4]), (Packs(7.5, 2),))

    def test_nothing_is_bought_where_nothing_is_missing_or_no_pack_is_known(self) -> None:
        self.assertEqual((fewest_left(0, [10]), fewest_left(-5, [10]), fewest_left(5, [])), ((), (), ()))

    def test_packs_that_cannot_be_are_refused(self) -> None:
        for sizes in ([0.0], [-5.0], [2e6], [float(size) for size in range(1, 30)]):
            with self.subTest(sizes=sizes), self.assertRaises(CannotUse):
                fewest_left(100, sizes)
