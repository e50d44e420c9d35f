"""core/formula/rewrite: lines that say their details, and a little more or less of them."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.formula.rewrite import LineDetails, adjusted_amount, fill_of, with_details
from tests.core.given import read, weighed


def grams(text: str) -> float | None:
    line = read(text)
    return round(line.weighed.mass_g, 2) if line.weighed else None


class Nudged(unittest.TestCase):
    def test_nudging(self) -> None:
        self.assertEqual(adjusted_amount(read("1/2 cup almond flour"), 1.05), "55 g almond flour")
        self.assertEqual(adjusted_amount(read("55 g almond flour"), 0.95), "52 g almond flour")
        self.assertEqual(adjusted_amount(read("1 g salt"), 1.05), "1.1 g salt")
        self.assertIsNone(adjusted_amount(read("some peanut butter"), 1.05))


class Rewritten(unittest.TestCase):
    def test_each_detail_is_written_once_and_taken_back(self) -> None:
        line = read("1 cup almond flour, sieved")
        for details, text in (
            (LineDetails(optional=True), "1 cup almond flour, sieved (optional)"),
            (LineDetails(used_share=0.5), "1 cup almond flour, sieved, half used"),
            (LineDetails(used_share=0.35), "1 cup almond flour, sieved, 35 % used"),
            (LineDetails(fill="packed"), "1 cup packed almond flour, sieved"),
            (LineDetails(), "1 cup almond flour, sieved"),
        ):
            with self.subTest(text):
                written = with_details(line, details)
                self.assertEqual(written, text)
                self.assertEqual(with_details(read(written), details), text)
                self.assertEqual(with_details(read(written), LineDetails()), line.text)

    def test_a_scale_overrides_the_cup_and_the_words_stay(self) -> None:
        written = with_details(read("1/2 cup almond flour, sieved"), LineDetails(weighed_g=55))
        self.assertEqual(grams(written), 55)
        self.assertEqual(weighed(written).basis, "weighed")
        self.assertIn("sieved", written)
        for text in ("100 g icing sugar, half used", "1 cup icing sugar, half used"):
            part = with_details(read(text), LineDetails(used_share=0.5, weighed_g=90))
            self.assertEqual((grams(part), part.count("half used")), (45, 1))

    def test_filling_a_cup_otherwise_changes_its_grams(self) -> None:
        line = read("1 cup almond flour")
        self.assertEqual((fill_of(line), line.weighed.fills[0] if line.weighed else ""), ("", "level"))
        self.assertEqual(grams("1 cup almond flour"), 104)
        packed = with_details(line, LineDetails(fill="packed"))
        self.assertEqual((grams(packed), fill_of(read(packed))), (120, "packed"))
        self.assertEqual(grams(with_details(read("1 cup packed almond flour"), LineDetails())), 104)

    @given(
        st.sampled_from(["1 cup oats", "200 g skyr, cold", "2 eggs (large), beaten", "1 can chickpeas, drained"]),
        st.booleans(),
        st.integers(1, 100),
    )
    def test_what_is_written_is_read_again(self, text: str, optional: bool, percent: int) -> None:
        line = read(text)
        assert line.weighed is not None
        again = read(with_details(line, LineDetails(optional=optional, used_share=percent / 100)))
        assert again.weighed is not None
        self.assertEqual((again.optional, again.ingredient), (optional, line.ingredient))
        self.assertAlmostEqual(again.weighed.mass_g, line.weighed.prepared_g * percent / 100, places=6)
