"""core/reformulate/edge_costs and crumb/character_ratios: what a row says is what the dial or the axis says."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.crumb.character import character_axes
from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.composition import Composition, brought_by
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED
from ample_crumb.core.crumb.dials.linear import amount
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.reformulate.prepared_program import prepare
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.window_penalties import edge_costs
from ample_crumb.core.reformulate.wishes import Wish
from tests.core.given import CUPBOARD
from tests.judgement.targets_judged import judged_targets

FOODS = ("wheat_flour", "sugar", "butter", "egg", "greek_yogurt_0", "cocoa", "baking_powder", "whey_concentrate")


def dough_of(grams: list[float]) -> Composition:
    total = Composition()
    for slug, mass in zip(FOODS, grams, strict=True):
        total = total.plus(brought_by(CUPBOARD.ingredients[slug], mass))
    return total


class Character(unittest.TestCase):
    @given(
        st.lists(st.floats(5, 300), min_size=8, max_size=8),
        st.sampled_from(["cookie", "muffin", "rolled-dough", "pancake", "set-cheesecake", "frosting", "no-bake-bite"]),
        st.floats(-0.3, 1.3),
    )
    def test_a_row_is_at_least_0_on_its_side_alone(self, grams: list[float], family: str, share: float) -> None:
        """At the dough itself, where all that stays as it is does: the row and the share agree on every axis."""
        mix = dough_of(grams)
        for axis in character_axes()[family]:
            if abs(axis.share(mix) - share) < 1e-6:
                continue
            for low, high in ((share, float("inf")), (float("-inf"), share)):
                (row,) = axis.rows(mix, low, high)
                inside = low <= axis.share(mix) <= high
                self.assertEqual(amount(row, mix) >= 0, inside, (axis.axis, axis.share(mix), low, high))


class Edges(unittest.TestCase):
    def test_nothing_in_the_middle_more_the_nearer_steep_at_the_edge(self) -> None:
        """Counted anew from the dial: its distance from the edge, in widths of its window."""
        lines = (
            "200 g wheat flour",
            "120 g sugar",
            "90 g butter",
            "2 eggs",
            "180 g milk",
            "8 g baking powder",
            "2 g salt",
        )
        part = Part("", tuple(map(Line, lines)))
        judged = judge_dough(evaluate((part,), 10, CUPBOARD, ReadingPreferences()), "muffin", CUPBOARD)
        dials = crumb_check(judged).dials
        sweet = next(dial for dial in dials if dial.name == "sweetness")
        assert sweet.value is not None
        assert sweet.low is not None
        assert sweet.high is not None
        target = next(each for each in judged_targets() if each.name == "morning muffin")
        variables = prepare(target.formula(), ReformulationRequest((Wish("energy_kcal", 100),))).model.variables
        costs = [
            each
            for each in edge_costs(judged, dials, NOTHING_LEARNED, variables, fresh=True)
            if each.dial == "sweetness"
        ]
        self.assertEqual([cost.cost for cost in costs], [1.0, 4.0, 1.0, 4.0])
        for begins, edge in zip((0.25, 0.1), costs[:2], strict=True):
            # The floor of sweetness is its low end times the dough: a g of sugar is 1 - low - begins * width of it.
            sugar = next(variable for variable in variables if variable.item.slug == "sugar")
            width = (sweet.high - sweet.low) / 100
            expected = 100 * (sugar.gram.sweetness_g - sweet.low / 100 - begins * width)
            self.assertAlmostEqual(edge.coefficients[sugar], expected, places=6)
