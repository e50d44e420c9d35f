"""core/formula/alerts: who must not get it, and what is not known."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.product import ProductDeclaration
from ample_crumb.core.formula.allergens import AllergenNames
from ample_crumb.core.formula.eater_alerts import (
    ASKABLE,
    HAZARDS_OF_SOME_AGE,
    AgeBand,
    AlertLevel,
    DietaryProfile,
    diet_alerts,
)
from tests.core.formula.test_allergens import contents, with_product

LINES = ("100 g Plain Mill powder", "30 g oats")


class Alerts(unittest.TestCase):
    def levels(self, contains: ProductDeclaration, *avoids: str) -> dict[str, str]:
        brief = contents(*LINES, cupboard=with_product(contains)).names()
        return {alert.about: alert.level for alert in diet_alerts(brief, [DietaryProfile("Guest", avoids)])}

    def test_contained_warned_of_and_not_known_are_told_apart(self) -> None:
        told = ProductDeclaration(("milk",), traces=("peanut",), vegan=False, vegetarian=True, added_sugar=False)
        self.assertEqual(
            self.levels(told, "milk", "peanut", "egg", "gluten", "vegan", "vegetarian"),
            {
                "milk": AlertLevel.CONTAINS,
                "gluten": AlertLevel.CONTAINS,
                "vegan": AlertLevel.CONTAINS,
                "peanut": AlertLevel.MAY_CONTAIN,
            },
        )
        untold = self.levels(ProductDeclaration(None), "milk", "gluten", "vegetarian")
        self.assertEqual(
            untold, {"gluten": AlertLevel.CONTAINS, "milk": AlertLevel.UNKNOWN, "vegetarian": AlertLevel.UNKNOWN}
        )

    def test_a_trace_of_what_is_in_it_anyway_is_not_said_twice(self) -> None:
        found = contents(*LINES, cupboard=with_product(ProductDeclaration(("milk",), traces=("gluten", "soy"))))
        self.assertEqual([(each.name, each.lines) for each in found.may_contain], [("soy", LINES[:1])])

    def test_an_unread_line_leaves_every_allergen_open(self) -> None:
        brief = contents("100 g oats", "1 tbsp elderflower dust").names()
        (alert,) = diet_alerts(brief, [DietaryProfile("Guest", ("peanut",))])
        self.assertEqual(alert.level, AlertLevel.UNKNOWN)

    @given(st.sets(st.sampled_from(ASKABLE)), st.sets(st.sampled_from(ASKABLE)), st.booleans())
    def test_silence_means_that_it_is_known_to_be_free_of_it(
        self, contained: set[str], avoided: set[str], told: bool
    ) -> None:
        brief = AllergenNames(contains=tuple(contained), diets_broken=tuple(contained), diets_kept=(), complete=told)
        raised = {alert.about for alert in diet_alerts(brief, [DietaryProfile("Guest", tuple(avoided))])}
        silent = avoided - raised
        self.assertTrue(silent.isdisjoint(contained))
        self.assertTrue(told or not silent)


class Ages(unittest.TestCase):
    def test_what_an_age_must_not_get(self) -> None:
        brief = AllergenNames(hazards=("honey", "choking", "caffeine"))
        for age, raised in (
            (AgeBand.UNDER_ONE, ["honey", "whole nuts, seeds or firm bites", "caffeine"]),
            (AgeBand.ONE_TO_FOUR, ["whole nuts, seeds or firm bites", "caffeine"]),
            (AgeBand.FIVE_TO_ELEVEN, ["caffeine"]),
            (AgeBand.GROWN, []),
        ):
            with self.subTest(age):
                alerts = diet_alerts(brief, [DietaryProfile("Child", (), age)])
                self.assertEqual([alert.about for alert in alerts], raised)
                self.assertTrue(all(alert.level is AlertLevel.CONTAINS for alert in alerts))

    def test_every_hazard_of_an_age_is_one_that_is_looked_for(self) -> None:
        names = {"honey", "choking", "raw egg", "raw flour", "caffeine", "alcohol", "sugar alcohols"}
        self.assertEqual(HAZARDS_OF_SOME_AGE, names)
