"""core/crumb/dough_description: the baker's own words, and no others."""

import unittest

from ample_crumb.core.crumb.dough_description import read_dough_words


class OwnWords(unittest.TestCase):
    def test_a_sentence_about_the_dough_is_found(self) -> None:
        for method, found in (
            ("Mix all. The dough will be sticky at first. Chill it.", "The dough will be sticky at first"),
            ("1. Blend until the batter is thick.\n2. Bake.", "Blend until the batter is thick"),
            ("Stir; it should look like wet sand.", "Stir; it should look like wet sand"),
        ):
            with self.subTest(method):
                self.assertEqual(read_dough_words(method), found)

    def test_what_is_baked_or_bought_is_not_the_dough(self) -> None:
        for method in (
            "Bake until it is firm.",
            "Use thick yogurt.",
            "Let the cake cool; it is soft in the oven.",
            "",
            "Mix everything.",
        ):
            with self.subTest(method):
                self.assertEqual(read_dough_words(method), "")

    def test_a_long_text_is_cut(self) -> None:
        self.assertEqual(read_dough_words("stir. " * 5000 + "The dough is sticky."), "")
