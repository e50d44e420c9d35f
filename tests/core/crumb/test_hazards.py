"""core/crumb/hazards: said where they are met, and nowhere else."""

import unittest
from dataclasses import replace

from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.food.reference_shelf import reference_shelf
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
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
        self.assertEqual(set(hazards("set-cheesecake", "500 g quark", "8 g gelatine")), {"keep cold"})
        self.assertEqual(hazards("cookie", "100 g oats", "50 g quark"), {})
        mug = hazards("mug-cake", "30 g whey", "1 egg", "20 g dark chocolate", "2 tbsp espresso powder")
        self.assertLessEqual({"microwave burns", "hot chocolate", "caffeine"}, set(mug))

    def test_what_dogs_must_not_get(self) -> None:
        for line, name in (
            ("20 g dark chocolate", "dogs"), ("20 g cocoa", "dogs"), ("30 g raisins", "dogs"),
            ("50 g macadamias, ground", "dogs"), ("50 g salted macadamias", "dogs"), ("40 g xylitol", "xylitol"),
        ):  # fmt: skip
            with self.subTest(line):
                self.assertIn(name, hazards("cookie", "100 g oats", line))
        self.assertNotIn("dogs", hazards("cookie", "100 g oats", "20 g white chocolate", "10 g cocoa butter"))

    def test_egg_from_a_carton_is_pasteurised_and_flour_without_gluten_is_raw_too(self) -> None:
        self.assertNotIn("raw egg", hazards("edible-dough", "100 g liquid egg whites", "50 g whey"))
        self.assertIn("raw egg", hazards("edible-dough", "2 egg whites", "50 g whey"))
        self.assertIn("raw flour", hazards("edible-dough", "100 g gluten-free flour"))
        self.assertIn("raw flour", hazards("edible-dough", "100 g full-fat soy flour"))
        self.assertIn("ten minutes", hazards("brownie", "200 g dry kidney beans")["raw beans"])

    def test_what_is_wet_and_of_milk_or_egg_is_kept_cold(self) -> None:
        for family, line in (
            ("frosting", "200 g cream cheese"), ("baked-cheesecake", "500 g quark"), ("edible-dough", "100 g yogurt"),
            ("pudding", "400 ml milk"),
        ):  # fmt: skip
            with self.subTest(family):
                self.assertIn("two hours", hazards(family, line, method="Bake it.")["keep cold"])
        for family, line in (
            ("no-bake-bite", "30 g milk powder"),
            ("loaf", "200 g yogurt"),
            ("frosting", "100 g butter"),
        ):
            with self.subTest(family):
                self.assertNotIn("keep cold", hazards(family, line))

    def test_a_cheesecake_may_be_creamy_before_its_egg_is_safe(self) -> None:
        self.assertIn("71 °C", hazards("baked-cheesecake", "500 g quark", "2 eggs")["barely set"])
        self.assertNotIn("barely set", hazards("baked-cheesecake", "500 g quark", "100 g liquid egg whites"))
        self.assertNotIn("barely set", hazards("cake", "500 g flour", "2 eggs"))

    def test_aspartame_is_a_source_of_phenylalanine(self) -> None:
        sweetened = replace(CUPBOARD.ingredients["whey_isolate"], slug="own-1", sweetened_with=("aspartame",))
        cupboard = CUPBOARD.with_own([replace(sweetened, name="Harbour whey", synonyms=())])
        evaluated = evaluate((part("30 g harbour whey"),), 2, cupboard, ReadingPreferences())
        found = {each.name: each for each in find_hazards(evaluated, evaluated.piece, "cookie", "", cupboard)}
        self.assertIn("phenylketonuria", found["phenylalanine"].sentence)
        self.assertEqual(found["phenylalanine"].lines, ("30 g harbour whey",))
        self.assertNotIn("phenylalanine", hazards("cookie", "30 g whey", "20 g xylitol"))

    def test_hot_oil_and_not_hot_air(self) -> None:
        for method in ("Fry in 2 cm of oil.", "Deep-fry them.", "They are fried golden."):
            self.assertIn("hot oil", hazards("cookie", "100 g flour", method=method), method)
        for method in ("Air-fry at 160 C.", "Bake in the air fryer.", "Use a frying pan without fat.", "Bake."):
            self.assertNotIn("hot oil", hazards("cookie", "100 g flour", method=method), method)

    def test_two_mugs_go_in_one_after_the_other(self) -> None:
        self.assertIn("one mug after the other", hazards("mug-cake", "30 g whey")["several mugs"])
        self.assertNotIn("several mugs", hazards("cake", "30 g whey"))

    def test_a_reference_food_is_told_by_its_name(self) -> None:
        for chosen, name in (
            ("egg duck whole fresh raw", "raw egg"), ("potato flour", "raw flour"), ("raisins seeded", "dogs"),
            ("cocoa dry powder hi-fat", "dogs"), ("almonds honey roasted", "honey"),
        ):  # fmt: skip
            slug = reference_shelf().find(chosen, 1)[0]
            evaluated = evaluate((Part("", (Line("50 g of it", slug),)),), 2, CUPBOARD, ReadingPreferences())
            found = find_hazards(evaluated, evaluated.piece, "edible-dough", "", CUPBOARD)
            with self.subTest(chosen):
                self.assertIn(name, {each.name for each in found})
        self.assertNotIn("raw egg", hazards("edible-dough", "100 g liquid egg whites"))

    def test_fresh_fruit_that_cuts_gelatine(self) -> None:
        cheesecake = ("400 g quark", "10 g gelatine")
        for fruit in ("200 g pineapple", "2 kiwis, sliced", "150 g papaya", "1 mango", "20 g fresh ginger, grated"):
            for family in ("set-cheesecake", "pudding", ""):
                with self.subTest(fruit, family=family):
                    self.assertIn("will not set", hazards(family, *cheesecake, fruit).get("gelatine", ""))
        self.assertIn("gelatine", hazards("set-cheesecake", "200 g pineapple", "1 packet sugar-free jelly powder"))
        for fruit in ("200 g canned pineapple", "200 g pineapple, boiled", "200 g strawberries", "1 tsp ground ginger"):
            with self.subTest(fruit):
                self.assertNotIn("gelatine", hazards("set-cheesecake", *cheesecake, fruit))
        self.assertNotIn("gelatine", hazards("cake", *cheesecake, "200 g pineapple"), "it is baked with the rest")
        self.assertNotIn("gelatine", hazards("set-cheesecake", "400 g quark", "200 g pineapple"))

    def test_whole_nuts_but_not_ground_ones(self) -> None:
        self.assertIn("choking", hazards("cookie", "50 g hazelnuts"))
        self.assertNotIn("choking", hazards("cookie", "50 g hazelnuts, ground"))
        self.assertNotIn("choking", hazards("cookie", "50 g shredded coconut"))
        self.assertNotIn("choking", hazards("cookie", "50 g toasted sesame seeds"))
        self.assertIn("choking", hazards("no-bake-bite", "100 g oats"))
