"""core/reformulate/start and missing_amounts: a first formula lies where its kind does.

Bakers' ratios are from memory of Ruhlman, Ratio (2009): pound cake 1 : 1 : 1 : 1 of flour, butter, egg and sugar,
muffins 2 : 2 : 1 : 1 of flour, liquid, egg and fat, biscuits 3 : 2 : 1 of flour, fat and sugar, pancakes 4 : 4 : 2 : 1
of flour, liquid, egg and butter. The program may leave a ratio by what the windows and whole eggs ask for."""

import unittest
from dataclasses import replace

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.production.tins import Tin, TinKind
from ample_crumb.core.reformulate.family_ratios import family_starts
from ample_crumb.core.reformulate.first_formula import Started, StartFood, StartRequest, start_from_foods
from ample_crumb.core.reformulate.missing_amounts import WIDE_SHARE, propose_amounts
from ample_crumb.core.reformulate.practical_shares import practical_shares
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen

CUPBOARD = reference_cupboard()
EMPTY = FormulaInKitchen((), "", ProductionInputs(Portioning(count=1)), (), CUPBOARD, ReadingPreferences())


def started(family: str, *foods: str, **more: object) -> Started:
    return start_from_foods(StartRequest(tuple(map(StartFood, foods)), family, **more), EMPTY)  # type: ignore[arg-type]


def grams(found: Started) -> dict[str, float]:
    return {line.slug: line.now_g for line in found.answer.lines if line.text}


class ByRatio(unittest.TestCase):
    def test_bakers_ratios_by_handbook(self) -> None:
        for family, foods, ratio in (
            ("cake", ("wheat_flour", "butter", "egg", "sugar"), (1, 1, 1, 1)),
            ("muffin", ("wheat_flour", "milk_skim", "egg", "butter"), (2, 2, 1, 1)),
            ("cookie", ("wheat_flour", "butter", "sugar"), (3, 2, 1)),
            ("pancake", ("wheat_flour", "milk_skim", "egg", "butter"), (4, 4, 2, 1)),
        ):
            with self.subTest(family):
                found = started(family, *foods)
                self.assertTrue(found.met)
                have = grams(found)
                parts = [have[slug] / part for slug, part in zip(foods, ratio, strict=True)]
                middle = sum(parts) / len(parts)
                for slug, part in zip(foods, parts, strict=True):
                    self.assertAlmostEqual(part / middle, 1, delta=0.3, msg=f"{slug} in {have}")

    def test_every_family_starts_within_its_windows_and_shares(self) -> None:
        for family, start in family_starts().items():
            with self.subTest(family):
                found = started(family, "whey_isolate" if family not in ("glaze", "crust") else "sugar")
                self.assertEqual([dial.title for dial in found.answer.check.off], [])
                made = found.formula.produced(found.answer.parts)
                self.assertAlmostEqual(
                    made.portions.dough_g, start.piece_g, delta=0.2 * start.piece_g, msg="pieces of the usual size"
                )
                whole = sum(grams(found).values())
                for share in practical_shares(family):
                    if share.what != "erythritol_g":
                        have = sum(g for slug, g in grams(found).items() if share.holds(CUPBOARD.ingredients[slug]))
                        self.assertLessEqual(have / whole, share.most_share * 1.04 + 1e-6, share.what)

    def test_a_tub_a_banana_and_whey_for_a_mug(self) -> None:
        foods = ("quark_0", "banana", "whey_concentrate")
        found = started("mug-cake", *foods, wishes=(Wish("protein_g", 30, at_least=True),))
        self.assertTrue(found.met)
        self.assertLessEqual(set(foods), set(grams(found)))
        self.assertGreaterEqual(found.answer.piece.figures.nutrients.protein_g or 0, 30)
        method = found.answer.method.method.casefold()
        self.assertIn("mug", method)
        self.assertTrue(all(word in method for word in ("quark", "banana", "whey")))

    def test_no_more_than_there_is_and_nothing_of_what_must_not_be(self) -> None:
        little = StartRequest((StartFood("quark_0", most_g=20), StartFood("oat_flour")), "muffin")
        found = start_from_foods(little, EMPTY)
        self.assertLessEqual(grams(found)["quark_0"], 20.5)
        vegan = started("muffin", "oat_flour", bans=frozenset({"egg", "milk"}))
        held = {name for slug in grams(vegan) for name in CUPBOARD.ingredients[slug].allergens or ()}
        self.assertFalse({"egg", "milk"} & held)
        out = started("no-bake-bite", "rolled_oats", "egg", "peanut_butter")
        self.assertNotIn("egg", grams(out))
        self.assertIn("egg, whole stays out: nothing cooks it here.", out.left_out)

    def test_a_tin_says_how_much(self) -> None:
        tin = Tin(TinKind.SQUARE, 20, 5)
        found = started("brownie", "cocoa", "egg", tin=tin, piece_count=16)
        made = found.formula.produced(found.answer.parts)
        assert made.tin_fill is not None
        self.assertTrue(0.5 < made.tin_fill.share < 0.75)
        self.assertEqual(made.portions.count, 16)

    def test_what_cannot_be_started(self) -> None:
        with self.assertRaisesRegex(CannotUse, "Choose what shall be made"):
            started("soup", "egg")
        with self.assertRaisesRegex(CannotUse, "at least one food"):
            started("muffin", "egg", bans=frozenset({"egg"}))


class Missing(unittest.TestCase):
    LINES = ("200 g flour", "sugar", "butter", "2 eggs", "baking powder", "milk", "a pinch of salt")

    def formula(self, *lines: str) -> FormulaInKitchen:
        making = ProductionInputs(Portioning(count=10))
        return replace(EMPTY, parts=(Part("", tuple(map(Line, lines))),), family="muffin", making=making)

    def test_what_is_written_stays_and_the_rest_makes_a_dough_that_works(self) -> None:
        formula = self.formula(*self.LINES)
        proposed = {each.was: each for each in propose_amounts(formula)}
        self.assertEqual(set(proposed), {"sugar", "butter", "baking powder", "milk"})
        self.assertTrue(all(each.by_the_dough for each in proposed.values()))
        texts = [proposed[text].text if text in proposed else text for text in self.LINES]
        filled = self.formula(*texts)
        made = filled.produced(filled.parts)
        self.assertEqual(made.evaluated.unread, ())
        # A range is read by its middle, and is as wide as its doubt.
        butter = next(weighed for line, weighed in made.evaluated.weighed_lines() if "butter" in line.text)
        self.assertAlmostEqual(butter.mass_g, proposed["butter"].mass_g, delta=2)
        self.assertAlmostEqual(butter.high_g / butter.mass_g, 1 + WIDE_SHARE, delta=0.05)

    def test_nothing_to_propose_and_nothing_to_go_by(self) -> None:
        self.assertEqual(propose_amounts(self.formula("200 g flour", "2 eggs")), ())
        with self.assertRaisesRegex(CannotUse, "No line says how much"):
            propose_amounts(self.formula("flour", "sugar"))
