"""core/formula/difference: what differs between two states, in words."""

import unittest

from ample_crumb.core.formula.difference import FormulaState, difference
from tests.core.given import evaluated


def words(was: tuple[str, ...], now: tuple[str, ...]) -> tuple[str, ...]:
    return difference(FormulaState(evaluated(*was), 12, "", ""), FormulaState(evaluated(*now), 12, "", ""))


class Differences(unittest.TestCase):
    def test_in_the_words_of_a_baker(self) -> None:
        for was, now, said in (
            (("250 g butter",), ("125 g butter",), ("butter, unsalted: 250 → 125 g",)),
            (("1 cup sugar",), ("200 g sugar",), ("1 cup sugar → 200 g sugar",)),
            (("2 eggs", "100 g flour"), ("100 g flour", "2 eggs"), ()),
            (("100 g flour",), ("100 g oat flour",), ("+ 100 g oat flour", "− 100 g flour")),
            (("a rumour of salt",), ("", "a rumour of salt"), ()),
        ):
            with self.subTest(now=now):
                self.assertEqual(words(was, now), said)

    def test_of_the_formula_as_a_whole(self) -> None:
        was = FormulaState(evaluated("2 eggs"), 12, "cake", "Beat.\nBake.")
        now = FormulaState(evaluated("2 eggs", name="Filling"), 10, "loaf", "Beat.\nBake long.")
        said = difference(was, now)
        self.assertIn("with a part “Filling”: 2 eggs", said)
        self.assertLessEqual({"makes 10, not 12", "is a loaf, not a cake", "the method differs in 1 step"}, set(said))
        self.assertEqual(difference(was, was), ())
