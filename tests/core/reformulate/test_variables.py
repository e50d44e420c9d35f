"""What a solver may change."""

import unittest
from dataclasses import replace

from ample_crumb.core.reformulate.variables import is_kept_out
from tests.core.given import CUPBOARD


class Bans(unittest.TestCase):
    def test_a_food_a_kind_of_food_and_a_trace_of_one_are_kept_out(self) -> None:
        oats = CUPBOARD.ingredients["oat_flour"]
        warns = replace(oats, traces=("peanuts",))
        for ban in ("oat_flour", "peanuts", *(oats.allergens or ())):
            self.assertTrue(is_kept_out(warns, frozenset({ban})), ban)
        self.assertFalse(is_kept_out(oats, frozenset({"peanuts"})))
        self.assertFalse(is_kept_out(warns, frozenset()))
