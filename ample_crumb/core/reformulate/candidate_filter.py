"""A smaller program with the same answers, as far as the one without whole numbers tells: most of the time goes into
telling apart foods that hardly differ, and edges that no answer comes near to."""

from collections.abc import Iterable, Sequence
from dataclasses import replace
from typing import Final

from ample_crumb.core.reformulate.constraints import ReformulationModel, grams_of, roles_of
from ample_crumb.core.reformulate.handles import Grams, Present
from ample_crumb.core.reformulate.milp import LinearConstraint, Solution, Variable, solve
from ample_crumb.core.reformulate.variables import AmountVariable
from ample_crumb.core.reformulate.window_penalties import EdgeCost

_OF_EACH_KIND: Final = 2
"""So many foods of each kind are looked at for an answer; the next answer looks anew, without what was answered."""


def solve_relaxed(variables: Iterable[Variable], rows: Sequence[LinearConstraint]) -> Solution:
    """The program without whole numbers."""
    return solve([replace(variable, whole=False) for variable in variables], rows)


_CLOSE: Final = 0.2
"""Of a window's width, what is further from an edge than this without whole numbers hardly comes near it with them."""


def _with_close_edges(model: ReformulationModel, relaxed: Solution) -> ReformulationModel:
    """The model with the costs of those edges alone that an answer comes near to: the rest only take time."""
    if not relaxed.values:
        return model
    grams = grams_of(relaxed.values, model.variables)

    def is_close(edge: EdgeCost) -> bool:
        return sum(edge.coefficients[each] * amount_g for each, amount_g in grams.items()) < _CLOSE * edge.width

    return replace(model, edges=tuple(filter(is_close, model.edges)))


def filter_candidates(model: ReformulationModel, relaxed: Solution) -> ReformulationModel:
    """The model with a few foods of each kind alone: those that the program without whole numbers uses, or would find
    cheapest to begin with. Most of the time goes into telling apart foods that hardly differ."""
    if not relaxed.values:
        return model
    model = _with_close_edges(model, relaxed)
    answered = frozenset().union(*model.refused)
    out: set[AmountVariable] = set()
    for members in roles_of(model.variables).values():
        ranked = sorted(members, key=lambda each: (-relaxed.values[Grams(each)], relaxed.reduced[Present(each)]))
        used = sum(relaxed.values[Grams(each)] > 1e-6 for each in ranked[:_OF_EACH_KIND])
        out |= {each for each in ranked[max(1, used) :] if each.item.slug not in answered}
    return model.over([variable for variable in model.variables if variable not in out])


def with_what_stays(variables: list[Variable], relaxed: Solution) -> list[Variable]:
    """The variables with those lines there for sure that stay where there are no whole numbers."""

    def fixed(each: Variable) -> Variable:
        if not isinstance(each.handle, Present) or each.handle.amount.comes_in or not relaxed.values:
            return each
        stays = relaxed.values[Grams(each.handle.amount)] >= each.handle.amount.low_g - 1e-9
        return replace(each, low=1.0, whole=False) if stays else each

    return [fixed(variable) for variable in variables]
