"""core/swap/catalogue: it holds what it names."""

import unittest

from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.swap.catalogue import SAME, catalogue
from tests.core.given import CUPBOARD

GROUPS = {
    "flour", "fat", "sugar", "egg", "cream cheese", "chocolate", "nut butter", "nut", "crust", "cream", "milk", "salt",
    "puree", "protein",
}  # fmt: skip


class Catalogue(unittest.TestCase):
    def test_every_rule_names_foods_that_are_there_and_a_source(self) -> None:
        rules = catalogue().values()
        self.assertGreaterEqual(len(rules), 60)
        self.assertEqual({rule.group for rule in rules}, GROUPS)
        self.assertEqual(len({rule.slug for rule in rules}), len(rules))
        for rule in rules:
            with self.subTest(rule.slug):
                foods = {*rule.sources, *rule.companions, *({rule.target} - {"", SAME})}
                self.assertLessEqual(foods, set(CUPBOARD.ingredients))
                self.assertTrue(rule.effects and rule.source)
                self.assertTrue(0 < rule.most_share <= 1)
                for source in rule.sources:
                    self.assertGreaterEqual(rule.ratio_for(source), 0)
                    self.assertTrue(rule.target != source or rule.ratio != 1, "a swap for itself")

    def test_every_nut_and_nut_butter_that_holds_nuts_has_a_swap_without(self) -> None:
        """However it is roasted, salted or sweetened."""
        known = {source for rule in catalogue().values() for source in rule.sources}
        unswapped = {
            "mixed_nuts", "mixed_nuts_salted", "brazil_nuts", "hazelnut_spread_0",
        }  # fmt: skip
        for slug, item in CUPBOARD.ingredients.items():
            nutty = item.role in ("nut", "nut butter") and {"tree nuts", "peanut"} & set(item.allergens or ())
            if nutty and slug not in unswapped:
                with self.subTest(slug):
                    self.assertIn(slug, known)

    def test_every_sweetener_that_stands_in_for_sugar_is_as_sweet(self) -> None:
        for rule in catalogue().values():
            if rule.ratio is None:
                for source in rule.sources:
                    sweet = sweeteners()[source].sweetness_ratio / sweeteners()[rule.target].sweetness_ratio
                    self.assertAlmostEqual(rule.ratio_for(source), sweet)
