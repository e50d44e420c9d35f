"""Reach a target: 15 lines, the usual candidates, all dials; against the bare solver calls of the same run."""

from time import perf_counter
from unittest import mock

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.portions import Portioning
from ample_crumb.core.production.production import ProductionInputs
from ample_crumb.core.reformulate import search as reaching
from ample_crumb.core.reformulate.milp import solve
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.search import reformulate
from ample_crumb.core.reformulate.wishes import Wish
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from benchmarks.measure import time_calls

LINES = (
    "200 g oat flour", "60 g almond flour", "30 g cocoa", "40 g whey", "150 g banana, mashed", "120 g skyr", "2 eggs",
    "60 g butter, melted", "80 g brown sugar", "40 g honey", "60 g peanut butter", "2 tsp baking powder", "3 g salt",
    "50 g dark chocolate, chopped", "30 g walnuts, chopped",
)  # fmt: skip


def run() -> None:
    """Prints how long an answer and three answers take, and how much of it is the solver."""
    parts = (Part("", tuple(map(Line, LINES))),)
    formula = FormulaInKitchen(
        parts, "muffin", ProductionInputs(Portioning(count=12)), (), reference_cupboard(), ReadingPreferences()
    )
    aims = iter(range(10_000))
    solving = 0.0

    def timed(*given, **more):  # type: ignore[no-untyped-def]
        nonlocal solving
        begun = perf_counter()
        found = solve(*given, **more)
        solving += perf_counter() - begun
        return found

    def ask(answers: int) -> None:
        aim = 170 + next(aims) % 25
        wishes = (Wish("energy_kcal", aim), Wish("protein_g", 9, at_least=True), Wish("sugars_g", 8))
        assert reformulate(formula, ReformulationRequest(wishes, answers=answers)).answers

    begun = perf_counter()
    with mock.patch.object(reaching, "solve", timed):
        one, three = time_calls(lambda: ask(1), lambda: ask(3), times=25)
    whole = perf_counter() - begun
    print(f"reach, one answer      {one}   (aim: median under 300 ms, 95th percentile under 1 s)")
    print(f"reach, three answers   {three}")
    print(f"reach, to the bare solver calls: {whole / solving:.2f} (aim: at most 3)")
