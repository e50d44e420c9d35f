"""How far a wish can go by itself, and what protein costs in energy."""

from dataclasses import dataclass, replace
from typing import Final

from ample_crumb.core.reformulate.answers import Answer
from ample_crumb.core.reformulate.constraints import solver_variables, standing_constraints, wish_constraint
from ample_crumb.core.reformulate.milp import LinearConstraint, Variable, solve
from ample_crumb.core.reformulate.prepared import Prepared, prepare
from ample_crumb.core.reformulate.request import FormulaToReformulate, ReformulationRequest
from ample_crumb.core.reformulate.search import next_answer
from ample_crumb.core.reformulate.verification import figure_of_piece
from ample_crumb.core.reformulate.wishes import Wish


@dataclass(frozen=True, slots=True)
class WishRange:
    """How far a wish can go by itself, the others aside: from `low` to `high`."""

    wish: str
    low: float
    high: float


def wish_ranges(formula: FormulaToReformulate, request: ReformulationRequest) -> tuple[WishRange, ...]:
    """For each wish, between which values its figure can lie while the dials hold and the other wishes are let go."""
    prepared = prepare(formula, request)
    return tuple(_range(prepared, wish) for wish in request.wishes if not wish.needs)


def _range(prepared: Prepared, wish: Wish) -> WishRange:
    low, high = _extreme(prepared, wish, least=True), _extreme(prepared, wish, least=False)
    now = _now(prepared, wish)
    return WishRange(wish.words(), now if low is None else low, now if high is None else high)


@dataclass(frozen=True, slots=True)
class TradeOffPoint:
    """A point of a trade-off: the most protein of a piece that has so much energy; None where there is none."""

    energy_kcal: float
    protein_g: float | None
    answer: Answer | None


def trade_off_point(formula: FormulaToReformulate, request: ReformulationRequest, energy_kcal: float) -> TradeOffPoint:
    """The most protein that a piece of at most this energy can have, the other wishes kept."""
    others = tuple(wish for wish in request.wishes if wish.name not in ("energy_kcal", "protein_g"))
    capped = replace(request, wishes=(*others, Wish("energy_kcal", energy_kcal)))
    most = _extreme(prepare(formula, capped), Wish("protein_g", 0.0, at_least=True), least=False)
    if most is None:
        return TradeOffPoint(energy_kcal, None, None)
    for share in _BELOW_THE_MOST:
        wished = replace(request, wishes=(*capped.wishes, Wish("protein_g", most * share, at_least=True)), answers=1)
        answer = next_answer(prepare(formula, wished), ()).answer
        if answer is not None:
            return TradeOffPoint(energy_kcal, answer.piece.figures.nutrients.protein_g, answer)
    return TradeOffPoint(energy_kcal, most, None)


_BELOW_THE_MOST: Final = (0.985, 0.96, 0.92)
"""A little less than the very most leaves room for kitchen amounts."""


def _now(prepared: Prepared, wish: Wish) -> float:
    return figure_of_piece(wish, prepared.made, prepared.formula) or 0.0


def _extreme(prepared: Prepared, wish: Wish, *, least: bool) -> float | None:
    """The least or most that the figure of a wish can be with the dials kept, and the other wishes where it is one of a
    trade-off; None where there is no formula at all."""
    model, wishes = prepared.model, prepared.request.wishes
    others = [each for each in wishes if each.name != wish.name] if wish not in wishes else []
    rows = [*standing_constraints(model), *prepared.wish_rows(others)]
    by_mass = wish_constraint(replace(wish, value=1.0, at_least=True), model)
    whole = wish_constraint(replace(wish, value=0.0, at_least=True), model)
    # Where the figure is a ratio, its bound is found by halving; a share of the batch is linear.
    variables = solver_variables(model)
    if by_mass.coefficients == whole.coefficients:
        sign = 1.0 if least else -1.0
        costs = whole.coefficients
        solution = solve([replace(each, cost=sign * costs.get(each.handle, 0.0)) for each in variables], rows)
        return sign * solution.objective if solution.values else None
    return _by_halving(prepared, wish, [replace(each, cost=0.0) for each in variables], rows, least=least)


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
