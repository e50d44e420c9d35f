"""Targets for 60 formulas, against what a baker would never do: judged before the program was asked.

Written from memory of bakers' handbooks and from common practice by who wrote the code, since no other judges could be
had; `tests/judgement/targets.psv` says both what a baker would do and what never. `docs/reformulation.md` tells what
came of it before and since."""

import unittest
from dataclasses import replace

from ample_crumb.core.formula.formula import Line
from ample_crumb.core.reformulate.search import ReformulationStatus
from tests.judgement.targets_judged import judged_targets


class Judged(unittest.TestCase):
    def test_no_answer_does_what_a_baker_never_would(self) -> None:
        met = 0
        for target in (*judged_targets(), *judged_targets("fresh-targets")):
            found = target.answered()
            met += found.status is ReformulationStatus.MET
            with self.subTest(target.name):
                for answer in found.answers:
                    self.assertEqual(target.broken_by(answer), (), answer.words)
                if target.reachable == "yes":
                    self.assertIs(found.status, ReformulationStatus.MET)
        self.assertGreaterEqual(met, 55)

    def test_the_checker_sees_what_breaks_a_never(self) -> None:
        """The formulas themselves, bent on purpose, are told."""
        target = next(each for each in judged_targets() if each.name == "cocoa squares")
        (answer, *_) = target.answered().answers
        self.assertEqual(target.broken_by(answer), ())
        formula = target.formula()
        bent = tuple(line if "butter" not in line else "10 g butter" for line in target.lines)
        (part,) = formula.parts
        thin = replace(answer, parts=(replace(part, lines=tuple(map(Line, bent))),))
        self.assertIn("fat<7", target.broken_by(thin))
