"""Filling a day: thirty things at hand, three ways; against the bare solver calls of the same run."""

import random
from time import perf_counter
from typing import Any
from unittest import mock

from ortools.sat.python import cp_model

from ample_crumb.core.day.fill import DayRoom, FillFood, fill_day
from benchmarks.measure import time_calls


def run() -> None:
    """Prints how long three ways take, and how much of it is the solver."""
    dice = random.Random(4)
    foods = [
        FillFood(str(n), dice.randint(60, 300), dice.randint(3, 28), dice.uniform(2, 15), dice.randint(1, 8))
        for n in range(30)
    ]
    solving = 0.0
    solve = cp_model.CpSolver.solve

    def timed(solver: cp_model.CpSolver, *given: Any) -> Any:
        nonlocal solving
        begun = perf_counter()
        found = solve(solver, *given)
        solving += perf_counter() - begun
        return found

    begun = perf_counter()
    with mock.patch.object(cp_model.CpSolver, "solve", timed):
        plain, sure, nearest = time_calls(
            lambda: fill_day(foods, DayRoom(dice.randint(400, 700), dice.randint(30, 50)), 0.5),
            lambda: fill_day(foods, DayRoom(dice.randint(400, 700), dice.randint(30, 50), 20, sure=True), 0.5),
            lambda: fill_day(foods, DayRoom(dice.randint(100, 200), dice.randint(60, 90)), 0.5),
            times=20,
        )
    whole = perf_counter() - begun
    print(f"fill a day, three ways       {plain}   (aim: under 1 s)")
    print(f"fill a day, surely under     {sure}")
    print(f"fill a day, the nearest      {nearest}")
    print(f"fill, to the bare solver calls: {whole / solving:.2f} (aim: at most 3)")
