"""core/day/portion: amounts eaten, as one says them."""

import unittest

from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.problem import CannotUse


class Amounts(unittest.TestCase):
    def test_as_one_says_them(self) -> None:
        for text, pieces in (
            ("2", 2), ("1 1/2 pieces", 1.5), ("half a piece", 0.5), ("a piece", 1), ("90 g", 1.5),
            ("1 oz", 28.3495 / 60),
            ("a quarter of the whole", 3), ("25 % of the batch", 3), ("the whole tin", 12), ("½", 0.5), ("1,5", 1.5),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertAlmostEqual(pieces_in(text, 60, 12), pieces, places=4)
        for text in ("", "some", "0 g", "400", "9000 g", "a heap", "2 cups of it"):
            with self.subTest(text), self.assertRaises(CannotUse):
                pieces_in(text, 60, 12)
        with self.assertRaisesRegex(CannotUse, "no grams yet"):
            pieces_in("30 g", 0, 12)
