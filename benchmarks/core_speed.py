"""Reading and totalling a recipe of 25 lines, lines never seen before and seen before; its crumb check, repairs,
swaps; what was said of its batch."""

from ample_crumb.core.batch.apply_deviations import BatchReading, apply_deviations
from ample_crumb.core.batch.deviation import AsMade, Said
from ample_crumb.core.crumb.check import crumb_check, judge_dough
from ample_crumb.core.crumb.repairs import RepairContext, find_repairs
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.evaluation import FormulaFigures, evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.swap.suggestions import suggest_swaps
from benchmarks.measure import time_calls
from benchmarks.recipe import fresh_lines

SEEN = fresh_lines()
_SAID = (
    "35 g oat flour",
    "one egg more",
    "40 g stayed in the bowl",
    "5 g stuck to the paper",
    "20 g cocoa",
    "sprayed 2 seconds",
)
"""What was different about a batch of it."""


def _work_out(lines: list[str]) -> FormulaFigures:
    figures = evaluate((Part("", tuple(map(Line, lines))),), 12, reference_cupboard(), ReadingPreferences())
    assert not figures.unread, figures.unread
    return figures


def run() -> None:
    """Prints the timings and their ratios."""
    cupboard = reference_cupboard()
    evaluated = _work_out(SEEN)
    # As a crust, a batter of 25 lines is out of several windows.
    dough = judge_dough(evaluated, "crust", cupboard)
    setting = RepairContext(12, EnergySystem.STATED, {}, allergens_of(evaluated, cupboard))
    assert crumb_check(dough).off
    parts = (Part("", tuple(map(Line, SEEN))),)
    said = [Said(f"said-{place}", text) for place, text in enumerate(_SAID)]
    reading = BatchReading(cupboard, ReadingPreferences(), "cookie")
    assert not [each.problem for each in apply_deviations(AsMade(parts), said, reading)[1] if each.problem]
    fresh, seen, check, repairs, swaps, batch = time_calls(
        lambda: _work_out(fresh_lines()),
        lambda: _work_out(SEEN),
        lambda: crumb_check(judge_dough(evaluated, "crust", cupboard)),
        lambda: find_repairs(dough, cupboard, setting),
        lambda: suggest_swaps(evaluated, cupboard, EnergySystem.STATED, ()),
        lambda: apply_deviations(AsMade(parts), said, reading),
        times=200,
    )
    print(f"core, 25 fresh lines   {fresh}   (aim: under 5 ms)")
    print(f"core, 25 lines seen    {seen}   (fresh / seen: {fresh.median_ms / seen.median_ms:.1f})")
    for name, timed in (("crumb check", check), ("repairs", repairs), ("swaps on offer", swaps), ("6 sayings", batch)):
        print(f"core, {name:16} {timed}   (to 25 fresh lines: {timed.median_ms / fresh.median_ms:.2f})")
