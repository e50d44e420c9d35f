"""Limits of nutrition claims as the regulations print them, both sides of each, and the allergen lists by number.

Regulation (EC) 1924/2006 Annex; Regulation (EU) 1169/2011 Annex II and III; 21 CFR 101.54, 101.60, 101.61, 101.62;
section 201(qq) of the Federal Food, Drug, and Cosmetic Act.
"""

import unittest
from dataclasses import replace

from ample_crumb.core.food.allergens import EU, US
from ample_crumb.core.food.claims.claim import Claim, ClassicFigures
from ample_crumb.core.food.claims.eu import eu_claims
from ample_crumb.core.food.claims.us import us_claims
from ample_crumb.core.food.mandatory_notices import needs_laxative_notice, us_disclosures, us_fibre_notice
from ample_crumb.core.food.nutrients import Figures, Nutrients


def food(mass_g: float = 100, **of: float) -> Figures:
    plain = {
        "energy_kcal": 200.0, "protein_g": 0.0, "fat_g": 10.0, "saturates_g": 5.0, "carbohydrate_g": 20.0,
        "sugars_g": 10.0, "fibre_g": 0.0, "polyols_g": 0.0, "salt_g": 1.0,
    }  # fmt: skip
    return Figures(mass_g, Nutrients(**(plain | of)))


def claim(claims: tuple[Claim, ...], name: str) -> Claim:
    return next(each for each in claims if each.name == name)


class European(unittest.TestCase):
    def test_limits_per_100_g(self) -> None:
        for name, kept, broken in (
            ("low energy", {"energy_kcal": 40}, {"energy_kcal": 40.1}),
            ("low fat", {"fat_g": 3}, {"fat_g": 3.01}),
            ("fat-free", {"fat_g": 0.5}, {"fat_g": 0.51}),
            ("low saturated fat", {"saturates_g": 1.5}, {"saturates_g": 1.51}),
            # 1.5 g of saturates are 13.5 kcal: 10 % of 135 kcal and more than that of 134.
            ("low saturated fat", {"saturates_g": 1.5, "energy_kcal": 135}, {"saturates_g": 1.5, "energy_kcal": 134}),
            ("low sugars", {"sugars_g": 5}, {"sugars_g": 5.01}),
            ("sugars-free", {"sugars_g": 0.5}, {"sugars_g": 0.51}),
            # 0.12 g of sodium are 0.3 g of salt.
            ("low salt", {"salt_g": 0.3}, {"salt_g": 0.31}),
            # 0.04 and 0.005 g of sodium
            ("very low salt", {"salt_g": 0.1}, {"salt_g": 0.101}),
            ("salt-free", {"salt_g": 0.0125}, {"salt_g": 0.0126}),
            ("saturated fat-free", {"saturates_g": 0.1}, {"saturates_g": 0.11}),
            ("source of fibre", {"fibre_g": 3}, {"fibre_g": 2.99}),
            ("high fibre", {"fibre_g": 6}, {"fibre_g": 5.99}),
            # or 1.5 g and 3 g in 100 kcal
            ("source of fibre", {"fibre_g": 1.5, "energy_kcal": 100}, {"fibre_g": 1.5, "energy_kcal": 101}),
            ("high fibre", {"fibre_g": 3, "energy_kcal": 100}, {"fibre_g": 3, "energy_kcal": 101}),
            # 12 and 20 % of the energy from protein: 6 g and 10 g of 200 kcal
            ("source of protein", {"protein_g": 6}, {"protein_g": 5.99}),
            ("high protein", {"protein_g": 10}, {"protein_g": 9.99}),
        ):
            with self.subTest(name, kept=kept):
                self.assertTrue(claim(eu_claims(food(**kept)), name).holds)
                refused = claim(eu_claims(food(**broken)), name)
                self.assertFalse(refused.holds)
                self.assertTrue(refused.change)

    def test_a_claim_that_a_stronger_one_says_too_names_it(self) -> None:
        claims = eu_claims(food(protein_g=12, fat_g=2))
        self.assertEqual(claim(claims, "source of protein").stronger, "high protein")
        self.assertEqual((claim(claims, "high protein").stronger, claim(claims, "low fat").stronger), ("", ""))

    def test_any_mass_is_taken_to_100_g(self) -> None:
        half = eu_claims(food(50, energy_kcal=100, fat_g=1.5))
        self.assertEqual((claim(half, "low fat").figure, claim(half, "low fat").holds), (3, True))

    def test_the_protein_that_lacks_brings_energy_itself(self) -> None:
        # 5 g in 200 kcal: (5 + x) 4 = 0.2 (200 + 4 x), so x = 6.25 g.
        lacking = claim(eu_claims(food(protein_g=5)), "high protein")
        self.assertEqual(lacking.change, "6.2 g more protein")
        after = claim(eu_claims(food(protein_g=5 + 6.25, energy_kcal=200 + 25)), "high protein")
        self.assertTrue(after.holds)

    def test_added_sugar_and_what_is_not_known(self) -> None:
        self.assertTrue(claim(eu_claims(food()), "no added sugars").holds)
        honey = claim(eu_claims(food(), ("1 tbsp honey",)), "no added sugars")
        self.assertEqual((honey.holds, honey.change), (False, "without 1 tbsp honey"))
        unstated = Figures(100, food(fat_g=1).nutrients, at_least=("fat_g", "fibre_g"))
        self.assertFalse(claim(eu_claims(unstated), "low fat").holds)
        enough = Figures(100, food(fibre_g=7).nutrients, at_least=("fibre_g",))
        self.assertTrue(claim(eu_claims(enough), "high fibre").holds)
        unread = Figures(100, food(fat_g=1, fibre_g=7).nutrients, without_lines=1)
        self.assertEqual([each.name for each in eu_claims(unread) if each.holds], [])
        self.assertEqual(eu_claims(Figures(0, Nutrients())), ())

    def test_laxative_notice_from_over_10_percent_polyols(self) -> None:
        self.assertFalse(needs_laxative_notice(food(polyols_g=10)))
        self.assertTrue(needs_laxative_notice(food(polyols_g=10.1)))


