"""core/production/written_tin: tins as texts name them; an inch is 2.54 cm by definition."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.core.production.written_tin import nearest, read_written_tin

SAID = {
    "Line a 20 cm square tin with paper.": "square, 20 x 20 cm",
    "Spread in an 8x8-inch pan.": "square, 20.3 x 20.3 cm",
    "Grease an 8 x 8 baking dish": "square, 20.3 x 20.3 cm",
    "Pour into a 9x5-inch loaf pan and bake.": "loaf, 22.9 x 12.7 cm",
    "a 9 x 13 inch pan": "rectangle, 22.9 x 33 cm",
    "Use a 23 cm springform": "spring-form, 23 cm across",
    'one 9" round cake tin': "round, 22.9 cm across",
    "Line a 2 lb loaf tin": "loaf, 23 x 13 cm",
    "Grease a 900 g loaf tin.": "loaf, 23 x 13 cm",
    "Fill a 12-hole muffin tin": "12 muffin cups",
    "spoon into a mini muffin pan (24 cups)": "24 mini-muffin cups",
    "a brownie tin (18 x 28 cm)": "rectangle, 18 x 28 cm",
    "Line a baking tray, 30x40cm": "tray, 30 x 40 cm",
}
NOTHING = (
    "Grease the tin.", "Bake at 180 C for 20 minutes in the tin.", "1 tin of beans", "Put 200 g oats in a dish",
    "Bake 12 to 15 minutes", "Cool 10 minutes in the tin.", "",
)  # fmt: skip


class TinsOfTexts(unittest.TestCase):
    def test_sizes_are_read_with_their_shape(self) -> None:
        for text, words in SAID.items():
            with self.subTest(text):
                found = read_written_tin(text)
                assert found is not None
                self.assertEqual(found.words, words)

    def test_what_names_no_size_is_none(self) -> None:
        for text in NOTHING:
            with self.subTest(text):
                self.assertIsNone(read_written_tin(text))

    def test_ones_own_of_the_shape_and_size_is_meant(self) -> None:
        own = {
            "square": Tin(TinKind.SQUARE, 20, 5, 20), "large": Tin(TinKind.SQUARE, 24, 5, 24),
            "round": Tin(TinKind.ROUND, 20, 5), "loaf": Tin(TinKind.LOAF, 25, 7, 11),
            "cups": Tin(TinKind.MUFFIN, 7, 3, cups=6),
        }  # fmt: skip
        for text, meant in (
            ("8x8 inch pan", "square"), ("20 cm round tin", "round"), ("9x13 inch pan", None),
            ("12-hole muffin tin", "cups"), ("10 inch square pan", "large"), ("9x5 inch loaf pan", None),
        ):  # fmt: skip
            with self.subTest(text):
                found = read_written_tin(text)
                assert found is not None
                self.assertEqual(nearest(found.tin, own), meant)

    @given(st.text(max_size=80))
    def test_any_text_gives_a_tin_that_can_be_or_none(self, text: str) -> None:
        found = read_written_tin(text + " tin")
        self.assertTrue(found is None or found.tin.volume_ml > 0)
