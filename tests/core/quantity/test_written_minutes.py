"""core/quantity/written_minutes: times of running text."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.quantity.written_minutes import times_in


class Times(unittest.TestCase):
    def test_figures_and_words(self) -> None:
        for text, times in (
            ("bake 20 to 25 minutes", [(20, 25)]), ("1 hour 10 minutes", [(70, 70)]), ("1–2 hrs", [(60, 120)]),
            ("1 hour and 5 mins", [(65, 65)]), ("90 seconds", [(1.5, 1.5)]), ("half an hour", [(30, 30)]),
            ("1½ hours, then overnight", [(90, 90), (480, 480)]), ("beat 2 minutes, bake 12", [(2, 2)]), ("", []),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(times_in(text), times)

    @given(st.text(max_size=60))
    def test_any_text_has_times_that_are_none_below_nothing(self, text: str) -> None:
        self.assertTrue(all(low >= 0 and high >= 0 for low, high in times_in(text + " 5 minutes")))
