"""core/crumb/hazards: said where they are met, and nowhere else."""

import unittest

from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.reading import ReadingPreferences
from tests.core.given import CUPBOARD, part


def hazards(family: str, *lines: str, method: str = "") -> dict[str, str]:
    evaluated = evaluate((part(*lines),), 2, CUPBOARD, ReadingPreferences())
    return {each.name: each.sentence for each in find_hazards(evaluated, evaluated.piece, family, method, CUPBOARD)}


class Hazards(unittest.TestCase):
    def test_where_they_are_met_and_nowhere_else(self) -> None:
        raw = hazards("edible-dough", "100 g flour", "1 egg", "50 g honey", "10 g chia seeds", "80 g xylitol")
        self.assertLessEqual({"raw egg", "raw flour", "honey", "swells", "xylitol", "sugar alcohols"}, set(raw))
        self.assertIn("pasteurised", raw["raw egg"])
        self.assertEqual(hazards("cookie", "100 g flour", "1 egg")["raw egg"], "Do not taste the dough.")
        self.assertEqual(hazards("set-cheesecake", "500 g quark", "8 g gelatine"), {})
        mug = hazards("mug-cake", "30 g whey", "1 egg", "20 g dark chocolate", "2 tbsp espresso powder")
        self.assertLessEqual({"microwave burns", "hot chocolate", "caffeine"}, set(mug))

    def test_what_dogs_must_not_get(self) -> None:
        for line, name in (
            ("20 g dark chocolate", "dogs"), ("20 g cocoa", "dogs"), ("30 g raisins", "dogs"),
            ("50 g macadamias, ground", "dogs"), ("40 g xylitol", "xylitol"),
        ):  # fmt: skip
            with self.subTest(line):
                self.assertIn(name, hazards("cookie", "100 g oats", line))
        self.assertNotIn("dogs", hazards("cookie", "100 g oats", "20 g white chocolate", "10 g cocoa butter"))

    def test_egg_from_a_carton_is_pasteurised_and_flour_without_gluten_is_raw_too(self) -> None:
        self.assertNotIn("raw egg", hazards("edible-dough", "100 g liquid egg whites", "50 g whey"))
        self.assertIn("raw egg", hazards("edible-dough", "2 egg whites", "50 g whey"))
        self.assertIn("raw flour", hazards("edible-dough", "100 g gluten-free flour"))
        self.assertIn("ten minutes", hazards("brownie", "200 g dry kidney beans")["raw beans"])

    def test_whole_nuts_but_not_ground_ones(self) -> None:
        self.assertIn("choking", hazards("cookie", "50 g hazelnuts"))
        self.assertNotIn("choking", hazards("cookie", "50 g hazelnuts, ground"))
        self.assertIn("choking", hazards("no-bake-bite", "100 g oats"))
