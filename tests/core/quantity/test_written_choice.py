"""core/quantity/written_choice: what lines leave open, each alternative a line of its own, judged by reading them."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.quantity.written_choice import NO_CHOICE, read_choice

CHOICES = {
    "1/2 cup honey or maple syrup": ("1/2 cup honey", "1/2 cup maple syrup"),
    "- 100 g butter or margarine": ("100 g butter", "100 g margarine"),
    "1/2 cup butter or coconut oil, melted": ("1/2 cup butter, melted", "1/2 cup coconut oil, melted"),
    "1 tbsp butter or 2 tsp oil": ("1 tbsp butter", "2 tsp oil"),
    "1 egg or 50 g apple sauce": ("1 egg", "50 g apple sauce"),
    "1 egg, or leave out and take 2 tbsp more milk": ("1 egg", "2 tbsp milk"),
    "honey or maple syrup: 100 g": ("honey: 100 g", "maple syrup: 100 g"),
    "1 teaspoon vanilla extract (or 1 vanilla bean)": ("1 teaspoon vanilla extract", "1 vanilla bean"),
    "3 tbsp sugar (can use erythritol)": ("3 tbsp sugar", "3 tbsp erythritol"),
    "2 tbsp sugar (or sweetener to taste)": ("2 tbsp sugar", "2 tbsp sweetener"),
    "30g whey/casein": ("30g whey", "30g casein"),
    "1/2 cup walnuts, pecans or almonds, chopped": (
        "1/2 cup walnuts, chopped", "1/2 cup pecans, chopped", "1/2 cup almonds, chopped",
    ),
    "1 cup walnuts, pecans, or almonds": ("1 cup walnuts", "1 cup pecans", "1 cup almonds"),
    "2 tbsp butter, melted, or 1 tbsp oil": ("2 tbsp butter, melted", "1 tbsp oil"),
    "1 large or 2 small bananas": ("1 large bananas", "2 small bananas"),
    "honey or maple syrup": ("honey", "maple syrup"),
}  # fmt: skip

NONE = (
    "2 tbsp honey", "1 or 2 eggs", "1 cup (or 120 g) flour", "2 tbsp or 30 g honey", "1 cup/120g flour",
    "1/2 cup half and half or so", "2 tbsp milk, or more if needed", "1/4 cup milk or as needed", "1 1/2 cups w/ flour",
    "100 g strawberries, fresh or frozen", "80g erythritol (or sweetener of choice)", "1/2 cup oats", "Oregano, 1 tsp",
    "100 g quark (or similar)", "",
)  # fmt: skip


class Choices(unittest.TestCase):
    def test_alternatives_have_their_own_amount_or_that_of_the_line(self) -> None:
        for text, lines in CHOICES.items():
            with self.subTest(text):
                self.assertEqual(read_choice(text).lines, lines)

    def test_measures_ranges_and_manners_are_no_choice(self) -> None:
        for text in NONE:
            with self.subTest(text):
                self.assertEqual(read_choice(text), NO_CHOICE)

    def test_a_shared_last_word_is_offered_in_full(self) -> None:
        self.assertEqual(read_choice("1/2 cup oat or almond milk").in_full, ("1/2 cup oat milk", ""))
        self.assertEqual(read_choice("1 cup plain or vanilla yogurt"), NO_CHOICE)
        self.assertEqual(read_choice("1 cup cooked or canned lentils").in_full, ("1 cup cooked lentils", ""))
        self.assertEqual(
            read_choice("1 scoop chocolate or vanilla protein powder").in_full, ("1 scoop chocolate protein powder", "")
        )

    def test_what_may_be_left_out_is_said(self) -> None:
        for text in ("1/4 cup nuts (or leave out)", "1 egg, or omit", "30 g raisins, or leave them out"):
            with self.subTest(text):
                self.assertTrue(read_choice(text).may_be_left)

    def test_a_food_told_by_its_kind_alone(self) -> None:
        for text, line in (
            ("1 cup milk of choice", "1 cup milk"), ("2 tbsp sweetener of your choice", "2 tbsp sweetener"),
            ("1/4 cup any nut butter", "1/4 cup nut butter"), ("your favourite jam, 2 tbsp", "jam, 2 tbsp"),
        ):  # fmt: skip
            with self.subTest(text):
                found = read_choice(text)
                self.assertEqual((found.lines, found.kind_only), ((line,), True))

    @settings(max_examples=300)
    @given(st.lists(st.sampled_from("1/2 cup honey or , ( ) / of choice leave out use any 30 g oat milk".split())))
    def test_any_line_has_two_alternatives_or_none(self, words: list[str]) -> None:
        found = read_choice(" ".join(words))
        self.assertEqual(len(found.lines), len(found.in_full))
        self.assertTrue(found == NO_CHOICE or len(found.lines) >= 2 or found.kind_only or found.may_be_left)
