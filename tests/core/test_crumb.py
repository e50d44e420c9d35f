"""core/crumb: what is judged, what cannot be said, what a family leaves out, and the guess of it."""

import unittest

from ample_crumb.core.crumb.check import CrumbCheck, JudgedDough, crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import NAMES, Dial, Verdict
from ample_crumb.core.crumb.hazards import find_hazards
from ample_crumb.core.crumb.windows import family_windows
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.product import PackMeasures, ProductDeclaration, ingredient_of
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.families import families
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences

CUPBOARD = reference_cupboard()
COOKIE = (
    "100 g oat flour",
    "40 g whey",
    "60 g almond butter",
    "60 g honey",
    "1 egg",
    "1/2 tsp baking powder",
    "1 g salt",
)


def part(*lines: str, name: str = "", how: PartOptions | None = None) -> Part:
    return Part(name, tuple(map(Line, lines)), how or PartOptions())


def dough(
    *parts: Part, family: str = "", cupboard: Cupboard = CUPBOARD, title: str = "", method: str = ""
) -> JudgedDough:
    return judge_dough(evaluate(parts, 12, cupboard, ReadingPreferences()), family, cupboard, title, method)


def check(*parts: Part, family: str = "", cupboard: Cupboard = CUPBOARD) -> CrumbCheck:
    return crumb_check(dough(*parts, family=family, cupboard=cupboard))


def dial(of: CrumbCheck, name: str) -> Dial:
    return next(each for each in of.dials if each.name == name)


def hazards(family: str, *lines: str, method: str = "") -> dict[str, str]:
    evaluated = evaluate((part(*lines),), 2, CUPBOARD, ReadingPreferences())
    return {each.name: each.sentence for each in find_hazards(evaluated, evaluated.piece, family, method, CUPBOARD)}


class Families(unittest.TestCase):
    def test_each_has_windows_and_a_name(self) -> None:
        self.assertEqual(set(family_windows()), {family.slug for family in families()})
        for of in family_windows().values():
            for window in (of.hydration, of.sweetness, of.fat, of.leavening, of.setting, of.salt):
                self.assertTrue(window is None or window.low < window.high)

    def test_dials_apply_where_they_mean_something(self) -> None:
        frosting = check(part("200 g quark", "60 g icing sugar", "100 g butter"), family="frosting")
        not_there = {each.name for each in frosting.dials if each.verdict is Verdict.NOT_APPLICABLE}
        self.assertLessEqual({"hydration", "leavening", "binder", "set"}, not_there)
        self.assertEqual(tuple(each.name for each in frosting.dials), NAMES)

    def test_guessed_by_name_then_method_then_lines(self) -> None:
        cookie = part(*COOKIE)
        for title, method, family in (
            ("Muffins with plums", "", "muffin"),
            ("Something", "Microwave for 60 seconds", "mug-cake"),
            ("Cake of the house", "Microwave for 60 seconds", "mug-cake"),
            ("", "", "cookie"),
        ):
            with self.subTest(title):
                found = dough(cookie, title=title, method=method)
                self.assertEqual((found.family, found.guessed), (family, True))
        self.assertFalse(dough(cookie, family="cookie").guessed)
        named = part("200 g cream cheese", "60 g icing sugar", name="Frosting")
        self.assertEqual(dough(named).family, "frosting", "by the heading of its lines")
        curd = dough(part("500 g quark", "2 eggs", "60 g sugar", "1 tsp vanilla extract"))
        self.assertEqual(curd.family, "baked-cheesecake")


class WhatIsJudged(unittest.TestCase):
    def test_the_dough_without_what_lies_on_it(self) -> None:
        bare = check(part(*COOKIE), family="cookie")
        with_more = check(
            part(*COOKIE, "80 g chocolate chips", "30 g walnuts, chopped"),
            part("100 g icing sugar", "40 g water", name="Glaze"),
            part("300 g plums", name="Plums", how=PartOptions(bake=PartBake.NOT)),
            family="cookie",
        )
        self.assertEqual([each.value for each in bare.dials], [each.value for each in with_more.dials])
        self.assertEqual(with_more.note, "Judged without “Glaze” and “Plums”.")
        # Melted, the same chips are one with the dough.
        melted = check(part(*COOKIE, "80 g chocolate chips, melted"), family="cookie")
        self.assertNotEqual(dial(melted, "fat").value, dial(bare, "fat").value)

    def test_nothing_and_only_toppings(self) -> None:
        for lines, words in (
            ((), "nothing to judge"),
            (("a pinch of something unheard of",), "No line could be read"),
            (("50 g sprinkles", "30 g chocolate chips"), "no dough to judge"),
        ):
            with self.subTest(lines):
                empty = check(part(*lines), family="cookie")
                self.assertIn(words, empty.note)
                self.assertEqual({each.verdict for each in empty.dials}, {Verdict.UNKNOWN})

    def test_a_product_that_says_too_little(self) -> None:
        # Nobody said what else is in it, so its water cannot be found by difference either.
        label = Label(Style.EUROPEAN, energy_kcal=380, protein_g=70)
        item, _ = ingredient_of(
            "own-1", "Keel mystery dust", (), "protein", label, PackMeasures(), ProductDeclaration()
        )
        cupboard = CUPBOARD.with_own([item])
        found = check(part("60 g keel mystery dust", "100 g oat flour", "1 egg"), family="cookie", cupboard=cupboard)
        hydration = dial(found, "hydration")
        self.assertIs(hydration.verdict, Verdict.UNKNOWN)
        self.assertEqual(hydration.reason, "Cannot say: no water figure for Keel mystery dust.")
        self.assertIsNotNone(dial(found, "binder").value)
        # A trace of it does not silence the dials.
        trace = check(part("2 g keel mystery dust", "100 g oat flour", "1 egg"), family="cookie", cupboard=cupboard)
        self.assertIsNot(dial(trace, "hydration").verdict, Verdict.UNKNOWN)

    def test_rich_doughs_need_less_water(self) -> None:
        lean = dial(check(part("200 g oat flour", "150 g milk"), family="cookie"), "hydration")
        rich = dial(check(part("200 g oat flour", "150 g milk", "80 g butter"), family="cookie"), "hydration")
        self.assertLess(rich.low or 0, lean.low or 0)


class Hazards(unittest.TestCase):
    def test_where_they_are_met_and_nowhere_else(self) -> None:
        raw = hazards("edible-dough", "100 g flour", "1 egg", "50 g honey", "10 g chia seeds", "80 g xylitol")
        self.assertLessEqual({"raw egg", "raw flour", "honey", "swells", "xylitol", "sugar alcohols"}, set(raw))
        self.assertIn("pasteurised", raw["raw egg"])
        self.assertEqual(hazards("cookie", "100 g flour", "1 egg")["raw egg"], "Do not taste the dough.")
        self.assertEqual(hazards("set-cheesecake", "500 g quark", "8 g gelatine"), {})
        mug = hazards("mug-cake", "30 g whey", "1 egg", "20 g dark chocolate", "2 tbsp espresso powder")
        self.assertLessEqual({"microwave burns", "hot chocolate", "caffeine"}, set(mug))

    def test_whole_nuts_but_not_ground_ones(self) -> None:
        self.assertIn("choking", hazards("cookie", "50 g hazelnuts"))
        self.assertNotIn("choking", hazards("cookie", "50 g hazelnuts, ground"))
        self.assertIn("choking", hazards("no-bake-bite", "100 g oats"))
