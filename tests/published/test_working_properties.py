"""What foods do in a dough against figures printed elsewhere, all from memory.

Relative sweetness by weight: the ranges of sweetener handbooks (O'Brien Nabors, Alternative Sweeteners, 4th edition):
erythritol 60 to 80 % of sugar, xylitol 100, maltitol 75 to 95, isomalt 45 to 65, sorbitol 50 to 70, allulose 70,
fructose 110 to 180, stevia extract 200 to 450 times, monk fruit 150 to 250, sucralose 400 to 800. Egg substitutes:
university extension services name for one egg 1 tbsp of ground flax with 3 tbsp of water, 2 whites, or a quarter cup of
apple sauce; one large egg is 50 g. Leavening: 1 to 1¼ tsp of baking powder, or ¼ tsp of soda with half a cup of
buttermilk or yogurt, lift a cup of flour; cream of tartar meets soda by 188.2 to 84.0 g, their molar masses."""

import unittest
from dataclasses import replace

from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import Dial
from ample_crumb.core.crumb.functional_properties import functional_properties, water_100g
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.sweeteners import sweeteners
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences

_FOODS = reference_cupboard().ingredients


def _dial(name: str, family: str, *lines: str) -> Dial:
    evaluated = evaluate((Part("", tuple(map(Line, lines))),), 1, reference_cupboard(), ReadingPreferences())
    return next(
        dial for dial in crumb_check(judge_dough(evaluated, family, reference_cupboard())).dials if dial.name == name
    )


class Handbooks(unittest.TestCase):
    def test_relative_sweetness(self) -> None:
        printed = {
            "erythritol": (0.6, 0.8), "xylitol": (0.95, 1.05), "maltitol": (0.75, 0.95), "isomalt": (0.45, 0.65),
            "sorbitol": (0.5, 0.7), "allulose": (0.65, 0.75), "fructose": (1.1, 1.8), "dextrose": (0.6, 0.8),
            "stevia_extract": (200, 450), "monk_fruit_extract": (150, 250), "sucralose": (400, 800),
        }  # fmt: skip
        for slug, (low, high) in printed.items():
            with self.subTest(slug):
                self.assertTrue(low <= sweeteners()[slug].low_ratio <= sweeteners()[slug].high_ratio <= high)
        # Milk sugar is a fifth as sweet, so plain yogurt hardly counts.
        self.assertLess(functional_properties(_FOODS["greek_yogurt_0"]).sweetness_ratio or 1, 0.01)

    def test_what_binds_like_an_egg(self) -> None:
        for slug, grams in {"egg": 50, "egg_white": 2 * 33, "flax": 7, "flax_egg": 45}.items():
            with self.subTest(slug):
                self.assertAlmostEqual(functional_properties(_FOODS[slug]).eggs_per_g * grams, 1, delta=0.1)
        quarter_cup = _FOODS["apple_sauce"].measures.cup_g
        # Sauce and yogurt stand for an egg but bind less.
        self.assertAlmostEqual(
            functional_properties(_FOODS["apple_sauce"]).eggs_per_g * next(iter(quarter_cup.values())) / 4,
            0.5,
            delta=0.1,
        )

    def test_leavening_rules(self) -> None:
        flour = "120 g flour"
        powder = [
            _dial("leavening", "muffin", flour, "1 egg", f"{spoons} tsp baking powder").value or 0
            for spoons in (1, 1.25)
        ]
        self.assertAlmostEqual(powder[0], 1, delta=0.05)
        self.assertAlmostEqual(powder[1], 1.25, delta=0.06)
        with_acid = _dial("leavening", "muffin", flour, "1 egg", "1/4 tsp baking soda", "1/2 cup buttermilk")
        self.assertAlmostEqual(with_acid.value or 0, 1, delta=0.06)
        self.assertNotIn("soapy", with_acid.reason)
        without = _dial("leavening", "muffin", flour, "1 egg", "1/4 tsp baking soda", "1/2 cup milk")
        # Heat alone gives half of soda's gas, and leaves washing soda behind.
        self.assertAlmostEqual((without.value or 0) / (with_acid.value or 1), 0.5, delta=0.02)
        self.assertIn("soapy", without.reason)
        self.assertAlmostEqual(functional_properties(_FOODS["cream_of_tartar"]).acid_ratio, 84.0 / 188.2, places=2)

    def test_water_by_difference_agrees_with_the_tables(self) -> None:
        # A label has no water; what is left of 100 g after all else has to be near what the table says.
        for slug in (
            "almond_flour",
            "greek_yogurt_0",
            "wheat_flour",
            "egg",
            "cottage_cheese_2",
            "banana",
            "honey",
        ):
            item = _FOODS[slug]
            as_label = replace(item, per_100g=replace(item.per_100g, water_g=None))
            with self.subTest(slug):
                self.assertAlmostEqual(water_100g(as_label) or 0, item.per_100g.water_g or 0, delta=3)
