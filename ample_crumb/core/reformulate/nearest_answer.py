"""Where wishes clash: which of them, and the formula that misses them least without missing any by more than now."""

import math
from collections.abc import Iterable, Set
from dataclasses import dataclass, replace
from itertools import combinations
from typing import Final

from ample_crumb.core.reformulate.answers import Answer, answer_of
from ample_crumb.core.reformulate.candidate_filter import filter_candidates, solve_relaxed, with_what_stays
from ample_crumb.core.reformulate.constraints import ReformulationModel, solver_variables, standing_constraints
from ample_crumb.core.reformulate.dessert_limits import Limit
from ample_crumb.core.reformulate.handles import Grams, Handle, Missed
from ample_crumb.core.reformulate.milp import LinearConstraint, Solution, Status, Variable, solve
from ample_crumb.core.reformulate.prepared_program import MARGINS, Prepared
from ample_crumb.core.reformulate.wishes import Wish

_FEW_WISHES: Final = 6
"""Up to so many wishes, pairs of them are tried with whole numbers too."""


@dataclass(frozen=True, slots=True)
class Nearest:
    """The nearest answer, or in a sentence why there is none; `late` when time was up before it was sure to be that."""

    answer: Answer | None
    why_none: str
    late: bool


def nearest_answer(prepared: Prepared) -> Nearest:
    """The formula that misses the wishes least: no wish is further off than it was, and no dial worse where that can
    be, else it says so."""
    late = solved = False
    at_a_price: Answer | None = None
    # The least room first: more of it only where rounding would cost a dial or a wish.
    for margin in (*MARGINS[1:], MARGINS[0]):
        solution = _elastic(prepared, margin)
        late = late or solution.status is Status.STOPPED
        if not solution.values:
            continue
        solved = True
        answer = answer_of(prepared, solution)
        if answer.sound and (not answer.missed or answer.changed):
            return Nearest(answer, "", late)
        if answer.no_further and answer.changed and at_a_price is None:
            at_a_price = replace(answer, missed=(*answer.missed, "a crumb no worse than it is"))
    if at_a_price is not None:
        return Nearest(at_a_price, "", late)
    return Nearest(None, _NOTHING_NEARER if solved or _stands(prepared) else _NO_FORMULA, late)


_NOTHING_NEARER: Final = "Nothing that a kitchen measures comes nearer than what you have."
_NO_FORMULA: Final = "What is locked, banned or bounded leaves no formula that bakes; let something go first."


def _stands(prepared: Prepared) -> bool:
    """Whether any formula keeps to what is locked, banned and bounded, and to the dials."""
    free = [replace(each, cost=0.0) for each in solver_variables(prepared.model)]
    return bool(solve(free, standing_constraints(prepared.model)).values)


def _elastic(prepared: Prepared, margin: float) -> Solution:
    """The least violations of the wishes, each at a cost that dwarfs all else, and none greater than now."""
    slack, wishes = _missing(prepared, margin)

    def rows(model: ReformulationModel) -> list[LinearConstraint]:
        return [*standing_constraints(prepared.with_room(model, margin)), *wishes]

    relaxed = solve_relaxed([*solver_variables(prepared.model), *slack], rows(prepared.model))
    model = filter_candidates(prepared.model, relaxed)
    kept = {Grams(variable) for variable in model.variables}
    wishes = [_over(kept, row) for row in wishes]
    return solve([*with_what_stays(solver_variables(model), relaxed), *slack], rows(model))


def _over(kept: Set[Handle], row: LinearConstraint) -> LinearConstraint:
    """A row over these variables alone, and what it may be missed by."""
    of_them = {each: value for each, value in row.coefficients.items() if each in kept or isinstance(each, Missed)}
    return replace(row, coefficients=of_them)


def _missing(prepared: Prepared, margin: float) -> tuple[list[Variable], list[LinearConstraint]]:
    """The rows of the wishes, each with what it may be missed by."""
    model = prepared.model
    slack: list[Variable] = []
    rows = []
    for wish in prepared.request.wishes:
        for row in prepared.rows_of(wish, margin):
            missed = Missed(len(slack))
            # Counted by how large the row can grow, so that kcal and grams weigh alike.
            grown = (abs(value) * model.piece.batch_g / 10 for value in row.coefficients.values())
            cost = 1000.0 / max(abs(row.low), *grown, 1e-6)
            slack.append(Variable(missed, 0.0, _missed_now(prepared, row, margin), cost))
            rows.append(LinearConstraint({**row.coefficients, missed: 1.0}, row.low, row.high))
    return slack, rows


def _missed_now(prepared: Prepared, row: LinearConstraint, margin: float) -> float:
    """By how much the formula as it is misses a row, less a margin that rounding may cost."""
    if math.inf in prepared.missed_by.values():
        return math.inf
    now = sum(row.coefficients.get(Grams(amount), 0.0) * amount.was_g for amount in prepared.model.variables)
    return max(0.0, (row.low - now) * (1 - margin))


def clash(prepared: Prepared) -> tuple[Wish, ...]:
    """The fewest wishes, three at most, that cannot be together while the dials hold; none where amounts finer than a
    kitchen's would do, or more than three wishes are in it."""
    wishes = prepared.request.wishes
    prepared = replace(prepared, model=replace(prepared.model, edges=()))
    free = [replace(each, cost=0.0) for each in solver_variables(prepared.model)]
    relaxed = [replace(each, whole=False) for each in free]
    # Without whole numbers first: that is quick, and what clashes so clashes with them too.
    for variables, most in ((relaxed, 3), (free, 2 if len(wishes) <= _FEW_WISHES else 1)):
        for count in range(1, most + 1):
            for some in combinations(wishes, count):
                rows = [*standing_constraints(prepared.model), *prepared.wish_rows(some)]
                if solve(variables, rows).status is Status.INFEASIBLE:
                    return some
    return ()


LIFTED_WORDS: Final = {
    Limit.SWEETNESS: "it may be less sweet, or sweeter",
    Limit.CHARACTER: "it may bite differently",
    Limit.SHARES: "there may be more of a thing than bakers use",
    Limit.ROLES: "more of its flour, fat, sugar's bulk or flavour may go",
    Limit.CAUTIONS: "it may bring cautions that it did not have",
}
BORNE_WORDS: Final = "a piece may hold more sweetener than is usually tolerated"


def limits_in_the_way(prepared: Prepared) -> Iterable[str]:
    """The limits one of which, lifted by itself, would let all wishes be, in words; none where they could be as it is,
    in amounts finer than a kitchen's."""
    model = replace(prepared.model, edges=())
    free = [replace(each, cost=0.0, whole=False) for each in solver_variables(model)]
    wishes = prepared.wish_rows(prepared.request.wishes)
    if solve(free, [*standing_constraints(model), *wishes]).values:
        return
    without = {
        words: replace(model, dessert=tuple(row for row in model.dessert if row.limit is not limit))
        for limit, words in LIFTED_WORDS.items()
    }
    for words, lifted in {**without, BORNE_WORDS: replace(model, tolerance_count=None)}.items():
        if solve(free, [*standing_constraints(lifted), *wishes]).values:
            yield words
