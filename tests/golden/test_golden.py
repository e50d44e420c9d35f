"""Nothing that was given before is given otherwise now, unless the golden figures were taken anew on purpose."""

import json
import unittest

from tests.golden import golden
from tests.golden.demo import demo_figures
from tests.golden.figures import golden_figures
from tests.golden.formulas import all_formulas


class Golden(unittest.TestCase):
    def test_figures_of_published_and_generated_formulas(self) -> None:
        figures = golden.read()
        formulas = list(all_formulas())
        self.assertGreaterEqual(len(formulas), 118)
        for formula in formulas:
            with self.subTest(formula.name):
                now = golden.plain(golden_figures(formula))
                self.assertEqual(list(golden.differences(figures[formula.name], now)), [])

    def test_figures_of_the_demo_kitchen(self) -> None:
        figures = {name: each for name, each in golden.read().items() if name.startswith("demo: ")}
        self.assertGreaterEqual(len(figures), 12)
        self.assertEqual(list(golden.differences(figures, golden.plain(demo_figures()))), [])

    def test_each_answer_of_the_optimiser_holds_what_it_says(self) -> None:
        answers = 0
        for name, figures in golden.read().items():
            reformulated = figures.get("reformulated", {})
            for answer in reformulated.get("answers", []):
                with self.subTest(name):
                    self.assertTrue(answer["as_said"])
                    self.assertTrue(answer["crumb_kept"] or reformulated["status"] == "nearest")
                    self.assertTrue(answer["met"] or reformulated["status"] == "nearest")
                    answers += 1
        self.assertGreater(answers, 12)

    def test_other_figures_have_another_number(self) -> None:
        """Figures that kitchens keep are worked out anew when their rules have a higher number."""
        self.assertEqual(json.loads(golden.RULES.read_text("utf-8")), golden.rules())

    def test_what_differs_is_said(self) -> None:
        # A comparison that could not fail would guard nothing.
        self.assertEqual(list(golden.differences({"a": [1.0]}, {"a": [1.0 + 2e-9]})), ["/a/0: 1.0 -> 1.000000002"])
        self.assertEqual(list(golden.differences({"objective": 1.0}, {"objective": 1.0 + 5e-7})), [])
        self.assertEqual(list(golden.differences([1.0], [1.0, 2.0])), [": [1.0] -> [1.0, 2.0]"])
        self.assertEqual(list(golden.differences({"a": None}, {})), ["/a: only before"])
        self.assertEqual(list(golden.differences("fits", "low")), [": 'fits' -> 'low'"])
