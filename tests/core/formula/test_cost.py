"""core/formula/cost: what a formula costs, and what of it has no price."""

import unittest

from ample_crumb.core.formula.cost import cost_of
from tests.core.given import evaluated


class Cost(unittest.TestCase):
    def test_it_is_complete_only_where_every_line_has_a_price(self) -> None:
        batch = evaluated("200 g oats", "100 g skyr", "300 ml water")
        whole = cost_of(batch, {"rolled_oats": 0.0024, "skyr": 0.0042})
        assert whole is not None
        self.assertAlmostEqual(whole.batch_cost, 0.48 + 0.42)
        self.assertEqual((whole.unpriced, whole.at_least), ((), False))
        part = cost_of(batch, {"rolled_oats": 0.0024})
        assert part is not None
        self.assertEqual((part.unpriced, part.at_least), (("100 g skyr",), True))
        self.assertIsNone(cost_of(batch, {}))

    def test_a_line_that_cannot_be_read_makes_it_a_lower_limit(self) -> None:
        cost = cost_of(evaluated("200 g oats", "1 tbsp elderflower dust"), {"rolled_oats": 0.0024})
        assert cost is not None
        self.assertTrue(cost.at_least)

    def test_a_lower_limit_of_nothing_is_not_told(self) -> None:
        batch = evaluated("200 g oats", "3 g salt")
        self.assertIsNone(cost_of(batch, {"salt": 0.0009}))
        self.assertIsNotNone(cost_of(evaluated("3 g salt"), {"salt": 0.0009}), "known whole, it is what it costs")

    def test_what_is_left_over_costs_nothing(self) -> None:
        cost = cost_of(evaluated("200 g oats, half used"), {"rolled_oats": 0.01})
        assert cost is not None
        self.assertAlmostEqual(cost.batch_cost, 1)
