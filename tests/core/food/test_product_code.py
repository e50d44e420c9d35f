"""core/food/product_code: a slipped digit is found."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.product_code import code_of
from ample_crumb.core.problem import CannotUse


class Codes(unittest.TestCase):
    @given(st.integers(0, 10**12 - 1), st.integers(1, 9))
    def test_one_wrong_digit_is_always_found(self, number: int, off: int) -> None:
        digits = f"{number:012d}"
        odd, even = sum(map(int, digits[::2])), sum(map(int, digits[1::2]))
        check = -(odd + 3 * even) % 10
        self.assertEqual(code_of(f"{digits}{check}"), f"{digits}{check}")
        with self.assertRaisesRegex(CannotUse, "digit of this code is wrong"):
            code_of(f"{digits}{(check + off) % 10}")

    def test_lengths(self) -> None:
        self.assertEqual(code_of(" "), "")
        for wrong in ("123", "abcdefgh", "123456789012345"):
            with self.subTest(wrong), self.assertRaisesRegex(CannotUse, "8, 12, 13 or 14 digits"):
                code_of(wrong)
