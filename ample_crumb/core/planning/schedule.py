"""Plans: the program solved aim by aim, each kept while the next is bettered.

The span first, then the gaps between what hands do, washing between mixes, and what waits warm or wet. The solver is
OR-Tools' CP-SAT; its first aim carries the bound that is told.
"""

import time
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final

from ample_crumb.core.planning.plan import (
    MOST_FORMULAS,
    MOST_TASKS,
    Circle,
    Plan,
    PlanRequest,
)
from ample_crumb.core.planning.solution_reader import read_plan
from ample_crumb.core.planning.task import AFTERWARDS, Resource, Task
from ample_crumb.core.planning.worst_case import with_worst_case
from ample_crumb.core.problem import CannotUse


@dataclass(frozen=True, slots=True)
class Effort:
    """How long to look for a better plan, in seconds, and with how many threads."""

    most_s: float = 5.0
    threads: int = 1


USUAL: Final = Effort()


@dataclass(frozen=True, slots=True)
class Progress:
    """How far the search is: the aim it is at, counted from 1, of how many; and the span so far, None before there is
    a plan."""

    aim: int
    aims: int
    makespan_min: int | None


def plan_bake_day(
    request: PlanRequest, effort: Effort = USUAL, watch: Callable[[Progress], bool] = lambda _: True
) -> Plan:
    """The best plan that is found. `watch` hears of each better one and answers whether to go on.

    Raises CannotUse for no tasks, for more than a bake day holds, for ids that two tasks share and for tasks that wait
    for one that is not there; Circle for tasks that wait for each other.
    """
    _check(request)
    found = _just_in_time(request, effort, watch)
    if found is None:
        found = _Search(request, effort, watch).found()
    if found is None:
        # Too much is asked for: what gives way is counted, and told.
        found = _Search(request, effort, watch, give_way=True).found()
    if found is None:
        raise CannotUse("No plan was found in the time given; take fewer formulas, or give it longer.")
    return with_worst_case(found)


def _just_in_time(request: PlanRequest, effort: Effort, watch: Callable[[Progress], bool]) -> Plan | None:
    """A plan that counts back, found as one from nothing on and then moved as a whole to its moments: how late all can
    begin is how soon it can be done. None where it does not count back, would have to begin before it may, or holds
    tasks at moments of the clock."""
    moments = tuple(formula.ready_by_min for formula in request.formulas)
    if request.forward or request.pinned:
        return None
    free = tuple(replace(formula, ready_by_min=None) for formula in request.formulas)
    found = _Search(replace(request, formulas=free, start_min=0), effort, watch, moments=moments).found()
    if found is None:
        return None
    spare = min(
        moment - task.end_min
        for task in found.tasks
        if (moment := moments[task.formula]) is not None and task.task.kind not in AFTERWARDS
    )
    if request.start_min is not None and found.start_min + spare < request.start_min:
        return None
    moved = (replace(task, start_min=task.start_min + spare, end_min=task.end_min + spare) for task in found.tasks)
    return replace(found, tasks=tuple(moved))


def _check(request: PlanRequest) -> None:
    tasks = {task.id: task for formula in request.formulas for task in formula.tasks}
    count = sum(len(formula.tasks) for formula in request.formulas)
    if not count:
        raise CannotUse("There is nothing to plan: no formula has tasks.")
    if len(request.formulas) > MOST_FORMULAS or count > MOST_TASKS:
        raise CannotUse(f"A bake day holds at most {MOST_FORMULAS} formulas and {MOST_TASKS} tasks.")
    if len(tasks) < count:
        raise CannotUse("Two tasks have one id.")
    if request.start_min is None and all(formula.ready_by_min is None for formula in request.formulas):
        raise CannotUse("Say when to begin, or when something is to be ready.")
    for task in tasks.values():
        if any(wait.task not in tasks for wait in task.after):
            raise CannotUse(f"“{task.name}” waits for a task that is not there.")
    circle = _circle(tasks)
    if circle:
        raise Circle(tuple(tasks[each].name for each in circle))


def _circle(tasks: dict[str, Task]) -> Sequence[str]:
    """Ids of tasks that wait for each other, the first again at the end; empty where there are none."""
    from graphlib import CycleError, TopologicalSorter

    try:
        TopologicalSorter({task.id: [wait.task for wait in task.after] for task in tasks.values()}).prepare()
    except CycleError as wrong:
        return tuple(wrong.args[1])
    return ()


_SPAN_SHARE: Final = 0.6
"""So much of the time left goes to the span, which is what is told of a plan."""

_TOO_SHORT_S: Final = 0.05

_AT_LAST_S: Final = 120.0
"""Longest to look for a first plan where the time given was too short for any."""


@dataclass(frozen=True, slots=True)
class _Aim:
    """An expression to make small, or large where `most`."""

    name: str
    expression: Any
    most: bool = False


