"""core/quantity/used: a part of what was made is what counts."""

import unittest

from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.uncertainty.propagation import propagate
from tests.core.given import CUPBOARD, read, weighed


def grams(text: str) -> float | None:
    line = read(text)
    return round(line.weighed.mass_g, 2) if line.weighed else None


class Used(unittest.TestCase):
    def test_what_is_used_counts_and_what_is_left_does_not(self) -> None:
        for said, want in (
            ("half used", 50),
            ("(half used)", 50),
            ("60 % used", 60),
            ("used 30 g of it", 30),
            ("a third left over", 66.67),
            ("25 g left over", 75),
            ("1/4 used", 25),
            ("all used", 100),
        ):
            with self.subTest(said):
                line = read(f"100 g icing sugar, {said}")
                self.assertEqual((grams(line.text), weighed(line.text).prepared_g, line.problem), (want, 100, ""))
                self.assertEqual(line.ingredient and line.ingredient.slug, "icing_sugar")

    def test_more_than_there_is_and_nothing_are_said_in_words(self) -> None:
        self.assertIn("more than the 100 g", read("100 g icing sugar, used 300 g of it").problem)
        self.assertIn("Nothing of it", read("100 g icing sugar, none used").problem)

    def test_a_part_judged_by_eye_is_doubtful_and_a_weighed_one_is_not(self) -> None:
        def sd(text: str) -> float:
            evaluated = evaluate((Part("", (Line(text),)),), 1, CUPBOARD, ReadingPreferences())
            return propagate(evaluated, CUPBOARD).lines[0].mass_sd_g

        self.assertGreater(sd("200 g icing sugar, half used"), 15)
        self.assertLess(sd("200 g icing sugar, used 100 g of it"), 2)
        self.assertLess(sd("1 cup icing sugar, used 50 g of it"), 2)
