"""core/swap/alternatives: what may stand in a food's place, and how much of it does the same work."""

import unittest
from dataclasses import replace

from ample_crumb.core.crumb.functional_properties import functional_properties
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.swap.alternatives import (
    MOST_FACTOR,
    MOST_GENERIC,
    WorkingAmount,
    alternatives_of,
    fit_amount,
    working_amount,
)

FOODS = reference_cupboard().ingredients


def mass_g(slug: str, grams: float, other: str) -> float | None:
    amount = working_amount(FOODS[slug], grams, FOODS[other])
    return amount.mass_g if amount else None


def own(name: str, like: str) -> Ingredient:
    return replace(FOODS[like], slug=f"own-{name}", name=name, synonyms=())


class Alternatives(unittest.TestCase):
    def test_own_foods_of_the_role_come_first_and_none_of_another_role(self) -> None:
        cupboard = reference_cupboard().with_own([own("Zest whey", "whey_isolate"), own("Apex whey", "whey_isolate"),
                                                  own("Apex flour", "oat_flour")])  # fmt: skip
        found = alternatives_of(FOODS["whey_isolate"], cupboard)
        self.assertEqual([each.name for each in found[:2]], ["Apex whey", "Zest whey"])
        self.assertEqual({each.role for each in found}, {"protein"})
        self.assertNotIn("whey_isolate", {each.slug for each in found})
        self.assertLessEqual(len(found), 2 + MOST_GENERIC)

    def test_an_archived_or_older_label_is_none_of_them(self) -> None:
        cupboard = reference_cupboard().with_own([], [own("Old whey", "whey_isolate")])
        self.assertNotIn("Old whey", {each.name for each in alternatives_of(FOODS["whey_isolate"], cupboard)})

    def test_the_likest_generic_foods_are_among_them(self) -> None:
        names = {each.slug for each in alternatives_of(FOODS["skyr"], reference_cupboard())}
        self.assertLessEqual({"quark_0", "greek_yogurt_0"}, names)

    def test_what_sets_goes_by_that_whatever_its_role(self) -> None:
        found = alternatives_of(FOODS["gelatine"], reference_cupboard())
        self.assertTrue(found)
        self.assertTrue(all(functional_properties(each).setting_ratio > 0 for each in found))

    def test_a_food_without_a_role_has_none(self) -> None:
        nobody = replace(FOODS["skyr"], slug="own-x", role="")
        self.assertEqual(alternatives_of(nobody, reference_cupboard()), ())


class Amounts(unittest.TestCase):
    def test_as_much_of_what_the_food_is_there_for(self) -> None:
        for slug, grams, other, expected in (
            # Butter has 81 g fat in 100 g, oil all of it (USDA SR28, 01145 and 04044).
            ("butter", 100, "olive_oil", 81),
            ("olive_oil", 81, "butter", 100),
            ("skyr", 250, "quark_0", 250),
            ("egg", 50, "egg_carton", 50),
        ):
            with self.subTest(f"{slug} {other}"):
                self.assertAlmostEqual(mass_g(slug, grams, other) or 0, expected, delta=0.015 * expected)

    def test_protein_is_as_much_protein(self) -> None:
        for other in ("micellar_casein", "soy_protein", "whey_concentrate"):
            with self.subTest(other):
                grams = mass_g("whey_isolate", 60, other) or 0
                ours = 60 * (FOODS["whey_isolate"].per_100g.protein_g or 0)
                self.assertAlmostEqual(grams * (FOODS[other].per_100g.protein_g or 0), ours, delta=0.01 * ours)

    def test_sweeteners_go_far_down_and_not_far_up(self) -> None:
        drops = mass_g("sugar", 100, "sucralose")
        self.assertLess(drops or 1.0, 0.5)
        self.assertIsNone(mass_g("sugar", 100, "maltodextrin"))

    def test_what_does_none_of_the_work_is_no_alternative(self) -> None:
        self.assertIsNone(mass_g("cocoa", 30, "cocoa_butter"))
        self.assertIsNone(mass_g("baking_powder", 10, "yeast_dry"))

    def test_what_is_not_known_goes_by_weight(self) -> None:
        unknown = replace(own("Powder", "cocoa"), per_100g=replace(FOODS["cocoa"].per_100g, water_g=None))
        amount = working_amount(FOODS["vanilla_extract"], 5, FOODS["vanilla_extract"])
        self.assertEqual(amount, WorkingAmount(5, "as much by weight"))
        self.assertIsNotNone(working_amount(FOODS["cocoa"], 30, unknown))

    def test_no_amount_is_more_than_so_many_times_as_much(self) -> None:
        for item in FOODS.values():
            for other in alternatives_of(item, reference_cupboard()):
                amount = working_amount(item, 100, other)
                if amount is not None:
                    self.assertLessEqual(amount.mass_g, 100 * MOST_FACTOR + 5)
                    self.assertGreater(amount.mass_g, 0)


class Fitted(unittest.TestCase):
    def test_it_stays_where_it_puts_nothing_more_out_and_is_asked_once(self) -> None:
        asked: list[float] = []

        def off(grams: float) -> int:
            asked.append(grams)
            return 1

        self.assertEqual(fit_amount(WorkingAmount(100, "as sweet"), off, 1), WorkingAmount(100, "as sweet"))
        self.assertEqual(asked, [100])

    def test_else_it_goes_to_the_nearest_that_works(self) -> None:
        less = fit_amount(WorkingAmount(100, "as sweet"), lambda grams: int(grams > 80), 0)
        self.assertEqual((less.mass_g, less.why), (70, "less of it, so that the dough works"))
        more = fit_amount(WorkingAmount(100, "as sweet"), lambda grams: int(grams < 110), 0)
        self.assertEqual((more.mass_g, more.why), (115, "more of it, so that the dough works"))

    def test_where_nothing_works_it_stays(self) -> None:
        self.assertEqual(fit_amount(WorkingAmount(100, "as sweet"), lambda _: 2, 0), WorkingAmount(100, "as sweet"))


if __name__ == "__main__":
    unittest.main()
