"""What about a dessert decides how it keeps."""

import unittest

from ample_crumb.core.crumb.hazards import hazard_lines
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.keeping.traits import KeepingTraits, keeping_traits, kind_of

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

    def test_water_of_what_is_eaten_tells_a_biscuit_from_a_cake(self) -> None:
        for water, kind in ((0.05, "dry-biscuit"), (0.2, "dense-crumb"), (0.4, "moist-crumb"), (0.6, "wet-crumb")):
            self.assertEqual(kind_of(KeepingTraits("cookie", water)).kind, kind)
        self.assertEqual(kind_of(KeepingTraits("cookie")).kind, "dry-biscuit")
        self.assertEqual(kind_of(KeepingTraits("")).kind, "moist-crumb")