class _Search:
    def __init__(
        self,
        request: PlanRequest,
        effort: Effort,
        watch: Callable[[Progress], bool],
        *,
        give_way: bool = False,
        moments: tuple[int | None, ...] = (),
    ) -> None:
        # Its library takes most of a second to load.
        from ample_crumb.core.planning.model import build

        self.request, self.effort, self.watch, self.moments = request, effort, watch, moments
        self.plan = build(request, give_way=give_way)
        self.until = time.monotonic() + effort.most_s
        self.best: Any = None
        self.bound, self.optimal, self.stopped, self.soonest = 0, False, False, True

    def found(self) -> Plan | None:
        """The plan, None where there is none, or none was found in time."""
        aims = tuple(self._aims())
        for number, aim in enumerate(aims, start=1):
            left_s = self.until - time.monotonic()
            if self.best is not None and (left_s <= _TOO_SHORT_S or self.stopped):
                break
            share = _SPAN_SHARE if self.best is None or aim.name == "span" else 1 / (len(aims) - number + 1)
            if not self._solve(aim, max(_TOO_SHORT_S, left_s * share), number, len(aims)) and self.best is None:
                return None
        return read_plan(self.plan, self.request, self.best, self.bound, optimal=self.optimal)

    def _solve(self, aim: _Aim, seconds: float, number: int, aims: int) -> bool:
        """Whether a plan was found that is as good by the aims before; this aim is kept from now on."""
        from ortools.sat.python import cp_model

        model, search = self.plan.model, self
        (model.maximize if aim.most else model.minimize)(aim.expression)
        solver = cp_model.CpSolver()
        solver.parameters.max_time_in_seconds = seconds
        solver.parameters.num_workers, solver.parameters.random_seed = self.effort.threads, 1

        class Heard(cp_model.CpSolverSolutionCallback):
            def on_solution_callback(self) -> None:
                span = round(self.objective_value) if aim.name == "span" else None
                if not search.watch(Progress(number, aims, span)):
                    search.stopped = True
                    self.stop_search()

        status = solver.solve(model, Heard())
        if status == cp_model.UNKNOWN and self.best is None:
            # Any plan is better than none, on however slow a machine.
            solver.parameters.max_time_in_seconds = _AT_LAST_S
            solver.parameters.stop_after_first_solution = True
            status = solver.solve(model, Heard())
        if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return False
        if aim.name == "ready":
            self.soonest = status == cp_model.OPTIMAL
        if aim.name == "span":
            self.optimal = status == cp_model.OPTIMAL and self.soonest
            self.bound = round(solver.best_objective_bound)
        reached = round(solver.objective_value)
        model.add(aim.expression >= reached if aim.most else aim.expression <= reached)
        self.best = solver
        model.clear_hints()  # type: ignore[no-untyped-call]
        for index, value in enumerate(solver.response_proto.solution):
            model.add_hint(model.get_int_var_from_proto_index(index), value)
        return True

    def _aims(self) -> Iterator[_Aim]:
        """What is aimed at in its order."""
        from ortools.sat.python import cp_model

        total = cp_model.LinearExpr.sum
        plan, request = self.plan, self.request
        if plan.moved:
            yield _Aim("moved", total([*plan.moved.values()]))
        if plan.too_long:
            yield _Aim("too long", total([over for _, _, over in plan.too_long]))
        if plan.late:
            yield _Aim("late", total([*plan.late.values()]))
        if self.moments:
            yield from self._towards_moments()
        elif not request.forward:
            yield _Aim("span", plan.last - plan.first)
            yield _Aim("begin late", plan.first, most=True)
        else:
            yield _Aim("span", plan.last)
        standing = request.standing
        if standing is not None and standing.planned_min:
            yield _Aim("changes", total([*self._changes()]))
        hands = [task for task in plan.tasks.values() if Resource.HANDS in task.task.ways[0].uses]
        if hands:
            low, high = plan.horizon
            first, last = (plan.model.new_int_var(low, high, name) for name in ("hands first", "hands last"))
            for each in hands:
                plan.model.add(first <= each.start)
                plan.model.add(last >= each.end)
            yield _Aim("hands-on gaps", last - first)
        heatings = [task.present for task in plan.tasks.values() if task.present is not None]
        if plan.washes or heatings:
            yield _Aim("washings", total([*(wash.present for wash in plan.washes), *heatings]))
        waits = [
            task.start - plan.tasks[wait.task].end
            for task in plan.tasks.values()
            for wait in task.task.after
            if wait.spoils and wait.task in plan.tasks
        ]
        if waits:
            yield _Aim("waiting", total(waits))
        yield _Aim("tidy", total([*self._untidy()]))

    def _towards_moments(self) -> Iterator[_Aim]:
        """How late all can begin is how little the last of all comes after its moment, whatever zero is. With one
        moment for all the span comes first; with several it would keep early things from being early."""
        known = [moment for moment in self.moments if moment is not None]
        latest = max(known)
        low, high = self.plan.horizon
        after = self.plan.model.new_int_var(low, high + latest - min(known), "after its moment")
        for task in self.plan.tasks.values():
            moment = self.moments[task.formula]
            if moment is not None and task.task.kind not in AFTERWARDS:
                self.plan.model.add(after >= task.end + latest - moment)
        span, ready = _Aim("span", self.plan.last), _Aim("ready", after)
        yield from (span, ready) if set(self.moments) == {latest} else (ready, span)

    def _changes(self) -> Iterator[Any]:
        """By how much what is still to come moves."""
        standing = self.request.standing
        assert standing is not None
        low, high = self.plan.horizon
        for task in self.plan.tasks.values():
            if task.task.id in standing.planned_min:
                moved = self.plan.model.new_int_var(0, high - low, f"{task.task.id} moves")
                self.plan.model.add_abs_equality(moved, task.start - standing.planned_min[task.task.id])
                yield moved

    def _untidy(self) -> Iterator[Any]:
        """What nobody minds much: another way than the usual, another heat than written, a moment later than need."""
        for task in self.plan.tasks.values():
            yield from (20 * chosen for chosen in task.ways[1:])
            if task.present is None:
                yield -task.start if self.moments or not self.request.forward else task.start
        for bake in self.plan.bakes.values():
            other = self.plan.model.new_bool_var(f"{bake.placed.task.id} other heat")
            self.plan.model.add(bake.heat_c == (bake.placed.task.oven_c or 0)).only_enforce_if(~other)
            yield 20 * other
