"""core/crumb/check: what is judged and what cannot be said."""

import unittest

from ample_crumb.core.crumb.check import CrumbCheck
from ample_crumb.core.crumb.dials.dial import Dial, Verdict
from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.product import Pack, ingredient_of
from ample_crumb.core.formula.formula import PartBake, PartOptions
from tests.core.given import CUPBOARD, checked, part

COOKIE = (
    "100 g oat flour",
    "40 g whey",
    "60 g almond butter",
    "60 g honey",
    "1 egg",
    "1/2 tsp baking powder",
    "1 g salt",
)


def dial(of: CrumbCheck, name: str) -> Dial:
    return next(each for each in of.dials if each.name == name)


class WhatIsJudged(unittest.TestCase):
    def test_the_dough_without_what_lies_on_it(self) -> None:
        bare = checked(part(*COOKIE), family="cookie")
        with_more = checked(
            part(*COOKIE, "80 g chocolate chips", "30 g walnuts, chopped"),
            part("100 g icing sugar", "40 g water", name="Glaze"),
            part("300 g plums", name="Plums", options=PartOptions(bake=PartBake.NOT)),
            family="cookie",
        )
        self.assertEqual([each.value for each in bare.dials], [each.value for each in with_more.dials])
        self.assertEqual(with_more.note, "Judged without “Glaze” and “Plums”.")
        # Melted, the same chips are one with the dough.
        melted = checked(part(*COOKIE, "80 g chocolate chips, melted"), family="cookie")
        self.assertNotEqual(dial(melted, "fat").value, dial(bare, "fat").value)

    def test_nothing_and_only_toppings(self) -> None:
        for lines, words in (
            ((), "nothing to judge"),
            (("a pinch of something unheard of",), "No line could be read"),
            (("50 g sprinkles", "30 g chocolate chips"), "no dough to judge"),
        ):
            with self.subTest(lines):
                empty = checked(part(*lines), family="cookie")
                self.assertIn(words, empty.note)
                self.assertEqual({each.verdict for each in empty.dials}, {Verdict.UNKNOWN})

    def test_a_product_that_says_too_little(self) -> None:
        # Nobody said what else is in it, so its water cannot be found by difference either.
        label = Label(Style.EUROPEAN, energy_kcal=380, protein_g=70)
        item, _ = ingredient_of("own-1", "Keel mystery dust", (), "protein", Pack(label))
        cupboard = CUPBOARD.with_own([item])
        found = checked(part("60 g keel mystery dust", "100 g oat flour", "1 egg"), family="cookie", cupboard=cupboard)
        hydration = dial(found, "hydration")
        self.assertIs(hydration.verdict, Verdict.UNKNOWN)
        self.assertEqual(hydration.reason, "Cannot say: no water figure for Keel mystery dust.")
        self.assertIsNotNone(dial(found, "binder").value)
        # A trace of it does not silence the dials.
        trace = checked(part("2 g keel mystery dust", "100 g oat flour", "1 egg"), family="cookie", cupboard=cupboard)
        self.assertIsNot(dial(trace, "hydration").verdict, Verdict.UNKNOWN)

    def test_rich_doughs_need_less_water(self) -> None:
        lean = dial(checked(part("200 g oat flour", "150 g milk"), family="cookie"), "hydration")
        rich = dial(checked(part("200 g oat flour", "150 g milk", "80 g butter"), family="cookie"), "hydration")
        self.assertLess(rich.low or 0, lean.low or 0)
