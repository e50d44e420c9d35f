"""Whole packs as sold for so many grams: those that leave least, then the fewest."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from ample_crumb.core.problem import CannotUse

MOST_SIZES: Final = 20
MOST_G: Final = 1_000_000.0
"""A tonne of one food is no kitchen's list."""

_PER_G: Final = 100
"""The program counts in hundredths of a gram: no pack is weighed finer."""


@dataclass(frozen=True, slots=True)
class Packs:
    """A number of packs of one size."""

    pack_g: float
    count: int


def fewest_left(missing_g: float, sizes_g: Sequence[float]) -> tuple[Packs, ...]:
    """Packs of these sizes that hold at least `missing_g` and as little more as can be; among those the fewest, the
    largest first. Empty where nothing is missing or no size is known.

    Raises CannotUse unless every size and what is missing lie within `MOST_G`.
    """
    sizes = sorted({round(size * _PER_G) for size in sizes_g}, reverse=True)
    if missing_g > MOST_G or len(sizes) > MOST_SIZES or any(not 0 < size <= MOST_G * _PER_G for size in sizes):
        raise CannotUse(f"Packs hold over 0 g and at most {MOST_G:,.0f} g, in at most {MOST_SIZES} sizes of one food.")
    wanted = math.ceil(round(missing_g * _PER_G, 6))
    if wanted <= 0 or not sizes:
        return ()
    return tuple(
        Packs(size / _PER_G, count) for size, count in zip(sizes, _counts(wanted, sizes), strict=True) if count
    )


def _counts(wanted: int, sizes: Sequence[int]) -> tuple[int, ...]:
    """How many of each size: an integer program with two aims, the second told by a weight that it cannot outgrow."""
    if len(sizes) == 1:
        return (-(-wanted // sizes[0]),)
    # Its library takes most of a second to load, and most lists have one size of a food.
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    # One of the smallest more than enough is never better.
    most = [-(-wanted // size) for size in sizes]
    counts = [model.new_int_var(0, each, f"of {size}") for size, each in zip(sizes, most, strict=True)]
    held = cp_model.LinearExpr.weighted_sum(counts, list(sizes))
    model.add(held >= wanted)
    model.add(held < wanted + min(sizes))
    number = cp_model.LinearExpr.sum(counts)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 1
    model.minimize(held)
    solver.solve(model)
    model.add(held == round(solver.objective_value))
    model.minimize(number)
    solver.solve(model)
    return tuple(solver.value(count) for count in counts)
