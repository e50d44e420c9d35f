"""Exact tests against published examples, against scipy, and by enumeration."""

import unittest
from fractions import Fraction
from itertools import product

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from ample_crumb.core.tasting.exact_tests import enough_each, enough_pairs, paired_p_value, unpaired_p_value

SCORES = st.lists(st.integers(1, 5).map(Fraction), min_size=1, max_size=7)

DARWIN = [49, -67, 8, 16, 6, 23, 28, 41, 14, 29, 56, 24, 75, 60, -48]


class Exact(unittest.TestCase):
    def test_darwins_maize(self) -> None:
        """Fisher, The Design of Experiments (1935), section 21: of the 32,768 ways to sign Darwin's fifteen differences
        of height, 863 exceed or reach the sum of 314 one way, so 1,726 either way: 5.267 %."""
        self.assertAlmostEqual(paired_p_value(map(Fraction, DARWIN)), 1726 / 32768, places=12)

    def test_coins_that_fall_alike(self) -> None:
        """A binomial sign test by hand: six alike, two-sided, 2 / 64."""
        self.assertEqual(paired_p_value([Fraction(1)] * 6), 2 / 64)
        self.assertEqual(paired_p_value([]), 1)
        self.assertEqual(paired_p_value([Fraction(0)] * 5), 1)

    @given(SCORES, SCORES)
    def test_two_groups_as_scipy_deals_them(self, first: list[Fraction], second: list[Fraction]) -> None:
        """scipy.stats.permutation_test, all permutations."""

        def apart(x: "np.typing.NDArray[np.float64]", y: "np.typing.NDArray[np.float64]", axis: int = 0) -> object:
            return np.mean(x, axis=axis) - np.mean(y, axis=axis)

        if len(first) + len(second) < 3 or min(len(first), len(second)) < 2:
            return
        scipys = stats.permutation_test(
            (list(map(float, first)), list(map(float, second))), apart, n_resamples=np.inf, vectorized=True
        )
        two_sided = self.dealt(first, second)
        self.assertAlmostEqual(unpaired_p_value(first, second), two_sided, places=12)
        # scipy doubles the smaller tail, which is the same where the groups are of one size.
        if len(first) == len(second):
            self.assertAlmostEqual(unpaired_p_value(first, second), scipys.pvalue, places=9)

    def dealt(self, first: list[Fraction], second: list[Fraction]) -> float:
        """By dealing every score to every group."""
        everyone, size = [*first, *second], len(first)
        seen, far, all_ways = abs(self.apart(everyone, [True] * size + [False] * len(second))), 0, 0
        for dealt in product((True, False), repeat=len(everyone)):
            if sum(dealt) == size:
                all_ways += 1
                far += abs(self.apart(everyone, list(dealt))) >= seen
        return far / all_ways

    def apart(self, scores: list[Fraction], dealt: list[bool]) -> Fraction:
        one = [score for score, mine in zip(scores, dealt, strict=True) if mine]
        other = [score for score, mine in zip(scores, dealt, strict=True) if not mine]
        return sum(one, Fraction(0)) / len(one) - sum(other, Fraction(0)) / len(other)

    @given(st.lists(st.integers(-4, 4).map(Fraction), max_size=9))
    def test_pairs_by_swapping_each(self, differences: list[Fraction]) -> None:
        seen = abs(sum(differences, Fraction(0)))
        ways = [
            abs(sum((sign * each for sign, each in zip(signs, differences, strict=True)), Fraction(0))) >= seen
            for signs in product((1, -1), repeat=len(differences))
        ]
        self.assertAlmostEqual(paired_p_value(differences), sum(ways) / len(ways), places=12)

    def test_so_many_are_enough_and_one_fewer_never(self) -> None:
        for alpha in (0.05, 0.005, 0.05 / 60):
            pairs, each = enough_pairs(alpha), enough_each(alpha)
            self.assertLessEqual(paired_p_value([Fraction(4)] * pairs), alpha)
            self.assertGreater(paired_p_value([Fraction(4)] * (pairs - 1)), alpha)
            self.assertLessEqual(unpaired_p_value([Fraction(1)] * each, [Fraction(5)] * each), alpha)
            self.assertGreater(unpaired_p_value([Fraction(1)] * (each - 1), [Fraction(5)] * (each - 1)), alpha)
