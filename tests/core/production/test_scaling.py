"""core/production/scaling: another amount, in measures that a kitchen has, by whole eggs and into other tins."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences, read_against
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.production.scaling import (
    ScaledLine,
    factors_by_part,
    factors_for_eggs,
    factors_for_tins,
    scale_line,
)
from ample_crumb.core.production.tins import DISCS, Tin, TinKind, read_tin
from tests.core.given import CUPBOARD, part, tins


def times(text: str, factor: float) -> ScaledLine:
    return scale_line(read_against(Line(text), CUPBOARD, ReadingPreferences()), factor, CUPBOARD, ReadingPreferences())


class Scaling(unittest.TestCase):
    def test_in_measures_that_a_kitchen_has(self) -> None:
        for text, factor, want in (
            ("1 1/2 cups almond flour", 0.5, "3/4 cup almond flour"),
            ("1 cup oats", 1.33, "1 1/3 cups oats"),
            ("1/4 cup milk", 0.5, "2 tbsp milk"),
            ("1 tsp baking powder", 3, "1 tbsp baking powder"),
            ("2 large eggs", 2, "4 large eggs"),
            ("2 large eggs", 1.33, "133 g eggs"),
            ("1 can chickpeas, drained", 0.5, "126 g chickpeas, drained"),
            ("60 g vanilla whey, sieved", 1.5, "90 g vanilla whey, sieved"),
            ("3 g psyllium husk", 0.5, "1.5 g psyllium husk"),
            ("100 g icing sugar, half used (optional)", 2, "200 g icing sugar, half used (optional)"),
            ("a pinch of salt", 2, "a pinch of salt"),
            ("1 tbsp elderflower dust", 2, "1 tbsp elderflower dust"),
        ):
            with self.subTest(text, factor=factor):
                self.assertEqual(times(text, factor).text, want)

    def test_custom_is_noted_above_double(self) -> None:
        self.assertIn("a little less", times("1 tsp baking powder", 3).note)
        self.assertEqual(times("1 tsp baking powder", 1.5).note, "")
        self.assertIn("begin with", times("2 tsp vanilla extract", 2).note)
        self.assertEqual(times("60 g whey", 3).note, "")

    def test_a_factor_that_is_a_slip_is_refused(self) -> None:
        for factor in (0, -1, 51, float("nan")):
            with self.subTest(factor), self.assertRaises(CannotUse):
                times("60 g whey", factor)

    @given(
        st.sampled_from(["1 1/2 cups almond flour", "250 g skyr", "3 eggs", "2 tsp cinnamon", "1 can black beans"]),
        st.floats(0.2, 8),
    )
    def test_rounding_stays_near_and_is_told(self, text: str, factor: float) -> None:
        made = times(text, factor)
        assert made.exact_g is not None
        assert made.scaled_g is not None
        # Spoons and cups round to a kitchen's measures, small weights to what a scale shows.
        self.assertLess(abs(made.scaled_g / made.exact_g - 1), 0.12, made)
        again = read_against(Line(made.text), CUPBOARD, ReadingPreferences())
        assert again.weighed is not None
        self.assertAlmostEqual(again.weighed.mass_g, made.scaled_g)

    @given(st.integers(20, 1000), st.sampled_from([0.5, 2, 3, 4]))
    def test_there_and_back_is_where_one_was(self, grams: int, factor: float) -> None:
        there = times(f"{2 * grams * 5} g skyr", factor)
        back = times(there.text, 1 / factor)
        assert back.scaled_g is not None
        self.assertAlmostEqual(back.scaled_g / (10 * grams), 1, delta=0.02)

    def test_by_whole_eggs(self) -> None:
        batch = evaluate(
            (Part("", tuple(map(Line, ("250 g ricotta", "125 g eggs")))),), 1, CUPBOARD, ReadingPreferences()
        )
        eggs = factors_for_eggs(batch, CUPBOARD)
        self.assertEqual([egg.count for egg in eggs], [1, 2, 3, 4])
        self.assertAlmostEqual(eggs[1].factor, 0.8)


class OtherTins(unittest.TestCase):
    @given(tins, tins, st.floats(50, 2000))
    def test_there_and_back_is_where_one_was(self, one: Tin, other: Tin, grams: float) -> None:
        there = factors_for_tins(grams, [one], [other], 1.05).as_full.factor
        back = factors_for_tins(grams * there, [other], [one], 1.05).as_full.factor
        self.assertAlmostEqual(there * back, 1)

    def test_another_tin_at_the_same_depth(self) -> None:
        # 9 x 13 inch to 20 cm square: 754.8 and 400 cm2, so 0.53 of it stands as high.
        same_depth = factors_for_tins(1500, [read_tin("9x13x2in")], [Tin(TinKind.SQUARE, 20, 5)], 1.05).as_high.factor
        self.assertAlmostEqual(same_depth, 400 / (22.86 * 33.02), places=4)
        self.assertIn(TinKind.RING, DISCS)

    def test_what_lies_on_it_goes_by_surface(self) -> None:
        # A square of 20 cm, twice as deep: twice the dough, and the same surface to glaze.
        flat, deep = Tin(TinKind.SQUARE, 20, 5), Tin(TinKind.SQUARE, 20, 10)
        by = factors_for_tins(900, [flat], [deep], 1.0).as_full
        self.assertAlmostEqual(by.factor, 2)
        self.assertAlmostEqual(by.surface_factor, 1)
        unbaked = PartOptions(bake=PartBake.NOT)
        cake = (
            part("500 g skyr", name="Cake"),
            part("90 g icing sugar", name="Glaze"),
            part("9 g oats", options=unbaked),
        )
        self.assertEqual([round(each, 6) for each in factors_by_part(cake, by)], [2, 1, 1])
        self.assertEqual([round(each, 6) for each in factors_by_part(cake[1:2], by)], [2])
