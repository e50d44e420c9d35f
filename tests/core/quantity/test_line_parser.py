"""core/quantity/line_parser: what one written line says."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.quantity.line_parser import LINE_LENGTH, read_line, without_bullet
from ample_crumb.core.quantity.line_splitting import split_foods


def said(text: str) -> tuple[list[tuple[float, str]], str]:
    """The amounts, each as count and unit, and the name."""
    line = read_line(text)
    terms = line.amount.terms if line.amount else ()
    return [(round(term.count.middle, 3), term.unit.name) for term in terms], line.name


class Amounts(unittest.TestCase):
    def test_each_form_in_which_amounts_are_written(self) -> None:
        cases = {
            "1 1/2 cups almond flour": ([(1.5, "cup")], "almond flour"),
            "1½ cups almond flour": ([(1.5, "cup")], "almond flour"),
            "1-1/2 cups milk": ([(1.5, "cup")], "milk"),
            "½ tsp salt": ([(0.5, "teaspoon")], "salt"),
            "250g cottage cheese": ([(250, "gram")], "cottage cheese"),
            "1,5 dl milk": ([(1.5, "decilitre")], "milk"),
            "1,000 g flour": ([(1000, "gram")], "flour"),
            "0,250 kg flour": ([(0.25, "kilogram")], "flour"),
            "1–2 tbsp milk": ([(1.5, "tablespoon")], "milk"),
            "2 to 3 tbsp milk": ([(2.5, "tablespoon")], "milk"),
            "1 tbsp plus 1 tsp cocoa": ([(1, "tablespoon"), (1, "teaspoon")], "cocoa"),
            "¾ cup + 2 tbsp oat flour": ([(0.75, "cup"), (2, "tablespoon")], "oat flour"),
            "three eggs": ([(3, "")], "eggs"),
            "a dozen eggs": ([(12, "")], "eggs"),
            "half a cup of milk": ([(0.5, "cup")], "milk"),
            "one and a half cups oats": ([(1.5, "cup")], "oats"),
            "two thirds of a cup sugar": ([(0.667, "cup")], "sugar"),
            "pinch of salt": ([(1, "pinch")], "salt"),
            "a handful of spinach": ([(1, "handful")], "spinach"),
            "1/3 stick butter": ([(0.333, "stick")], "butter"),
            "8 fl oz milk": ([(8, "fluid ounce")], "milk"),
            "1 T honey": ([(1, "tablespoon")], "honey"),
            "1 t honey": ([(1, "teaspoon")], "honey"),
            "3 x 20 g chocolate": ([(60, "gram")], "chocolate"),
            "200 ml half and half": ([(200, "millilitre")], "half and half"),
            "skyr 150 g": ([(150, "gram")], "skyr"),
            "eggs: 2": ([(2, "")], "eggs"),
            "salt, a pinch": ([(1, "pinch")], "salt"),
            "eggs: two": ([(2, "")], "eggs"),
            "2 lg eggs": ([(2, "")], "eggs"),
            "250 ml glass of milk": ([(250, "millilitre")], "milk"),
            "juice of 1 lemon": ([(1, "")], "lemon juice"),
            "zest of half an orange": ([(0.5, "")], "orange zest"),
            "1 orange, zested": ([(1, "")], "orange zest"),
            "🍌 2 bananas": ([(2, "")], "bananas"),
            "about 30 g whey": ([(30, "gram")], "whey"),
        }
        for text, expected in cases.items():
            with self.subTest(text):
                self.assertEqual(said(text), expected)

    def test_weights_written_beside(self) -> None:
        for text in (
            "1 cup (112 g) almond flour", "1 cup/112 g almond flour", "1 cup almond flour (112g)",
            "1 cup almond flour (about 112 g)",
        ):  # fmt: skip
            with self.subTest(text):
                amount = read_line(text).amount
                assert amount is not None
                self.assertEqual([stated.term.count.middle for stated in amount.stated], [112])
        for text in (
            "1 (15 oz) can chickpeas", "1 15 oz can chickpeas", "one 15-ounce can of chickpeas", "15 oz can chickpeas",
        ):  # fmt: skip
            with self.subTest(text):
                amount = read_line(text).amount
                assert amount is not None
                self.assertEqual(amount.terms[0].unit.name, "can")
                self.assertEqual((amount.stated[0].term.count.middle, amount.stated[0].each), (15, True))

    def test_bullets_and_numbers_in_front(self) -> None:
        for text in ("- 2 eggs", "* 2 eggs", "•2 eggs", "3. 2 eggs", "4) 2 eggs", "[ ] 2 eggs", "▢ 2 eggs"):
            with self.subTest(text):
                self.assertEqual(said(text), ([(2, "")], "eggs"))
                self.assertEqual(without_bullet(text), "2 eggs")

    def test_what_else_a_line_says(self) -> None:
        line = read_line("1 cup walnuts, chopped (optional)")
        self.assertTrue(line.optional)
        self.assertEqual((line.name, line.notes), ("walnuts", ("chopped",)))

    def test_what_cannot_be_used_says_why(self) -> None:
        for text, word in {
            "salt to taste": "Without an amount",
            "some rosewater": "No amount",
            "-2 cups flour": "minus",
            "0 g salt": "zero",
            "1/0 cup salt": "zero",
            "12345": "No ingredient",
            "x" * (LINE_LENGTH + 1): "characters",
        }.items():
            with self.subTest(text[:40]):
                self.assertIn(word, read_line(text).problem)

    @settings(max_examples=300)
    @given(st.text(max_size=120))
    def test_nothing_that_can_be_typed_raises(self, text: str) -> None:
        line = read_line(text)
        self.assertEqual(line.text, text)
        self.assertTrue(line.amount or line.problem)
        split_foods(text)


class Foods(unittest.TestCase):
    def test_a_typed_list_is_parted_only_between_foods(self) -> None:
        cases = {
            "150 g skyr, 30 g oats": ("150 g skyr", "30 g oats"),
            "skyr 150 g, oats 30 g": ("skyr 150 g", "oats 30 g"),
            "1 can chickpeas, drained, 2 eggs and an apple": ("1 can chickpeas, drained", "2 eggs", "an apple"),
            "200 ml half and half": ("200 ml half and half",),
            "1 cup plus 2 tbsp milk": ("1 cup plus 2 tbsp milk",),
            "1,5 dl milk, 2 eggs": ("1,5 dl milk", "2 eggs"),
            "1 large egg + 2 egg whites": ("1 large egg", "2 egg whites"),
            "1 tbsp instant coffee dissolved in 2 tbsp hot water": ("1 tbsp instant coffee", "2 tbsp hot water"),
            "juice and zest of 1 lemon": ("juice of 1 lemon", "zest of 1 lemon"),
            "1/2 tsp each salt, cinnamon and nutmeg": ("1/2 tsp salt", "1/2 tsp cinnamon", "1/2 tsp nutmeg"),
            "2 scoops whey, 60 g total": ("2 scoops whey, 60 g total",),
            "1 ripe banana, mashed (about 1/3 cup)": ("1 ripe banana, mashed (about 1/3 cup)",),
            "2 cups walnuts, chopped, 240 g": ("2 cups walnuts, chopped, 240 g",),
            "3 eggs, size 2": ("3 eggs, size 2",),
            "30 g skyr, oats 20 g": ("30 g skyr", "oats 20 g"),
            "1 flax egg (1 tbsp ground flax + 2.5 tbsp water)": ("1 flax egg (1 tbsp ground flax + 2.5 tbsp water)",),
            "1/2 cup walnuts, plus more for topping": ("1/2 cup walnuts, plus more for topping",),
            "": (),
        }
        for text, expected in cases.items():
            with self.subTest(text):
                self.assertEqual(split_foods(text), expected)
