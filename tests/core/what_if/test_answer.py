"""core/what_if/answer: what is said to come of a change is what the changed formula is, worked out by itself."""

import re
import unittest
from dataclasses import replace

from ample_crumb.core.crumb.check import crumb_check
from ample_crumb.core.crumb.dials.dial import OUT
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.what_if.answer import WhatIf, ask_what_if
from ample_crumb.core.what_if.question import UNDERSTOOD, ChangeKind
from tests.core.given import CUPBOARD

LINES = (
    "110 g butter",
    "150 g sugar",
    "2 eggs",
    "200 g wheat flour",
    "180 ml milk",
    "8 g baking powder",
    "2 g salt",
    "60 g walnuts",
)
MUFFIN = FormulaInKitchen(
    (Part("", tuple(map(Line, LINES))),), "muffin", ProductionInputs(Portioning(count=10)), (), CUPBOARD,
    ReadingPreferences(), method="Stir it.\nBake 20 minutes.",
)  # fmt: skip


def by_hand(old: str, *new: str) -> FormulaInKitchen:
    lines = tuple(Line(each) for line in LINES for each in (new if line == old else (line,)))
    return replace(MUFFIN, parts=(Part("", lines),))


def ask(question: str) -> WhatIf:
    return ask_what_if(MUFFIN, question)


class Answers(unittest.TestCase):
    def test_figures_are_those_of_the_formula_changed_by_hand(self) -> None:
        for question, then in (
            ("half the sugar", by_hand("150 g sugar", "75 g sugar")),
            ("10 % more butter", by_hand("110 g butter", "121 g butter")),
            ("30 g less flour", by_hand("200 g wheat flour", "170 g wheat flour")),
            ("without the walnuts", by_hand("60 g walnuts")),
            ("one more egg", by_hand("2 eggs", "3 large eggs")),
            ("20 g more cocoa", by_hand("2 g salt", "2 g salt", "20 g cocoa")),
            ("margarine instead of butter", by_hand("110 g butter", "110 g margarine")),
            ("in 12 pieces", replace(MUFFIN, making=ProductionInputs(Portioning(count=12)))),
        ):
            with self.subTest(question):
                found = ask(question)
                made = then.produced(then.parts)
                kcal, protein = made.piece.nutrients.energy_kcal or 0, made.piece.nutrients.protein_g or 0
                assert found.piece is not None
                self.assertAlmostEqual(found.piece.figures.nutrients.energy_kcal or 0, kcal, delta=0.5)
                self.assertIn(f"{found.piece.figures.nutrients.energy_kcal or 0:.0f} kcal", found.sentence)
                self.assertAlmostEqual(found.piece.figures.nutrients.protein_g or 0, protein, delta=0.05)
                off = {dial.title for dial in crumb_check(then.judged(made.evaluated)).dials if dial.verdict in OUT}
                assert found.check is not None
                self.assertEqual({dial.title for dial in found.check.off}, off)

    def test_time_and_heat_move_the_way_that_bakers_know(self) -> None:
        """Judged beforehand: hotter and smaller is sooner, covered and thicker later."""
        was = MUFFIN.produced(MUFFIN.parts).bake_window
        assert was is not None
        for question, sooner in (
            ("20 degrees hotter", True), ("smaller pieces", True), ("cover it with foil", False),
            ("at 150 C", False), ("larger pieces", False),
        ):  # fmt: skip
            with self.subTest(question):
                found = ask(question)
                assert found.made is not None
                assert found.made.bake_window is not None
                self.assertEqual(found.made.bake_window.from_min < was.from_min, sooner)
                self.assertRegex(found.sentence, r"Look from minute \d+, done by \d+, instead of \d+ to \d+\.")
        middle = (was.from_min + was.until_min) / 2
        late, early, within = ask("20 minutes longer"), ask("15 minutes shorter"), ask("1 minute longer")
        self.assertIn(f"At {middle + 20:.0f} minutes it is past its time", late.sentence)
        self.assertIn("short of its time", early.sentence)
        self.assertIn("still within its time", within.sentence)

    def test_another_tin_says_how_it_stands_there(self) -> None:
        found = ask("in a 20 cm round tin")
        stands = re.search(r"It stands ([\d.]+) cm high there and fills (\d+) % of it", found.sentence)
        assert stands is not None
        assert found.made is not None
        # A cylinder 20 cm across: its height by its volume.
        volume_ml = found.made.bake_yield.in_oven_g / found.made.density_g_per_ml
        self.assertAlmostEqual(float(stands[1]), volume_ml / (3.14159 * 10**2), delta=0.06)

    def test_waiting_changes_no_figure_and_says_what_it_does(self) -> None:
        for question, words in (("rest it 20 minutes", "stand"), ("chill it an hour", "Cold, its fat sets")):
            found = ask(question)
            self.assertIn("A piece stays at", found.sentence)
            self.assertIn(words, found.sentence)
            self.assertEqual(found.formula, MUFFIN)

    def test_a_swap_by_the_catalogue_brings_its_ratio_and_its_steps(self) -> None:
        found = ask("apple sauce for the butter")
        self.assertIs(found.kind, ChangeKind.SWAP)
        # Three quarters at most, 0.75 g to a g: substitution tables of university extension services, from memory.
        self.assertIn("75 % of the butter", found.understood)
        assert found.formula is not None
        sauce = [line.text for part in found.formula.parts for line in part.lines if "apple" in line.text]
        self.assertEqual(sauce, ["62 g apple sauce, unsweetened"])

    def test_what_is_not_understood_says_what_is(self) -> None:
        found = ask("make it sing")
        self.assertIsNone(found.kind)
        for words in UNDERSTOOD:
            self.assertIn(words, found.sentence)

    def test_what_cannot_be_asked_of_it(self) -> None:
        for question, words in (
            ("twice the cocoa", "no line of cocoa"), ("3 fewer eggs", "not so many eggs"), ("at 500 C", "100 to 300"),
            ("500 g more salt", "twenty times"), ("in 900 pieces", "1 to 500"),
            ("zxqv for the butter", "no food called"),
        ):  # fmt: skip
            with self.subTest(question), self.assertRaisesRegex(CannotUse, words):
                ask(question)
        with self.assertRaisesRegex(CannotUse, "not baked in an oven"):
            ask_what_if(replace(MUFFIN, family="no-bake-bite"), "hotter")
