"""core/crumb/mouth: how a change is felt, in one sentence, and how sure that is."""

import unittest

from ample_crumb.core.crumb.check import JudgedDough, judge_dough
from ample_crumb.core.crumb.mouthfeel import Mouth, Sureness, compare_mouthfeel
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from tests.core.given import CUPBOARD

BROWNIE = (
    "120 g butter",
    "220 g sugar",
    "2 eggs",
    "90 g wheat flour",
    "50 g cocoa",
    "2 g salt",
    "100 g dark chocolate",
)


def dough(*lines: str, family: str = "brownie") -> JudgedDough:
    part = Part("", tuple(map(Line, lines)))
    return judge_dough(evaluate((part,), 12, CUPBOARD, ReadingPreferences()), family, CUPBOARD)


def felt(old: str, *new: str, lines: tuple[str, ...] = BROWNIE, family: str = "brownie") -> Mouth:
    then = [each for line in lines for each in (new if line == old else (line,))]
    return compare_mouthfeel(dough(*lines, family=family), dough(*then, family=family))


def text(old: str, *new: str) -> str:
    return felt(old, *new).text.casefold()


class Felt(unittest.TestCase):
    def test_nothing_changed_is_as_it_was(self) -> None:
        same = felt("", lines=BROWNIE)
        self.assertTrue(same.text.startswith("As "))
        self.assertTrue(same.text.endswith(" as it was."))
        self.assertEqual((same.sure, same.why), (Sureness.LIKELY, "Close to what is known to work."))

    def test_directions_a_baker_knows(self) -> None:
        """Judged beforehand: flour makes it cakey, butter fudgy, less sugar is less sweet."""
        self.assertIn("cakier", text("90 g wheat flour", "150 g wheat flour"))
        self.assertIn("fudgier", text("120 g butter", "190 g butter"))
        self.assertIn("less sweet", text("220 g sugar", "120 g sugar"))
        self.assertIn("sweeter", text("220 g sugar", "300 g sugar"))

    def test_what_sweetens_and_what_is_powder_leave_something(self) -> None:
        cold = felt("220 g sugar", "100 g sugar", "180 g erythritol")
        self.assertIn("erythritol cools the tongue", cold.text)
        mint = (*BROWNIE, "2 g peppermint extract")
        hidden = felt("220 g sugar", "100 g sugar", "180 g erythritol", lines=mint)
        self.assertNotIn("cools", hidden.text)
        self.assertIn("aftertaste", felt("220 g sugar", "0.9 g stevia extract").text)
        self.assertIn("springier bite from the whey", felt("90 g wheat flour", "60 g wheat flour", "45 g whey").text)

    def test_spread_is_a_clause_of_its_own(self) -> None:
        lines = ("120 g butter", "150 g sugar", "1 egg", "220 g wheat flour", "2 g salt")
        said = felt("150 g sugar", "90 g sugar", lines=lines, family="cookie").text
        self.assertRegex(said, r"; it spreads (a touch )?less")

    def test_how_sure(self) -> None:
        far = felt("90 g wheat flour", "260 g wheat flour")
        self.assertIs(far.sure, Sureness.BOLD)
        self.assertTrue(far.why.endswith("Bake a quarter of it first."))
        many = felt("50 g cocoa", "48 g cocoa", "5 g matcha", "5 g poppy seeds", "5 g cinnamon")
        self.assertEqual(many.why, "Least sure of: 3 new things at once. Bake a quarter of it first.")
