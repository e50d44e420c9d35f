"""core/formula/steps: links, times and heat of a method, and what it forgets."""

import unittest

from ample_crumb.core.formula.steps import checks_of, link_names, steps_of
from tests.core.given import CUPBOARD, evaluated


class Steps(unittest.TestCase):
    def test_links_follow_the_lines(self) -> None:
        of = evaluated("125 g butter, soft", "2 large eggs", "60 g vanilla whey")
        (step,) = steps_of("Beat {butter} and {eggs} into {flour}.", of)
        self.assertEqual(
            [text.text for text in step.texts if text.line_id is not None], ["125 g butter", "2 large eggs"]
        )
        self.assertEqual([text.problem for text in step.texts if text.problem], ["No line is called “flour”."])
        once = link_names("Beat butter, add the eggs, then more butter.", of)
        self.assertEqual(once, "Beat {butter}, add the {eggs}, then more butter.")
        self.assertEqual(link_names(once, of), once)

    def test_times_and_heat_as_they_are_written(self) -> None:
        for text, low, high, celsius in (
            ("Bake 20 to 25 minutes at 350 °F.", 20, 25, 177),
            ("Blend for 30 seconds, rest 5 min", 5.5, 5.5, None),
            ("Chill overnight", 480, 480, None),
            ("Leave it for 1½–2 hours", 90, 120, None),
            ("Gas mark 4, 1 hour", 60, 60, 177),
            ("Bake at 175 degrees C for half an hour", 30, 30, 175),
            ("Fold in.", None, None, None),
        ):
            with self.subTest(text):
                (step,) = steps_of(text, evaluated("2 eggs"))
                self.assertEqual((step.low_min, step.high_min), (low, high))
                self.assertEqual(step.oven_c, celsius)

    def test_what_a_method_forgets(self) -> None:
        of = evaluated("100 g flour", "1 tsp baking powder", "100 g butter, melted", "80 g chocolate chips")
        method = "Melt the butter.\nMix all, fold in chips.\nBake."
        forgotten = [each.sentence for each in checks_of(method, of, CUPBOARD) if each.step is None]
        self.assertTrue(any("cool before chocolate" in each for each in forgotten))
        self.assertTrue(any("oven is hot" in each for each in forgotten))
        better = "Melt the butter, let it cool.\nWhisk flour and baking powder.\nHeat the oven, line a tin.\nBake."
        self.assertFalse(
            any("chocolate" in each.sentence for each in checks_of(better, of, CUPBOARD) if each.step is None)
        )
        self.assertEqual(checks_of("", of, CUPBOARD), ())

    def test_steps_that_came_with_numbers_are_numbered_once(self) -> None:
        of = evaluated("100 g flour", "2 eggs")
        for method in (
            "1. Mix.\n2) Bake 20 min.",
            "Steps:\nStep 1: Mix.\nStep 2: Bake 20 min.",
            "1\nMix.\n2\nBake 20 min.",
        ):
            with self.subTest(method):
                texts = ["".join(text.text for text in step.texts) for step in steps_of(method, of)]
                self.assertEqual(texts, ["Mix.", "Bake 20 min."])
                oven = next(each for each in checks_of(method, of, CUPBOARD) if "oven is hot" in each.sentence)
                self.assertIsNone(oven.step)
        (step,) = steps_of("2 eggs go in first.", of)
        self.assertEqual(step.texts[0].text, "2 eggs go in first.")
