"""What is needed, less what is at home."""

import unittest

from ample_crumb.core.formula.formula import PartOptions
from ample_crumb.core.shopping.packs import Packs
from ample_crumb.core.shopping.shopping_list import Stocked, Wanted, needs_of, shopping_list
from tests.core.given import evaluated, evaluated_parts, part


class Needs(unittest.TestCase):
    def test_one_food_of_two_formulas_is_one_need(self) -> None:
        loaf, rounds = evaluated("200 g skyr", "60 g sugar"), evaluated("100 g skyr")
        needs = needs_of([Wanted("loaf", loaf), Wanted("rounds", rounds, 2)])
        self.assertEqual(
            [(need.food, need.need_g, need.wanted_for) for need in needs],
            [("skyr", 400, ("loaf", "rounds")), ("sugar", 60, ("loaf",))],
        )

    def test_water_is_not_bought_and_what_is_unread_asks_for_nothing(self) -> None:
        self.assertEqual(needs_of([Wanted("x", evaluated("200 g water", "3 g flurble"))]), ())

    def test_all_of_a_part_is_bought_though_half_of_it_is_used(self) -> None:
        half = evaluated_parts(part("100 g plums", name="Topping", options=PartOptions(used_share=0.5)))
        self.assertEqual([need.need_g for need in needs_of([Wanted("slice", half)])], [100])

    def test_a_food_is_optional_while_nothing_else_asks_for_it(self) -> None:
        once, twice = evaluated("10 g walnuts, optional"), evaluated("10 g walnuts, optional", "20 g walnuts")
        self.assertTrue(needs_of([Wanted("x", once)])[0].optional)
        self.assertFalse(needs_of([Wanted("x", twice)])[0].optional)


class AList(unittest.TestCase):
    NEEDS = needs_of([Wanted("loaf", evaluated("200 g skyr", "60 g sugar", "10 g baking powder"))])

    def test_grams_at_home_count_and_words_say_all_or_nothing(self) -> None:
        items = shopping_list(self.NEEDS, {"skyr": 50.0, "sugar": Stocked.HAVE, "baking_powder": Stocked.LOW}, {})
        self.assertEqual([(item.have_g, item.missing_g) for item in items], [(50, 150), (60, 0), (0, 10)])

    def test_whole_packs_and_what_is_left_of_all(self) -> None:
        skyr, sugar, _ = shopping_list(self.NEEDS, {"skyr": 50.0, "sugar": 100.0}, {"skyr": [450, 160]})
        self.assertEqual((skyr.packs, skyr.left_g), ((Packs(160, 1),), 10))
        self.assertEqual((sugar.packs, sugar.left_g), ((), 40))

    def test_where_no_pack_is_known_just_what_is_missing_is_bought(self) -> None:
        self.assertEqual([(item.bought_g, item.left_g) for item in shopping_list(self.NEEDS, {}, {})],
                         [(200, 0), (60, 0), (10, 0)])  # fmt: skip
