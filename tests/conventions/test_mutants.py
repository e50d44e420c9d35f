"""The list of mutants: each names one place of the core that is there, and tests that are."""

import unittest

from launch.install import ROOT
from tests.mutants import MUTANTS


class Mutants(unittest.TestCase):
    def test_each_mutant_can_be_made(self) -> None:
        for mutant in MUTANTS:
            with self.subTest(mutant.name):
                self.assertEqual((ROOT / mutant.path).read_text().count(mutant.was), 1)
                missing = [test for test in mutant.tests if not (ROOT / f"tests/{test.replace('.', '/')}.py").exists()]
                self.assertEqual(missing, [])