class American(unittest.TestCase):
    def test_limits_per_reference_amount(self) -> None:
        # A brownie's reference amount is 40 g, so figures of 40 g stand as they are.
        for name, kept, broken in (
            ("good source of protein", {"protein_g": 5}, {"protein_g": 4.99}),
            ("high in protein", {"protein_g": 10}, {"protein_g": 9.99}),
            ("good source of fiber", {"fibre_g": 2.8}, {"fibre_g": 2.79}),
            ("high in fiber", {"fibre_g": 5.6}, {"fibre_g": 5.59}),
            ("low calorie", {"energy_kcal": 40}, {"energy_kcal": 40.1}),
            ("low fat", {"fat_g": 3}, {"fat_g": 3.01}),
            ("fat free", {"fat_g": 0.49}, {"fat_g": 0.5}),
            ("low saturated fat", {"saturates_g": 1}, {"saturates_g": 1.01}),
            # 1 g of saturates is 9 kcal: 15 % of 60 kcal and more than that of 59.
            ("low saturated fat", {"saturates_g": 1, "energy_kcal": 60}, {"saturates_g": 1, "energy_kcal": 59}),
            ("sugar free", {"sugars_g": 0.49}, {"sugars_g": 0.5}),
            # 140 mg of sodium are 0.35 g of salt.
            ("low sodium", {"salt_g": 0.35}, {"salt_g": 0.36}),
            # 35 mg of sodium
            ("very low sodium", {"salt_g": 0.0875}, {"salt_g": 0.0876}),
            ("calorie free", {"energy_kcal": 4.99}, {"energy_kcal": 5}),
        ):
            with self.subTest(name, kept=kept):
                self.assertTrue(claim(us_claims(food(40, **kept), 40), name).holds)
                self.assertFalse(claim(us_claims(food(40, **broken), 40), name).holds)

    def test_small_reference_amounts_must_hold_in_50_g_too(self) -> None:
        # 2 g of fat in a cookie's 30 g are 3.3 g in 50 g; the same share in a brownie's 40 g is 2.7 g.
        self.assertFalse(claim(us_claims(food(30, fat_g=2), 30), "low fat").holds)
        self.assertTrue(claim(us_claims(food(30, fat_g=2), 40), "low fat").holds)
        self.assertTrue(claim(us_claims(food(30, fat_g=1.8), 30), "low fat").holds)
        with self.assertRaises(ValueError):
            us_claims(food(), 0)

    def test_what_every_claim_has_to_point_to(self) -> None:
        # More than 13 g of fat, 4 g of saturates, 480 mg of sodium (1.2 g of salt) in the reference amount.
        for of, told in (
            ({"fat_g": 13.1}, ("fat",)), ({"fat_g": 13}, ()), ({"saturates_g": 4.1}, ("saturated fat",)),
            ({"salt_g": 1.21}, ("sodium",)), ({"fat_g": 20, "saturates_g": 5}, ("fat", "saturated fat")),
        ):  # fmt: skip
            plain = {"fat_g": 0.0, "saturates_g": 0.0, "salt_g": 0.0}
            with self.subTest(of):
                self.assertEqual(us_disclosures(food(40, **(plain | of)), 40), told)
        # Of a reference amount of 30 g it is 50 g that counts: 8 g in 30 g are 13.3 g.
        self.assertEqual(us_disclosures(food(30, fat_g=8, saturates_g=0, salt_g=0), 30), ("fat",))
        self.assertEqual(us_disclosures(food(30, fat_g=8, saturates_g=0, salt_g=0), 40), ())

    def test_a_claim_on_fibre_tells_the_fat_unless_it_is_low(self) -> None:
        for of, told in (
            ({"fibre_g": 3, "fat_g": 4}, True),
            ({"fibre_g": 3, "fat_g": 3}, False),
            ({"fat_g": 9}, False),
        ):
            with self.subTest(of):
                self.assertEqual(us_fibre_notice(us_claims(food(40, **of), 40)), told)


