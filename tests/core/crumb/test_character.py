"""core/crumb/character: formulas known for the one end stand nearer to it than those known for the other.

What each formula of `tests/judgement` is like is common knowledge of bakers' books (from memory): shortbread is crisp
and keeps its shape, a drop cookie is chewy and spreads, a ricotta cookie cakey; a brownie with little flour is fudgy,
one with milk and leavening cakey; a cream cheese cake is dense, a yogurt one light."""

import unittest
from dataclasses import replace

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.crumb.character import Character, character_of, differences, shaping_of
from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.windows import family_windows
from tests.judgement.judged import judged_text, working

_ORDERS = (
    ("texture", "shortbread", "drop cookie", "ricotta cookie"),
    ("texture", "piped butter cookie", "tartar sugar cookie", "banana oat cookie"),
    ("spread", "shortbread", "oatmeal raisin cookie", "drop cookie"),
    ("texture", "fudge brownie", "cake-like brownie", "yogurt whey brownie"),
    ("texture", "cocoa brownie", "cake-like brownie", "cottage cocoa brownie"),
    ("texture", "black bean brownie", "chickpea peanut blondie", "coconut flour brownie"),
    ("texture", "cut-out sugar biscuit", "tea biscuit", "yogurt dough roll"),
    ("crumb", "pound cake", "banana bread", "pumpkin bread"),
    ("moistness", "corn muffin", "cup muffin", "egg white muffin"),
    ("body", "sour cream cheesecake", "whole milk ricotta cheesecake", "yogurt cheesecake"),
    ("set", "sour cream cheesecake", "microwave cheesecake", "yogurt starch cake"),
    ("set", "whipped cream cheesecake", "gelatine cheesecake", "skyr fruit slice"),
    ("body", "thin crepe", "waffle", "griddle pancake"),
    ("body", "yogurt casein frosting", "cream cheese frosting", "powdered sugar buttercream"),
)


def character(name: str) -> tuple[Character, ...]:
    formula = working()[name]
    return character_of(judged_text(formula.text, formula.family).composition, formula.family)


def share(name: str, axis: str) -> float:
    return next(each.share for each in character(name) if each.axis == axis)


class Orders(unittest.TestCase):
    def test_from_the_one_end_to_the_other(self) -> None:
        for axis, *names in _ORDERS:
            shares = [share(name, axis) for name in names]
            with self.subTest(axis=axis, names=names):
                self.assertEqual(shares, sorted(shares))
                self.assertGreater(shares[-1] - shares[0], 0.2)

    def test_words_of_the_ends_the_middle_and_between(self) -> None:
        def word(name: str, axis: str) -> str:
            return next(each.word for each in character(name) if each.axis == axis)

        self.assertEqual(word("shortbread", "texture"), "crisp")
        self.assertEqual(word("drop cookie", "texture"), "chewy")
        self.assertEqual(word("ricotta cookie", "texture"), "cakey")
        self.assertEqual(word("fudge brownie", "texture"), "fudgy")
        self.assertEqual(word("cake-like brownie", "texture"), "between fudgy and cakey")

    def test_every_family_has_one_or_two_axes(self) -> None:
        dough = Composition(mass_g=500, dough_g=500, water_g=200, water_holding_g=100, flour_g=120, dry_g=120)
        for family in family_windows():
            self.assertIn(len(character_of(dough, family)), (1, 2), family)
        self.assertEqual(character_of(dough, "of no kind"), ())
        self.assertEqual(character_of(Composition(), "cookie"), ())

    def test_nothing_is_said_where_much_is_unknown(self) -> None:
        dough = Composition(mass_g=500, dough_g=500, water_g=200, flour_g=120)
        unknown = replace(dough, unknown=frozenset({("water_g", "a mix", 100.0)}))
        self.assertEqual(character_of(unknown, "cookie"), ())

    @given(st.sampled_from(sorted(working())), st.floats(0.2, 5))
    def test_twice_as_much_of_it_is_like_it(self, name: str, factor: float) -> None:
        formula = working()[name]
        composition = judged_text(formula.text, formula.family).composition
        for one, other in zip(
            character_of(composition, formula.family),
            character_of(composition.times(factor), formula.family),
            strict=True,
        ):
            self.assertAlmostEqual(one.share, other.share)
            self.assertTrue(0 <= one.share <= 1)


class Differences(unittest.TestCase):
    def test_in_the_words_of_the_mouth(self) -> None:
        fudge, cakey = character("fudge brownie"), character("yogurt whey brownie")
        self.assertEqual(differences(fudge, cakey, "brownie"), ("much cakier",))
        self.assertEqual(differences(cakey, fudge, "brownie"), ("much fudgier",))
        self.assertEqual(differences(fudge, fudge, "brownie"), ())
        near = tuple(replace(each, share=each.share + 0.1) for each in fudge)
        self.assertEqual(differences(fudge, near, "brownie"), ("a touch cakier",))

    def test_what_stood_on_no_axis_before_differs_in_nothing(self) -> None:
        self.assertEqual(differences((), character("fudge brownie"), "brownie"), ())


class Shapes(unittest.TestCase):
    def test_press_what_stays_and_leave_room_for_what_spreads(self) -> None:
        stays, spreads = shaping_of(character("shortbread"), 25), shaping_of(character("drop cookie"), 25)
        assert stays is not None
        assert spreads is not None
        self.assertEqual((stays.press_cm, spreads.press_cm), (1.0, None))
        self.assertGreater(spreads.wide_cm, stays.wide_cm)
        self.assertGreater(spreads.gap_cm, 2 * stays.gap_cm)
        # Common practice: a drop cookie of 25 to 30 g bakes some 6 to 8 cm wide.
        self.assertTrue(6 < spreads.wide_cm < 8)
        larger = shaping_of(character("drop cookie"), 75)
        assert larger is not None
        self.assertGreater(larger.wide_cm, spreads.wide_cm)

    def test_what_has_no_spread_has_no_shape(self) -> None:
        self.assertIsNone(shaping_of(character("fudge brownie"), 40))
        self.assertIsNone(shaping_of(character("drop cookie"), 0))
