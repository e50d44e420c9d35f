"""core/formula/alerts, cost and contents: who must not get it, what it costs, what packs warn of."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.product import Contains
from ample_crumb.core.formula.alerts import ASKABLE, Guest, Level, alarms_of
from ample_crumb.core.formula.allergens import Brief
from ample_crumb.core.formula.cost import cost_of
from tests.core.test_contents import contents, with_product, worked

LINES = ("100 g Plain Mill powder", "30 g oats")


class Alarms(unittest.TestCase):
    def levels(self, contains: Contains, *avoids: str) -> dict[str, str]:
        brief = contents(*LINES, cupboard=with_product(contains)).brief()
        return {alarm.about: alarm.level for alarm in alarms_of(brief, [Guest("Guest", avoids)])}

    def test_contained_warned_of_and_not_known_are_told_apart(self) -> None:
        told = Contains(("milk",), traces=("peanut",), vegan=False, vegetarian=True, added_sugar=False)
        self.assertEqual(
            self.levels(told, "milk", "peanut", "egg", "gluten", "vegan", "vegetarian"),
            {
                "milk": Level.CONTAINS,
                "gluten": Level.CONTAINS,
                "vegan": Level.CONTAINS,
                "peanut": Level.MAY_CONTAIN,
            },
        )
        untold = self.levels(Contains(None), "milk", "gluten", "vegetarian")
        self.assertEqual(untold, {"gluten": Level.CONTAINS, "milk": Level.UNKNOWN, "vegetarian": Level.UNKNOWN})

    def test_a_trace_of_what_is_in_it_anyway_is_not_said_twice(self) -> None:
        found = contents(*LINES, cupboard=with_product(Contains(("milk",), traces=("gluten", "soy"))))
        self.assertEqual([(each.name, each.lines) for each in found.may_contain], [("soy", LINES[:1])])

    def test_an_unread_line_leaves_every_allergen_open(self) -> None:
        brief = contents("100 g oats", "1 tbsp elderflower dust").brief()
        (alarm,) = alarms_of(brief, [Guest("Guest", ("peanut",))])
        self.assertEqual(alarm.level, Level.UNKNOWN)

    @given(st.sets(st.sampled_from(ASKABLE)), st.sets(st.sampled_from(ASKABLE)), st.booleans())
    def test_silence_means_that_it_is_known_to_be_free_of_it(
        self, contained: set[str], avoided: set[str], told: bool
    ) -> None:
        brief = Brief(contains=tuple(contained), breaks=tuple(contained), keeps=(), told=told)
        raised = {alarm.about for alarm in alarms_of(brief, [Guest("Guest", tuple(avoided))])}
        silent = avoided - raised
        self.assertTrue(silent.isdisjoint(contained))
        self.assertTrue(told or not silent)


class Cost(unittest.TestCase):
    def test_it_is_complete_only_where_every_line_has_a_price(self) -> None:
        batch = worked("200 g oats", "100 g skyr", "300 ml water")
        whole = cost_of(batch, {"rolled_oats": 0.0024, "skyr": 0.0042})
        assert whole is not None
        self.assertAlmostEqual(whole.batch, 0.48 + 0.42)
        self.assertEqual((whole.unpriced, whole.at_least), ((), False))
        part = cost_of(batch, {"rolled_oats": 0.0024})
        assert part is not None
        self.assertEqual((part.unpriced, part.at_least), (("100 g skyr",), True))
        self.assertIsNone(cost_of(batch, {}))

    def test_a_line_that_cannot_be_read_makes_it_a_lower_limit(self) -> None:
        cost = cost_of(worked("200 g oats", "1 tbsp elderflower dust"), {"rolled_oats": 0.0024})
        assert cost is not None
        self.assertTrue(cost.at_least)

    def test_what_is_left_over_costs_nothing(self) -> None:
        cost = cost_of(worked("200 g oats, half used"), {"rolled_oats": 0.01})
        assert cost is not None
        self.assertAlmostEqual(cost.batch, 1)
