"""core/production/contradictions: texts that go against themselves, and texts that only seem to; judged by reading."""

import unittest

from ample_crumb.core.production.contradictions import Contradiction, contradictions_of
from tests.core.given import evaluated, evaluated_parts, part

DOUGH = ("200 g oats", "2 eggs", "100 g honey")


def found(*lines: str, text: str = "", pieces: float = 12) -> tuple[Contradiction, ...]:
    return contradictions_of(evaluated(*(lines or DOUGH), pieces=pieces), text)


class AgainstItself(unittest.TestCase):
    def test_a_line_that_stands_twice(self) -> None:
        (one,) = found("200 g oats", "100 g sugar", "100 g sugar")
        self.assertEqual(one.text, "“100 g sugar” stands twice.")
        self.assertEqual([settlement.without_line for settlement in one.settlements], ["line-3"])

    def test_two_heats(self) -> None:
        (one,) = found(text="Preheat the oven to 180 °C.\nMix.\nBake at 160 °C for 20 minutes.")
        self.assertEqual([settlement.oven_c for settlement in one.settlements], [180, 160])
        # Both may stand in one row.
        self.assertEqual(len(found(text="Preheat the oven to 180 C. Bake at 160 C for 25 minutes.")), 1)

    def test_two_times(self) -> None:
        (one,) = found(text="Cook time: 45 minutes\nBake for 20 to 25 minutes.")
        self.assertEqual(one.text, "The text bakes 45 minutes and 20 to 25 minutes.")

    def test_a_count_that_its_scoop_cannot_make(self) -> None:
        # 400 g of dough; 60 ml of it weigh 66 g: six scoops.
        (one,) = found(text="Portion with a 60 ml scoop.", pieces=40)
        self.assertEqual([settlement.piece_count for settlement in one.settlements], [6])
        # 400 g in balls of 40 g are ten.
        (other,) = found(text="Roll into 40 g balls.", pieces=24)
        self.assertEqual([settlement.piece_count for settlement in other.settlements], [10])

    def test_leavening_twice(self) -> None:
        (one,) = found("200 g self-raising flour", "1 tbsp baking powder", "2 eggs")
        self.assertEqual([settlement.without_line for settlement in one.settlements], ["line-2"])
        (other,) = found("200 g flour", "2 tsp baking powder", "100 g sugar", "1 tbsp baking powder")
        self.assertEqual(len(other.settlements), 2)


class OnlySeems(unittest.TestCase):
    def test_texts_that_hold_together(self) -> None:
        for text in (
            "Preheat the oven to 350 °F (175 °C).\nBake at 175 °C for 20 minutes.",
            "Preheat the oven to 350 °F.\nBake at 180 °C for 20 minutes.",
            "Heat the oven to 200 °C, fan 180 °C.\nBake at 180 °C fan for 20 minutes.",
            "Bake at 200 °C for 10 minutes, then reduce to 160 °C and bake another 30 minutes.",
            "Bake the crust 10 minutes at 190 °C.\nFill and bake 35 minutes at 160 °C.",
            "Cook time: 20 minutes\nBake for 18 to 22 minutes.",
            "Roll into 30 g balls.", "Portion with a #40 scoop.", "Bake 12 minutes. Microwave 2 minutes.",
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(found(text=text), ())

    def test_one_food_for_two_parts_is_two_lines(self) -> None:
        both = evaluated_parts(part("200 g oats", "50 g sugar"), part("100 g quark", "50 g sugar", name="Topping"))
        self.assertEqual(contradictions_of(both, ""), ())

    def test_a_little_baking_powder_helps_self_raising_flour(self) -> None:
        self.assertEqual(found("275 g self-raising flour", "2 level tsp baking powder"), ())

    def test_any_rows_are_read_to_their_end(self) -> None:
        self.assertEqual(found(text="scoop " * 3000), ())
