"""What to do about a dough that tastes wrong, and whether it may be tasted."""

import unittest

from ample_crumb.core.batch.tasting import Taste, TasteAdvice, advise
from ample_crumb.core.crumb.check import judge_dough
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.crumb.repairs import RepairContext
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences

CUPBOARD = reference_cupboard()


def advice(taste: Taste, *lines: str, family: str = "no-bake-bite", avoided: str = "") -> TasteAdvice:
    figures = evaluate((Part("", tuple(map(Line, lines))),), 10, CUPBOARD, ReadingPreferences())
    dough = judge_dough(figures, family, CUPBOARD)
    hazards = find_hazards(figures, figures.piece, family, "", CUPBOARD)
    allergens = allergens_of(figures, CUPBOARD)
    avoid = frozenset({avoided}) if avoided else frozenset()
    return advise(taste, dough, hazards, CUPBOARD, RepairContext(10, EnergySystem.STATED, {}, allergens, avoid))


BITES = ("200 g dates", "100 g almond flour", "40 g whey", "30 g cocoa")


class Tasted(unittest.TestCase):
    def test_what_may_be_tasted_has_no_caution(self) -> None:
        self.assertEqual(advice(Taste.FLAT, *BITES).caution, "")

    def test_egg_and_flour_are_baked_first(self) -> None:
        found = advice(Taste.FLAT, "200 g wheat flour", "1 egg", "80 g sugar", "60 g butter", family="cookie")
        self.assertIn("bake a spoonful first", found.caution)
        self.assertIn("raw egg and raw flour", found.caution)
        self.assertTrue(found.ways)

    def test_pasteurised_egg_white_alone_may_be_tasted(self) -> None:
        self.assertEqual(advice(Taste.FLAT, *BITES, "60 g pasteurised egg whites").caution, "")

    def test_sweeter_by_what_sweetens_it_already(self) -> None:
        """60 g of sugar, and 10 g that almonds and whey bring: 15 % sweeter are 10.5 g more, half of that first, 4.1
        kcal a piece."""
        (way,) = advice(Taste.NOT_SWEET, "200 g almond flour", "60 g sugar", "40 g whey").ways
        self.assertEqual((way.repair.slug, way.repair.change_g, way.repair.first_g), ("sugar", 10.5, 5.0))
        self.assertAlmostEqual(way.repair.energy_kcal, 4.1, delta=0.2)
        self.assertIsNotNone(way.repair.line_id)

    def test_flat_wants_salt_first_and_in_pinches(self) -> None:
        first = advice(Taste.FLAT, *BITES).ways[0].repair
        self.assertEqual(first.slug, "salt")
        self.assertLess(first.change_g, 1)

    def test_nothing_that_somebody_must_not_get(self) -> None:
        foods = {way.repair.slug for way in advice(Taste.BITTER, *BITES, avoided="milk").ways}
        self.assertNotIn("greek_yogurt_0", foods)
        self.assertIn("greek_yogurt_0", {way.repair.slug for way in advice(Taste.BITTER, *BITES).ways})
        # Nobody avoids peanuts here, but these are free of them so far.
        self.assertNotIn("peanut_butter", {way.repair.slug for way in advice(Taste.BEAN, *BITES).ways})

    def test_each_taste_has_its_ways_costed(self) -> None:
        for taste in Taste:
            with self.subTest(taste):
                ways = advice(taste, *BITES).ways
                self.assertTrue(1 <= len(ways) <= 3)
                self.assertTrue(all(way.note and way.repair.first_g <= way.repair.change_g for way in ways))
