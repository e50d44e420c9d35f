"""What the last batches propose to a formula."""

import unittest

from ample_crumb.core.batch.apply_deviations import BatchReading, apply_deviations
from ample_crumb.core.batch.deviation import AsMade, Said
from ample_crumb.core.batch.made_lines import made_lines
from ample_crumb.core.batch.proposals import proposals, starts_with
from ample_crumb.core.batch.record import MadeLine
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions, Parts
from ample_crumb.core.formula.reading import ReadingPreferences

READING = BatchReading(reference_cupboard(), ReadingPreferences(), "cookie")
PLAN = (
    Part("", (Line("200 g oat flour, start with half", id="a"), Line("150 g skyr", id="b"), Line("2 eggs", id="c"))),
    Part("Glaze", (Line("40 g icing sugar", id="d"),), PartOptions(bake=PartBake.NOT)),
)


def batch(*said: str, plan: Parts = PLAN) -> tuple[MadeLine, ...]:
    made, deviations = apply_deviations(
        AsMade(plan), [Said(f"s{place}", each) for place, each in enumerate(said)], READING
    )
    assert not [deviation.problem for deviation in deviations if deviation.problem]
    return made_lines(plan, made.parts, READING)


def proposed(*batches: tuple[MadeLine, ...], plan: Parts = PLAN) -> list[tuple[str, str, str]]:
    figures = evaluate(plan, 1, READING.cupboard, READING.preferences)
    return [(each.kind, each.line_id or "", each.text) for each in proposals(figures, batches)]


class Proposed(unittest.TestCase):
    def test_what_a_line_starts_with(self) -> None:
        self.assertEqual(starts_with("200 g oat flour, start with half"), "half")
        self.assertEqual(starts_with("milk, starting with a third of it"), "third")
        self.assertEqual(starts_with("200 g oat flour"), "")

    def test_what_was_used_three_times_is_the_written_amount(self) -> None:
        """120, 130 and 140 g: 130 g."""
        used = [batch(f"used {grams} g oat flour") for grams in (140, 130, 120)]
        self.assertEqual(proposed(*used), [("amount", "a", "130 g oat flour")])
        self.assertEqual(proposed(*used[:2]), [])

    def test_an_amount_that_goes_both_ways_is_no_other_amount(self) -> None:
        plan = (Part("", (Line("200 g oat flour", id="a"), Line("150 g skyr", id="b"))),)
        used = [batch(f"used {grams} g oat flour", plan=plan) for grams in (250, 150, 250)]
        self.assertEqual(proposed(*used, plan=plan), [])

    def test_a_food_that_stood_in_twice(self) -> None:
        took = batch("no skyr, took quark")
        self.assertEqual(proposed(took, took), [("food", "b", "150 g quark")])
        self.assertEqual(proposed(took), [])
        self.assertEqual(proposed(took, batch()), [])

    def test_what_was_added_twice(self) -> None:
        self.assertEqual(proposed(batch("30 g cocoa"), batch("20 g cocoa")), [("add", "", "25 g cocoa")])

    def test_what_was_left_out_three_times(self) -> None:
        without = batch("without the eggs")
        self.assertEqual(proposed(without, without, without), [("leave out", "c", "")])

    def test_half_a_glaze_is_no_change_of_the_formula(self) -> None:
        half = batch("half the glaze left")
        self.assertEqual(proposed(half, half, half), [])

    def test_once_it_is_written_nothing_is_proposed_any_more(self) -> None:
        took = batch("no skyr, took quark")
        plan = (Part("", (PLAN[0].lines[0], Line("150 g quark", id="b"), PLAN[0].lines[2])), PLAN[1])
        self.assertEqual(proposed(took, took, plan=plan), [])
