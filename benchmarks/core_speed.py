"""Reading and totalling a recipe of 25 lines, lines never seen before and seen before; its crumb check, repairs,
swaps."""

from ample_crumb.core.crumb.check import check_of, dough_of
from ample_crumb.core.crumb.repairs import Setting, repairs_of
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.allergens import contents_of
from ample_crumb.core.formula.formula import FormulaFigures, Line, Part, work_out
from ample_crumb.core.formula.reading import Manner
from ample_crumb.core.swap.suggestions import offers_of
from benchmarks.measure import time_calls
from benchmarks.recipe import fresh_lines

SEEN = fresh_lines()


def _work_out(lines: list[str]) -> FormulaFigures:
    figures = work_out((Part("", tuple(map(Line, lines))),), 12, reference_cupboard(), Manner())
    assert not figures.unread, figures.unread
    return figures


def run() -> None:
    """Prints the timings and their ratios."""
    cupboard = reference_cupboard()
    worked = _work_out(SEEN)
    # As a crust, a batter of 25 lines is out of several windows.
    dough = dough_of(worked, "crust", cupboard)
    setting = Setting(12, EnergySystem.STATED, {}, contents_of(worked, cupboard))
    assert check_of(dough).off
    fresh, seen, check, repairs, swaps = time_calls(
        lambda: _work_out(fresh_lines()),
        lambda: _work_out(SEEN),
        lambda: check_of(dough_of(worked, "crust", cupboard)),
        lambda: repairs_of(dough, cupboard, setting),
        lambda: offers_of(worked, cupboard, EnergySystem.STATED, ()),
        times=200,
    )
    print(f"core, 25 fresh lines   {fresh}   (aim: under 5 ms)")
    print(f"core, 25 lines seen    {seen}   (fresh / seen: {fresh.median_ms / seen.median_ms:.1f})")
    for name, timed in (("crumb check", check), ("repairs", repairs), ("swaps on offer", swaps)):
        print(f"core, {name:16} {timed}   (to 25 fresh lines: {timed.median_ms / fresh.median_ms:.2f})")
