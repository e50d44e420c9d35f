"""A mixed-integer linear program, as a thin layer over OR-Tools (CBC, and GLOP where all is continuous)."""

from collections.abc import Hashable, Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Any

MOST_SECONDS = 5.0
"""A solve is stopped after so long, with the best that was found."""


class Status(StrEnum):
    """How a solve ended. STOPPED has an answer that may not be the best."""

    OPTIMAL = "optimal"
    STOPPED = "stopped"
    INFEASIBLE = "infeasible"
    UNBOUNDED = "unbounded"


@dataclass(frozen=True, slots=True)
class Variable:
    """A variable within bounds, known by its `handle`, whole numbers only where `whole`; `cost` is what a unit of it
    adds to the objective."""

    handle: Hashable
    low: float = 0.0
    high: float = float("inf")
    cost: float = 0.0
    whole: bool = False


@dataclass(frozen=True, slots=True)
class LinearConstraint:
    """`low` <= sum of coefficient times variable <= `high`, by the handles of variables. `name` says what it keeps,
    empty for what needs no name."""

    coefficients: Mapping[Any, float]
    low: float = float("-inf")
    high: float = float("inf")
    name: str = ""


@dataclass(frozen=True, slots=True)
class Solution:
    """The values of variables by handle, empty where there is none, and the objective. `reduced` are the reduced costs
    of a program without whole numbers: what a unit more of a variable that is not used would cost at least."""

    status: Status
    values: Mapping[Any, float] = field(default_factory=dict)
    objective: float = float("nan")
    reduced: Mapping[Any, float] = field(default_factory=dict)


GAP = 0.01
"""An answer is the best when none can be better by more than this share."""


def _parameters(pywraplp: Any) -> Any:
    parameters = pywraplp.MPSolverParameters()
    parameters.SetDoubleParam(parameters.RELATIVE_MIP_GAP, GAP)
    return parameters


def solve(variables: Sequence[Variable], rows: Sequence[LinearConstraint], seconds: float = MOST_SECONDS) -> Solution:
    """The least objective within the rows. `seconds` is the most it may take."""
    # It takes a while to load, and most requests never need it.
    from ortools.linear_solver import pywraplp

    mixed = any(variable.whole for variable in variables)
    solver: Any = pywraplp.Solver.CreateSolver("CBC" if mixed else "GLOP")
    solver.SuppressOutput()
    solver.SetTimeLimit(max(1, int(seconds * 1000)))
    infinity = solver.infinity()

    def bounded(value: float) -> float:
        return float(min(max(value, -infinity), infinity))

    made = {
        variable.handle: (solver.IntVar if variable.whole else solver.NumVar)(
            bounded(variable.low), bounded(variable.high), ""
        )
        for variable in variables
    }
    for row in rows:
        constraint = solver.Constraint(bounded(row.low), bounded(row.high))
        for handle, coefficient in row.coefficients.items():
            if coefficient:
                constraint.SetCoefficient(made[handle], coefficient)
    objective = solver.Objective()
    for each in variables:
        if each.cost:
            objective.SetCoefficient(made[each.handle], each.cost)
    objective.SetMinimization()
    status = {
        pywraplp.Solver.OPTIMAL: Status.OPTIMAL,
        pywraplp.Solver.FEASIBLE: Status.STOPPED,
        pywraplp.Solver.UNBOUNDED: Status.UNBOUNDED,
    }.get(solver.Solve(_parameters(pywraplp)), Status.INFEASIBLE)
    if status in (Status.INFEASIBLE, Status.UNBOUNDED):
        return Solution(status)
    values = {handle: each.solution_value() for handle, each in made.items()}
    reduced = {} if mixed else {handle: each.reduced_cost() for handle, each in made.items()}
    return Solution(status, values, objective.Value(), reduced)
