"""Formulas that work lie inside their windows, and broken on purpose they are caught by the right dial.

The sets of `tests/judgement` were judged before they were run: ratios and amounts as bakers' handbooks and kitchens'
books give them (from memory), and common practice of high-protein and light baking. Nothing was fitted to the held
half."""

import unittest
from collections.abc import Iterable

from ample_crumb.core.crumb.dials.dial import OUT, Verdict
from tests.judgement.judged import BrokenFormula, WorkingFormula, broken, check_of, working

FALSE_ALARMS = 0.03
CAUGHT = 0.90


def alarms(formulas: Iterable[WorkingFormula]) -> tuple[list[str], int]:
    """What is told against formulas that work, and of how many verdicts."""
    told, verdicts = [], 0
    for formula in formulas:
        for dial in check_of(formula.text, formula.family).dials:
            if dial.verdict is Verdict.UNKNOWN:
                raise AssertionError((formula.name, dial))
            verdicts += dial.verdict is not Verdict.NOT_APPLICABLE
            if dial.verdict in OUT:
                told.append(f"{formula.name}: {dial.name} {dial.verdict}")
    return told, verdicts


def missed(formulas: Iterable[BrokenFormula]) -> tuple[list[str], int]:
    """The breaks that no right dial tells, and of how many."""
    quiet, count = [], 0
    for formula in formulas:
        count += 1
        told = {(dial.name, str(dial.verdict)) for dial in check_of(formula.text, formula.formula.family).off}
        if not told & formula.told_by:
            quiet.append(f"{formula.formula.name}: {formula.change}")
    return quiet, count


class JudgedSets(unittest.TestCase):
    def test_what_works_is_not_told_faults(self) -> None:
        for held in (False, True):
            with self.subTest(held=held):
                told, verdicts = alarms(each for each in working().values() if each.held is held)
                self.assertGreater(verdicts, 350)
                self.assertLessEqual(len(told) / verdicts, FALSE_ALARMS, told)

    def test_what_is_broken_is_caught_by_the_right_dial(self) -> None:
        for held in (False, True):
            with self.subTest(held=held):
                quiet, count = missed(each for each in broken() if each.formula.held is held)
                self.assertGreater(count, 50)
                self.assertGreaterEqual(1 - len(quiet) / count, CAUGHT, quiet)