class Allergens(unittest.TestCase):
    def test_as_many_as_the_lists_have(self) -> None:
        self.assertEqual((len(set(EU)), len(set(US))), (14, 9))
        self.assertEqual(set(US) - set(EU), {"wheat"})


def classic(**of: float) -> ClassicFigures:
    return ClassicFigures("the other", food(**of).nutrients)


class Comparisons(unittest.TestCase):
    def test_european_reductions(self) -> None:
        # 30 % less, salt 25 %, protein and fibre 30 % more.
        for name, other, kept, broken in (
            ("energy-reduced", {"energy_kcal": 400}, {"energy_kcal": 280}, {"energy_kcal": 281}),
            ("reduced fat", {"fat_g": 20}, {"fat_g": 14}, {"fat_g": 14.1}),
            ("reduced saturated fat", {"saturates_g": 10}, {"saturates_g": 7}, {"saturates_g": 7.1}),
            ("reduced sugars", {"sugars_g": 30}, {"sugars_g": 21}, {"sugars_g": 21.1}),
            # no more energy than the other: Regulation (EU) 1047/2012
            ("reduced sugars", {"sugars_g": 30}, {"sugars_g": 10}, {"sugars_g": 10, "energy_kcal": 201}),
            ("reduced salt", {"salt_g": 2}, {"salt_g": 1.5}, {"salt_g": 1.51}),
            ("increased protein", {"protein_g": 10}, {"protein_g": 13}, {"protein_g": 12.9}),
            ("increased fibre", {"fibre_g": 5}, {"fibre_g": 6.5}, {"fibre_g": 6.4}),
            # only a source of it may be called increased
            ("increased protein", {"protein_g": 1}, {"protein_g": 6}, {"protein_g": 5.9}),
        ):
            with self.subTest(name, kept=kept):
                self.assertTrue(claim(eu_claims(food(**kept), classic=classic(**other)), name).holds)
                refused = claim(eu_claims(food(**broken), classic=classic(**other)), name)
                self.assertFalse(refused.holds)
                self.assertTrue(refused.change)

    def test_us_reductions_per_reference_amount(self) -> None:
        # 25 % less; "more" is 10 % of the daily value more: 5 g protein, 2.8 g fibre; of a 40 g reference amount.
        for name, other, kept, broken in (
            ("reduced calorie", {"energy_kcal": 400}, {"energy_kcal": 300}, {"energy_kcal": 301}),
            ("reduced fat", {"fat_g": 20}, {"fat_g": 15}, {"fat_g": 15.1}),
            ("reduced sugar", {"sugars_g": 20}, {"sugars_g": 15}, {"sugars_g": 15.1}),
            ("reduced sodium", {"salt_g": 2}, {"salt_g": 1.5}, {"salt_g": 1.51}),
            ("more protein", {"protein_g": 10}, {"protein_g": 22.5}, {"protein_g": 22.4}),
            ("more fiber", {"fibre_g": 1}, {"fibre_g": 8}, {"fibre_g": 7.9}),
        ):
            with self.subTest(name, kept=kept):
                self.assertTrue(claim(us_claims(food(**kept), 40, classic=classic(**other)), name).holds)
                self.assertFalse(claim(us_claims(food(**broken), 40, classic=classic(**other)), name).holds)

    def test_light(self) -> None:
        # Europe: 30 % less of one of them. US, 21 CFR 101.56: a third less energy or half the fat; of what has half its
        # energy or more from fat (200 kcal and 12 g are 54 %), half the fat alone. Figures of 100 g.
        lean = {"energy_kcal": 300, "fat_g": 10}
        fat = {"energy_kcal": 300, "fat_g": 20}
        for other, mine, europe, america in (
            (lean, {"energy_kcal": 200, "fat_g": 10}, True, True),
            (lean, {"energy_kcal": 201, "fat_g": 10}, True, False),
            (lean, {"energy_kcal": 211, "fat_g": 10}, False, False),
            (lean, {"energy_kcal": 290, "fat_g": 5}, True, True),
            (lean, {"energy_kcal": 290, "fat_g": 5.1}, True, False),
            (fat, {"energy_kcal": 190, "fat_g": 11}, True, False),
            (fat, {"energy_kcal": 290, "fat_g": 10}, True, True),
        ):
            with self.subTest(other, mine=mine):
                self.assertEqual(claim(eu_claims(food(**mine), classic=classic(**other)), "light").holds, europe)
                self.assertEqual(claim(us_claims(food(**mine), 40, classic=classic(**other)), "light").holds, america)

    def test_nothing_is_reduced_against_what_is_low_itself_or_not_known(self) -> None:
        # 21 CFR 101.60(b)(5), 101.62(b)(4): the reference food must not be low in it. 3 g of fat in 40 g are 7.5 g.
        self.assertFalse(claim(us_claims(food(fat_g=1), 40, classic=classic(fat_g=7.5)), "reduced fat").holds)
        self.assertTrue(claim(us_claims(food(fat_g=1), 40, classic=classic(fat_g=7.6)), "reduced fat").holds)
        unknown = claim(eu_claims(food(fat_g=1), classic=replace(classic(), complete=False)), "reduced fat")
        self.assertFalse(unknown.holds)
        self.assertIn("do not know", unknown.change)

    def test_without_a_classic_nothing_compares(self) -> None:
        names = {each.name for each in (*eu_claims(food()), *us_claims(food(), 40))}
        self.assertFalse([name for name in names if "reduced" in name or "more" in name or "increased" in name])
