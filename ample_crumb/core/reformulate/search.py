"""Reach a target: up to three answers that hold, or the wishes that clash and the nearest that can be had."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from enum import StrEnum

from ample_crumb.core.reformulate.answers import Answer, answer_of
from ample_crumb.core.reformulate.candidate_filter import filter_candidates, solve_relaxed, with_what_stays
from ample_crumb.core.reformulate.constraints import (
    Apart,
    solver_variables,
    standing_constraints,
)
from ample_crumb.core.reformulate.extremes import WishRange, range_of
from ample_crumb.core.reformulate.handles import Present
from ample_crumb.core.reformulate.milp import Solution, Status, Variable, solve
from ample_crumb.core.reformulate.nearest_answer import clash, limits_in_the_way, nearest_answer
from ample_crumb.core.reformulate.prepared_program import MARGINS, Prepared, prepare
from ample_crumb.core.reformulate.request import ReformulationRequest
from ample_crumb.core.reformulate.verification import SURE, sd_of
from ample_crumb.core.swap.formula_in_kitchen import FormulaInKitchen
from ample_crumb.core.wording import join_names


class ReformulationStatus(StrEnum):
    """Whether the wishes were met."""

    MET = "met"
    NEAREST = "nearest"


@dataclass(frozen=True, slots=True)
class Reformulation:
    """What came of it. `clash` names at most three wishes that cannot all be, in `sentence`; `far` says how far each of
    them can go by itself, still a dessert, `lifting` which limits alone, lifted, would let them all be. `remarks` say
    what was left out. `stopped` when the time was up before the best was sure."""

    status: ReformulationStatus
    answers: tuple[Answer, ...]
    clash: tuple[str, ...]
    sentence: str
    remarks: tuple[str, ...]
    stopped: bool = False
    far: tuple[WishRange, ...] = ()
    lifting: tuple[str, ...] = ()


def reformulate(formula: FormulaInKitchen, request: ReformulationRequest) -> Reformulation:
    """Up to `request.answers` different answers, the nearest first; the nearest that can be had where they clash.

    Raises CannotUse for wishes that contradict each other or rest on what nobody said, and for a formula without lines.
    """
    prepared = prepare(formula, request)
    found: list[Answer] = []
    stopped = False
    for _ in range(request.answers):
        answer = None
        for apart in Apart if found else (Apart.ANYHOW,):
            framed = replace(prepared, model=replace(prepared.model, apart=apart))
            answered = next_answer(framed, tuple(each.added for each in found))
            answer, stopped = answered.answer, stopped or answered.late
            if answer is not None:
                break
        if answer is None:
            break
        found.append(answer)
    if found:
        # Of two as near, the one that touches fewer lines.
        found.sort(key=lambda answer: (round(answer.objective, 1), answer.changed, answer.objective))
        return Reformulation(ReformulationStatus.MET, tuple(found), (), "", prepared.remarks, stopped)
    return _nearest(prepared)


@dataclass(frozen=True, slots=True)
class Answered:
    """An answer if there is one, and whether time was up before it was sure to be the best."""

    answer: Answer | None
    late: bool


def next_answer(prepared: Prepared, refused: tuple[frozenset[str], ...]) -> Answered:
    """The nearest answer with another set of additions than these."""
    wishes = prepared.request.wishes
    model = replace(prepared.model, refused=refused)
    tightened = dict.fromkeys(wishes, 0.0)
    late = False
    relaxed = solve_relaxed(solver_variables(model), [*standing_constraints(model), *prepared.wish_rows(wishes)])
    model = filter_candidates(model, relaxed)
    prepared = replace(prepared, model=model)
    open_still = variables = with_what_stays(solver_variables(model), relaxed)
    for margin in MARGINS:
        standing = standing_constraints(prepared.with_room(model, margin))
        rows = [*standing, *prepared.wish_rows(wishes, margin, tightened)]
        solution = solve(variables, rows)
        if not solution.values and variables is not open_still:
            # What was settled has no room for rounding; something else may.
            variables = open_still
            solution = solve(variables, rows)
        if solution.values and variables is open_still:
            # What comes in and what goes is settled; only how much of it is asked again.
            variables = _settled(variables, solution)
        late = late or solution.status is Status.STOPPED
        if not solution.values:
            # Room for rounding is what does not fit; what needs none was tried first.
            return Answered(None, late)
        answer = answer_of(prepared, solution)
        if not answer.missed and answer.sound:
            return Answered(answer, late)
        for wish in wishes:
            if prepared.request.sure and wish.has_figure:
                tightened[wish] = SURE * sd_of(wish, answer.piece)
    return Answered(None, late)


def _settled(variables: Sequence[Variable], solution: Solution) -> list[Variable]:
    """The variables with what is there and what is not fixed as it was found; whole eggs stay free to be counted
    anew."""

    def fixed(each: Variable) -> Variable:
        here = round(solution.values[each.handle])
        return replace(each, low=here, high=here, whole=False)

    return [fixed(variable) if isinstance(variable.handle, Present) else variable for variable in variables]


def _nearest(prepared: Prepared) -> Reformulation:
    """The wishes that clash, and the formula that misses them least."""
    found = nearest_answer(prepared)
    remarks = prepared.remarks
    if found.answer is not None and not found.answer.missed:
        return Reformulation(ReformulationStatus.MET, (found.answer,), (), "", remarks, found.late)
    clashing = clash(prepared)
    words = tuple(wish.words() for wish in clashing)
    far = tuple(range_of(prepared, wish) for wish in clashing if wish.has_figure)
    lifting = tuple(limits_in_the_way(prepared))
    if found.answer is None:
        sentence = f"{_in_words(words)} {found.why_none}"
        return Reformulation(ReformulationStatus.NEAREST, (), words, sentence, remarks, found.late, far, lifting)
    answers, sentence = (found.answer,), _in_words(words)
    return Reformulation(ReformulationStatus.NEAREST, answers, words, sentence, remarks, found.late, far, lifting)


def _in_words(words: Sequence[str]) -> str:
    if not words:
        return "Not all of it can be had at once in amounts that a kitchen measures; no few of the wishes are to blame."
    if len(words) == 1:
        first = f"{words[0][0].upper()}{words[0][1:]}"
        return f"{first} cannot be, whichever other wish gives way: not with these lines and this crumb."
    return f"These cannot all be, and still be this crumb: {join_names(words)}."
