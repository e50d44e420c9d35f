"""core/formula/allergens: allergens and diets with the lines that bring or break them."""

import unittest

from ample_crumb.core.food.cupboard import Cupboard
from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.product import Pack, ProductDeclaration, ingredient_of
from ample_crumb.core.formula.allergens import Allergens, allergens_of
from ample_crumb.core.formula.claims import claims_of
from tests.core.given import CUPBOARD, evaluated


def contents(*lines: str, cupboard: Cupboard = CUPBOARD) -> Allergens:
    return allergens_of(evaluated(*lines, cupboard=cupboard), cupboard)


def with_product(contains: ProductDeclaration) -> Cupboard:
    label = Label(Style.EUROPEAN, energy_kcal=376, fat_g=4, carbohydrate_g=5, protein_g=80)
    product, _ = ingredient_of("own-1", "Plain Mill powder", (), "protein powder", Pack(label, contains=contains))
    return CUPBOARD.with_own([product], [])


class WhatIsInIt(unittest.TestCase):
    def test_each_culprit_is_named(self) -> None:
        found = contents("100 g almond flour", "2 eggs", "1/2 cup chocolate chips", "1 tbsp honey", "50 g oats")
        self.assertEqual(
            {each.name: each.lines for each in found.contains},
            {
                "gluten": ("50 g oats",),
                "egg": ("2 eggs",),
                "soy": ("1/2 cup chocolate chips",),
                "milk": ("1/2 cup chocolate chips",),
                "tree nuts": ("100 g almond flour",),
            },
        )
        breaks = {each.name: each.lines for each in found.diets_broken}
        self.assertEqual(breaks["dairy-free"], ("1/2 cup chocolate chips",))
        self.assertEqual(breaks["vegan"], ("2 eggs", "1/2 cup chocolate chips", "1 tbsp honey"))
        self.assertEqual(breaks["no added sugar"], ("1/2 cup chocolate chips", "1 tbsp honey"))
        self.assertEqual(found.diets_kept, ("vegetarian",))
        self.assertEqual(found.unknown_lines, ())

    def test_what_is_not_decided_depends(self) -> None:
        found = contents("100 g oats", "50 g butter or coconut oil", "30 g almonds or peanuts")
        self.assertEqual(
            {each.name: each.lines for each in found.depends_on},
            {
                "peanut": ("30 g almonds or peanuts",),
                "milk": ("50 g butter or coconut oil",),
                "tree nuts": ("30 g almonds or peanuts",),
            },
        )
        self.assertNotIn("vegan", found.diets_kept)
        self.assertIn("peanut", found.names().may_contain)
        # Milk that another line brings does not depend on anything.
        sure = contents("100 g skyr", "50 g butter or coconut oil")
        self.assertEqual((sure.depends_on, [each.name for each in sure.contains]), ((), ["milk"]))
        # What each of them has does not either.
        self.assertEqual(contents("30 g almonds or walnuts").depends_on, ())

    def test_the_dairy_free_chips_keep_it_dairy_free(self) -> None:
        found = contents("100 g oat flour", "1/2 cup dairy-free chocolate chips")
        self.assertIn("dairy-free", found.diets_kept)
        self.assertIn("vegan", found.diets_kept)

    def test_wheat_is_gluten_but_gluten_is_not_wheat(self) -> None:
        self.assertEqual([each.name for each in contents("100 g flour").contains], ["gluten", "wheat"])
        self.assertEqual([each.name for each in contents("100 g oats").contains], ["gluten"])

    def test_what_is_recognised_counts_without_an_amount_and_what_is_not_is_unknown(self) -> None:
        found = contents("peanuts", "1 tbsp unicorn dust", "100 g skyr", "")
        self.assertEqual(found.unknown_lines, ("1 tbsp unicorn dust",))
        self.assertEqual([each.name for each in found.contains], ["peanut", "milk"])
        self.assertEqual(found.diets_kept, ())

    def test_what_nobody_said_of_a_product_is_neither_broken_nor_kept(self) -> None:
        lines = ("100 g Plain Mill powder", "100 g oats")
        unsaid = with_product(ProductDeclaration(None, vegan=True, vegetarian=True, added_sugar=False))
        found = contents(*lines, cupboard=unsaid)
        self.assertEqual(found.unknown_lines, ("100 g Plain Mill powder",))
        self.assertEqual(found.diets_kept, ("vegan", "vegetarian", "no added sugar"))
        said = with_product(ProductDeclaration(("milk",), vegan=False, vegetarian=True, added_sugar=False))
        self.assertIn("nut-free", contents(*lines, cupboard=said).diets_kept)

    def test_no_added_sugars_is_claimed_only_when_every_line_says_so(self) -> None:
        lines = ("100 g Plain Mill powder", "100 g oats")
        for sugar, holds in ((None, False), (True, False), (False, True)):
            with self.subTest(sugar=sugar):
                cupboard = with_product(ProductDeclaration(("milk",), vegan=False, vegetarian=True, added_sugar=sugar))
                found = contents(*lines, cupboard=cupboard)
                claims = claims_of(evaluated(*lines, cupboard=cupboard), found, "cookie", cupboard)
                for rules in (claims.eu, claims.us):
                    self.assertEqual(
                        [rule.claim.holds for rule in rules if rule.claim.name == "no added sugars"], [holds]
                    )
