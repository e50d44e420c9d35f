"""Reading and totalling a recipe of 25 lines, lines never seen before and lines seen before."""

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line, Part, work_out
from ample_crumb.core.formula.reading import Manner
from bench.measure import time_calls
from bench.recipe import fresh_lines

SEEN = fresh_lines()


def _work_out(lines: list[str]) -> None:
    figures = work_out((Part("", tuple(map(Line, lines))),), 12, reference_cupboard(), Manner())
    assert not figures.unread, figures.unread


def run() -> None:
    """Prints both timings and their ratio."""
    fresh, seen = time_calls(lambda: _work_out(fresh_lines()), lambda: _work_out(SEEN), times=200)
    print(f"core, 25 fresh lines   {fresh}   (aim: under 5 ms)")
    print(f"core, 25 lines seen    {seen}   (fresh / seen: {fresh.median_ms / seen.median_ms:.1f})")
