"""What about a dessert decides how it keeps."""

import unittest
from dataclasses import replace

from ample_crumb.core.crumb.hazards import hazard_lines
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.keeping.places import Place
from ample_crumb.core.keeping.traits import KeepingTraits, keeping_traits, kind_of, perishable_kind

DOUGH = Part("", (Line("200 g flour"), Line("2 eggs"), Line("100 g sugar"), Line("80 g butter")))


def traits(family: str, *parts: Part, method: str = "") -> KeepingTraits:
    cupboard = reference_cupboard()
    figures = evaluate(parts, 8, cupboard, ReadingPreferences())
    return keeping_traits(hazard_lines(figures, family, method, cupboard), figures.batch, family)


def topped(*lines: str) -> Part:
    return Part("Topping", tuple(map(Line, lines)), PartOptions(bake=PartBake.NOT))


class Traits(unittest.TestCase):
    def test_what_spoils_first_decides(self) -> None:
        cases = (
            ("cookie", (DOUGH,), "dense-crumb"),
            ("cake", (DOUGH, topped("150 g cream cheese")), "soft-dairy"),
            ("cake", (DOUGH, topped("200 g strawberries")), "fresh-fruit"),
            ("cake", (DOUGH, topped("1 tsp lemon zest", "30 g sugar")), "moist-crumb"),
            ("set-cheesecake", (Part("", (Line("400 g cream cheese"), Line("2 egg whites"))),), "raw-egg"),
            ("edible-dough", (Part("", (Line("100 g flour"), Line("50 g butter"), Line("50 g sugar"))),), "raw-dough"),
            ("edible-dough", (Part("", (Line("200 g chickpeas"), Line("50 g almond butter"))),), "soft-dairy"),
            ("frozen-bark", (Part("", (Line("300 g yogurt"), Line("50 g raspberries"))),), "frozen"),
        )
        for family, parts, kind in cases:
            self.assertEqual(kind_of(traits(family, *parts)).kind, kind, (family, parts[-1].lines[0].text))

    def test_what_is_rich_in_curd_cheese_stands_two_hours_whatever_it_is_called(self) -> None:
        """Judged by US food safety (soft cheese, cream and custard two hours warm, from memory), before it was run."""
        pancakes = ("250 g cottage cheese", "2 eggs", "50 g oat flour")
        for family, lines in (
            ("pancake", pancakes),
            ("muffin", pancakes),
            ("", pancakes),
            ("mug-cake", ("100 g quark", "1 egg", "20 g whey protein isolate", "15 g oat flour")),
            ("cake", ("500 g ricotta", "4 eggs", "80 g erythritol", "40 g almond flour")),
            ("muffin", ("80 g rolled oats", "150 g cream cheese", "1 egg", "100 ml milk")),
            ("loaf", ("200 g heavy cream", "200 g flour", "2 eggs", "100 g sugar")),
            ("brownie", ("300 g mascarpone", "150 g chocolate", "3 eggs", "40 g cocoa powder")),
        ):
            with self.subTest(family, first=lines[0]):
                life = kind_of(traits(family, Part("", tuple(map(Line, lines)))))
                self.assertEqual(life.by_place[Place.COUNTER].careful_h, 2)
                self.assertEqual(life.home, Place.FRIDGE)

    def test_a_moist_crumb_of_beans_stands_a_day(self) -> None:
        beans = Part("", (Line("240 g black beans, canned"), Line("2 eggs"), Line("40 g cocoa powder")))
        for family in ("brownie", "muffin", ""):
            with self.subTest(family):
                self.assertLessEqual(kind_of(traits(family, beans)).by_place[Place.COUNTER].usual_h, 24)

    def test_a_little_of_it_or_a_dry_crumb_stands_as_before(self) -> None:
        """A spoon of ricotta in a cake, a biscuit that snaps, and a loaf with yogurt: common practice."""
        for family, lines, water, least_h in (
            ("cake", ("250 g flour", "3 eggs", "150 g sugar", "120 g butter", "40 g ricotta"), None, 48),
            ("cookie", ("200 g flour", "100 g cream cheese", "80 g sugar"), 0.05, 72),
            ("loaf", ("200 g flour", "200 g greek yogurt", "2 eggs", "100 g sugar"), None, 24),
        ):
            with self.subTest(family):
                found = traits(family, Part("", tuple(map(Line, lines))))
                found = found if water is None else replace(found, water_share=water)
                self.assertGreaterEqual(kind_of(found).by_place[Place.COUNTER].careful_h, least_h)

    def test_a_product_of_ones_own_counts_by_its_role_and_name(self) -> None:
        quark = reference_cupboard().ingredients["quark_0"]
        for name, kind in (("Alpine curd", "curd"), ("Protein yoghurt", ""), ("My skyr", "")):
            with self.subTest(name):
                self.assertEqual(perishable_kind(replace(quark, slug="own-1", name=name)), kind)

    def test_water_of_what_is_eaten_tells_a_biscuit_from_a_cake(self) -> None:
        for water, kind in ((0.05, "dry-biscuit"), (0.2, "dense-crumb"), (0.4, "moist-crumb"), (0.6, "wet-crumb")):
            self.assertEqual(kind_of(KeepingTraits("cookie", water)).kind, kind)
        self.assertEqual(kind_of(KeepingTraits("cookie")).kind, "dry-biscuit")
        self.assertEqual(kind_of(KeepingTraits("")).kind, "moist-crumb")
