"""The least and the most that the figure of a wish can be while a dessert stays one, and what keeps it there."""

from dataclasses import dataclass, replace

from ample_crumb.core.reformulate.constraints import solver_variables, standing_constraints, wish_constraint
from ample_crumb.core.reformulate.milp import LinearConstraint, Solution, Variable, solve
from ample_crumb.core.reformulate.prepared_program import Prepared
from ample_crumb.core.reformulate.verification import figure_of_piece
from ample_crumb.core.reformulate.wishes import Wish


@dataclass(frozen=True, slots=True)
class WishRange:
    """How far a wish can go by itself, the others aside: from `low` to `high`."""

    wish: str
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Extreme:
    """A figure as far as it goes, None where there is no formula at all, and the limits that keep it there."""

    value: float | None
    kept_by: tuple[str, ...] = ()


def range_of(prepared: Prepared, wish: Wish) -> WishRange:
    """How far a wish can go by itself. Not for claims, nor for character."""
    low, high = extreme(prepared, wish, least=True).value, extreme(prepared, wish, least=False).value
    now = _now(prepared, wish)
    return WishRange(wish.words(), now if low is None else low, now if high is None else high)


def _now(prepared: Prepared, wish: Wish) -> float:
    return figure_of_piece(wish, prepared.made, prepared.formula) or 0.0


def extreme(prepared: Prepared, wish: Wish, *, least: bool) -> Extreme:
    """The least or most that the figure of a wish can be with the dials kept, and the other wishes where it is one of a
    trade-off."""
    model, wishes = prepared.model, prepared.request.wishes
    others = [other for other in wishes if other.name != wish.name] if wish not in wishes else []
    model = replace(model, edges=())
    rows = [*standing_constraints(model), *prepared.wish_rows(others)]
    by_mass = wish_constraint(replace(wish, value=1.0, at_least=True), model)
    whole = wish_constraint(replace(wish, value=0.0, at_least=True), model)
    # Where the figure is a ratio, its bound is found by halving; a share of the batch is linear.
    variables = solver_variables(model)
    if by_mass.coefficients == whole.coefficients:
        sign = 1.0 if least else -1.0
        costs = whole.coefficients
        solution = solve(
            [replace(variable, cost=sign * costs.get(variable.handle, 0.0)) for variable in variables], rows
        )
        if not solution.values:
            return Extreme(None)
        return Extreme(sign * solution.objective, tuple(_binding(solution, rows)))
    return Extreme(
        _by_halving(prepared, wish, [replace(variable, cost=0.0) for variable in variables], rows, least=least)
    )


def _binding(solution: Solution, rows: list[LinearConstraint]) -> list[str]:
    """The named rows that a solution stands on."""
    found = []
    for row in rows:
        if row.name:
            terms = [value * solution.values.get(handle, 0.0) for handle, value in row.coefficients.items()]
            if abs(sum(terms) - row.low) <= 1e-5 * max(1.0, sum(map(abs, terms))) and any(terms):
                found.append(row.name)
    return list(dict.fromkeys(found))


def _by_halving(
    prepared: Prepared, wish: Wish, variables: list[Variable], rows: list[LinearConstraint], *, least: bool
) -> float | None:
    if not solve(variables, rows).values:
        return None
    now = _now(prepared, wish)
    near, far = now, 0.0 if least else max(4 * now, 1.0)
    for _ in range(12):
        middle = (near + far) / 2
        bound = wish_constraint(replace(wish, value=middle, at_least=not least), prepared.model)
        if solve(variables, [*rows, bound]).values:
            near = middle
        else:
            far = middle
    return near
