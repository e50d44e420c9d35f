"""A plan as a constraint program: what must hold, whatever is aimed at.

The names are those of scheduling: an interval has a start, an end and may be optional; precedence, no overlap and
cumulative use; a circuit for what follows what in one bowl.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from itertools import combinations
from typing import Any, Final

from ortools.sat.python import cp_model

from ample_crumb.core.planning.kitchen import KEEPS_HOT_MIN, WASH_MIN
from ample_crumb.core.planning.plan import PlanRequest
from ample_crumb.core.planning.task import AFTERWARDS, Resource, Task, TaskKind

_SHARED: Final = (Resource.MICROWAVE, Resource.STOVE, Resource.FRIDGE, Resource.FREEZER, Resource.BLENDER)


@dataclass(slots=True)
class TaskVariables:
    """A task as variables: `present` is None where it must be done; `ways` are the literals of its ways, where there
    are several."""

    formula: int
    task: Task
    start: Any
    end: Any
    present: Any = None
    ways: list[Any] = field(default_factory=list)


@dataclass(slots=True)
class BakeVariables:
    """A task in an oven: which, at which heat, and how long the oven is left on after it."""

    placed: TaskVariables
    oven: Any
    heat_c: Any
    hold: Any


@dataclass(slots=True)
class WashVariables:
    """A wash after one mix of a formula."""

    formula: int
    vessel: str
    kind: Resource
    start: Any
    end: Any
    present: Any


@dataclass(slots=True)
class PlanModel:
    """The program with handles to its variables. `late` by formula; `too_long` the minutes by which a wait is too long,
    with the tasks of it, empty unless waits give way; `moved` tells for each pinned task whether it had to. `borrowed`
    are things of which one task needs more at once than there are, with how many it needs."""

    model: cp_model.CpModel
    tasks: dict[str, TaskVariables]
    bakes: dict[str, BakeVariables]
    washes: list[WashVariables]
    first: Any
    last: Any
    late: dict[int, Any] = field(default_factory=dict)
    too_long: list[tuple[Task, Task, Any]] = field(default_factory=list)
    moved: dict[str, Any] = field(default_factory=dict)
    borrowed: dict[Resource, int] = field(default_factory=dict)
    horizon: tuple[int, int] = (0, 0)


def build(request: PlanRequest, *, give_way: bool = False) -> PlanModel:
    """The program of what is asked. With `give_way` waits may get too long and pinned tasks may move, each counted, so
    that there always is a plan."""
    return _Building(request, give_way).built()


class _Building:
    def __init__(self, request: PlanRequest, give_way: bool) -> None:
        self.request, self.give_way = request, give_way
        self.model = cp_model.CpModel()
        self.kitchen = request.kitchen
        self.low, self.high = _horizon(request)
        first, last = (self.model.new_int_var(self.low, self.high, name) for name in ("first", "last"))
        self.plan = PlanModel(self.model, {}, {}, [], first, last, horizon=(self.low, self.high))

    def built(self) -> PlanModel:
        for number, formula in enumerate(self.request.formulas):
            for task in formula.tasks:
                if self.request.standing is None or task.id not in self.request.standing.skipped:
                    self.plan.tasks[task.id] = self._task(number, task)
        for each in self.plan.tasks.values():
            self._waits(each)
            self._stands(each)
            self.model.add(self.plan.first <= each.start)
            self.model.add(self.plan.last >= each.end)
        hands = self._uses(Resource.HANDS)
        self._vessels(hands)
        self._cumulative(hands, self.kitchen.hands)
        for resource in _SHARED:
            self._cumulative(self._uses(resource), self.kitchen.capacity(resource))
        self._ovens()
        self._ready()
        return self.plan

    def _moment(self, name: str) -> Any:
        return self.model.new_int_var(self.low, self.high, name)

    def _task(self, formula: int, task: Task) -> TaskVariables:
        made = TaskVariables(formula, task, self._moment(f"{task.id} start"), self._moment(f"{task.id} end"))
        if task.kind is TaskKind.PREHEAT:
            made.present = self.model.new_bool_var(f"{task.id} heats")
        fixed = self._fixed_minutes(task)
        if fixed is not None:
            self.model.add(made.end == made.start + fixed)
        elif len(task.ways) == 1:
            self.model.add(made.end == made.start + task.minutes.likely)
        else:
            made.ways = [self.model.new_bool_var(f"{task.id} way {number}") for number in range(len(task.ways))]
            self.model.add_exactly_one(made.ways)
            for way, chosen in zip(task.ways, made.ways, strict=True):
                self.model.add(made.end == made.start + way.minutes.likely).only_enforce_if(chosen)
        return made

    def _fixed_minutes(self, task: Task) -> int | None:
        """How long it took, or takes at least when it runs over."""
        standing = self.request.standing
        if standing is None:
            return None
        if task.id in standing.done:
            begun, ended = standing.done[task.id]
            return ended - begun
        if task.id in standing.begun:
            return max(task.minutes.likely, standing.now_min - standing.begun[task.id])
        return None

    def _stands(self, each: TaskVariables) -> None:
        """Where what is done stays, nothing begins in the past, and what is pinned begins as it is pinned."""
        standing, pinned = self.request.standing, self.request.pinned.get(each.task.id)
        if standing is not None:
            begun = standing.begun.get(each.task.id)
            if each.task.id in standing.done:
                begun = standing.done[each.task.id][0]
            if begun is not None:
                self.model.add(each.start == begun)
                if each.present is not None:
                    self.model.add(each.present == 1)
                return
            self.model.add(each.start >= standing.now_min)
        elif self.request.start_min is not None:
            self.model.add(each.start >= self.request.start_min)
        if pinned is not None and self.low <= pinned <= self.high:
            if self.give_way:
                moved = self.model.new_bool_var(f"{each.task.id} moved")
                self.model.add(each.start == pinned).only_enforce_if(~moved)
                self.plan.moved[each.task.id] = moved
            else:
                self.model.add(each.start == pinned)
            if each.present is not None:
                self.model.add(each.present == 1)

    def _waits(self, each: TaskVariables) -> None:
        for wait in each.task.after:
            other = self.plan.tasks.get(wait.task)
            if other is None:
                continue
            needed = [] if other.present is None else [other.present]
            self.model.add(each.start >= other.end + wait.least_min).only_enforce_if(needed)
            if wait.longest_min is None:
                continue
            until = other.end + wait.longest_min
            if self.give_way:
                over = self.model.new_int_var(0, self.high - self.low, f"{each.task.id} waits too long")
                self.plan.too_long.append((other.task, each.task, over))
                until = until + over
            self.model.add(each.start <= until).only_enforce_if(needed)

    def _uses(self, resource: Resource) -> list[Any]:
        found = []
        for each in self._at_work(resource):
            for number, way in enumerate(each.task.ways):
                if resource not in way.uses:
                    continue
                name = f"{each.task.id} {resource} {number}"
                chosen = each.ways[number] if each.ways else each.present
                size = self._fixed_minutes(each.task)
                size = way.minutes.likely if size is None else size
                if chosen is None:
                    found.append(self.model.new_interval_var(each.start, size, each.end, name))
                elif size == self._fixed_minutes(each.task) and each.ways:
                    # What is under way keeps the way it was planned in: the first.
                    found += [self.model.new_interval_var(each.start, size, each.end, name)] if number == 0 else []
                else:
                    found.append(self.model.new_optional_interval_var(each.start, size, each.end, chosen, name))
        return found

    def _at_work(self, resource: Resource) -> list[TaskVariables]:
        """What still takes room on a thing: nothing that is done, and of what is under way no more than there is room
        for, whoever manages three things at once."""
        standing, tasks = self.request.standing, list(self.plan.tasks.values())
        if standing is None:
            return tasks
        begun = [task for task in tasks if task.task.id in standing.begun and resource in task.task.ways[0].uses]
        too_many = {each.task.id for each in begun[self.kitchen.capacity(resource) :]}
        return [task for task in tasks if task.task.id not in too_many and task.task.id not in standing.done]

    def _cumulative(self, intervals: Sequence[Any], capacity: int) -> None:
        if len(intervals) <= capacity:
            return
        if capacity == 1:
            self.model.add_no_overlap(intervals)
        else:
            self.model.add_cumulative(intervals, [1] * len(intervals), capacity)

    def _vessels(self, hands: list[Any]) -> None:
        """A bowl or blender holds one mix from its first task to its last, and is washed before one that is unlike."""
        for kind in (Resource.BOWL, Resource.BLENDER):
            mixes: dict[str, list[TaskVariables]] = {}
            for each in self.plan.tasks.values():
                for vessel in each.task.vessels:
                    if vessel.endswith("blender") == (kind is Resource.BLENDER):
                        mixes.setdefault(vessel, []).append(each)
            needed = max((sum(1 for each in held if each in mixes) for held in self._held_at_once()), default=0)
            capacity = self.kitchen.capacity(kind)
            if needed > capacity:
                self.plan.borrowed[kind], capacity = needed, needed
            if len(mixes) > capacity:
                self._in_turn(kind, mixes, hands, capacity)

    def _held_at_once(self) -> Iterator[tuple[str, ...]]:
        return (task.task.vessels for task in self.plan.tasks.values())

    def _in_turn(self, kind: Resource, mixes: dict[str, list[TaskVariables]], hands: list[Any], capacity: int) -> None:
        starts, ends = {}, {}
        for vessel, held in mixes.items():
            starts[vessel], ends[vessel] = self._moment(f"{vessel} taken"), self._moment(f"{vessel} free")
            self.model.add_min_equality(starts[vessel], [each.start for each in held])
            self.model.add_max_equality(ends[vessel], [each.end for each in held])
        nodes = {vessel: number for number, vessel in enumerate(mixes, start=1)}
        arcs, firsts = [], []
        washes = {}
        for vessel, held in mixes.items():
            start, end = self._moment(f"{vessel} wash start"), self._moment(f"{vessel} wash end")
            present = self.model.new_bool_var(f"{vessel} washed")
            minutes = WASH_MIN[kind]
            hands.append(self.model.new_optional_interval_var(start, minutes, end, present, f"{vessel} wash"))
            self.model.add(start >= ends[vessel]).only_enforce_if(present)
            self.model.add(end == start + minutes)
            self.model.add(self.plan.last >= end).only_enforce_if(present)
            washes[vessel] = WashVariables(held[0].formula, vessel, kind, start, end, present)
            first, last = (self.model.new_bool_var(f"{vessel} {which}") for which in ("first", "last"))
            firsts.append(first)
            arcs += [(0, nodes[vessel], first), (nodes[vessel], 0, last)]
        for one, other in ((one, other) for one in mixes for other in mixes if one != other):
            follows = self.model.new_bool_var(f"{one} then {other}")
            arcs.append((nodes[one], nodes[other], follows))
            if one.endswith("dry-bowl") and mixes[one][0].formula == mixes[other][0].formula:
                self.model.add(starts[other] >= ends[one]).only_enforce_if(follows)
            else:
                self.model.add_implication(follows, washes[one].present)
                self.model.add(starts[other] >= washes[one].end).only_enforce_if(follows)
        self.model.add_multiple_circuit(arcs)
        self.model.add(cp_model.LinearExpr.sum(firsts) <= capacity)
        self.plan.washes += washes.values()

    def _ovens(self) -> None:
        ovened = [task for task in self.plan.tasks.values() if Resource.OVEN in task.task.ways[0].uses]
        baked = [each for each in ovened if each.task.kind is not TaskKind.PREHEAT]
        heats = sorted({each.task.oven_c or 0 for each in baked})
        for each in baked:
            near = [c for c in heats if abs(c - (each.task.oven_c or 0)) <= self.kitchen.heat_tolerance_c]
            oven = self.model.new_int_var(0, self.kitchen.ovens - 1, f"{each.task.id} oven")
            heat = self.model.new_int_var_from_domain(cp_model.Domain.from_values(near), f"{each.task.id} heat")
            hold = self._moment(f"{each.task.id} hold")
            self.model.add(hold >= each.end)
            self.model.add(hold <= each.end + KEEPS_HOT_MIN)
            self.plan.bakes[each.task.id] = BakeVariables(each, oven, heat, hold)
        bakes = list(self.plan.bakes.values())
        alike = {
            (one.placed.task.id, other.placed.task.id): self._alike(one, other) for one, other in combinations(bakes, 2)
        }
        past = self._past()
        for (one, other), (same, equal) in alike.items():
            if {one, other} <= past:
                continue
            mine, its = self.plan.bakes[one], self.plan.bakes[other]
            self._one_heat(mine.placed.start, mine.hold, its.placed.start, its.hold, [~same, equal])
        self._shelves([bake for bake in bakes if bake.placed.task.id not in past])
        self._heated(bakes, alike)

    def _past(self) -> set[str]:
        """What was done or is under way: how it was, it was."""
        standing = self.request.standing
        return set() if standing is None else {*standing.done, *standing.begun}

    def _alike(self, one: BakeVariables, other: BakeVariables) -> tuple[Any, Any]:
        """Literals: whether two stand in one oven, whether they are baked at one heat."""
        name = f"{one.placed.task.id} {other.placed.task.id}"
        same, equal = self.model.new_bool_var(f"{name} same oven"), self.model.new_bool_var(f"{name} same heat")
        self.model.add(one.oven == other.oven).only_enforce_if(same)
        self.model.add(one.oven != other.oven).only_enforce_if(~same)
        self.model.add(one.heat_c == other.heat_c).only_enforce_if(equal)
        self.model.add(one.heat_c != other.heat_c).only_enforce_if(~equal)
        return same, equal

    def _one_heat(self, start: Any, hold: Any, its_start: Any, its_hold: Any, unless: list[Any]) -> None:
        """One after the other, unless one of these holds."""
        before, after = self.model.new_bool_var("before"), self.model.new_bool_var("after")
        self.model.add(hold <= its_start).only_enforce_if(before)
        self.model.add(its_hold <= start).only_enforce_if(after)
        self.model.add_bool_or([before, after, *unless])

    def _shelves(self, bakes: Sequence[BakeVariables]) -> None:
        for oven in range(self.kitchen.ovens):
            intervals = []
            for bake in bakes:
                here = self.model.new_bool_var(f"{bake.placed.task.id} in {oven}")
                self.model.add(bake.oven == oven).only_enforce_if(here)
                self.model.add(bake.oven != oven).only_enforce_if(~here)
                minutes = self._fixed_minutes(bake.placed.task)
                minutes = bake.placed.task.minutes.likely if minutes is None else minutes
                intervals.append(
                    self.model.new_optional_interval_var(
                        bake.placed.start, minutes, bake.placed.end, here, f"{bake.placed.task.id} in oven {oven}"
                    )
                )
            self._cumulative(intervals, self.kitchen.shelves)

    def _heated(self, bakes: Sequence[BakeVariables], alike: dict[tuple[str, str], tuple[Any, Any]]) -> None:
        """Each load finds its oven hot: it was heated for it, or is hot still from another."""
        preheats = [(task, its) for task in self.plan.tasks.values() if (its := self._heats_for(task, bakes))]
        own_of = {bake.placed.task.id: preheat for preheat, bake in preheats}
        for preheat, bake in preheats:
            for other in bakes:
                if other is not bake:
                    same, equal = _pair(alike, bake, other)
                    unless = [~preheat.present, ~same, equal]
                    self._one_heat(preheat.start, bake.placed.start, other.placed.start, other.hold, unless)
        for (first, its), (second, others) in combinations(preheats, 2):
            same, equal = _pair(alike, its, others)
            unless = [~first.present, ~second.present, ~same, equal]
            self._one_heat(first.start, its.placed.start, second.start, others.placed.start, unless)
        wanting = {task.task.oven_c for task in self.plan.tasks.values() if task.task.kind is TaskKind.PREHEAT}
        for bake in bakes:
            own = own_of.get(bake.placed.task.id)
            if own is None and (bake.placed.task.oven_c not in wanting or self.request.standing is not None):
                # Who stands at an oven that is on leaves it on.
                continue
            if bake.placed.task.id in self._past():
                continue
            found = [own.present] if own is not None else []
            for other in bakes:
                if other is not bake:
                    same, equal = _pair(alike, bake, other)
                    still_hot = self.model.new_bool_var(f"{bake.placed.task.id} after {other.placed.task.id}")
                    self.model.add_implication(still_hot, same)
                    self.model.add_implication(still_hot, equal)
                    self.model.add(bake.placed.start >= other.placed.start + 1).only_enforce_if(still_hot)
                    self.model.add(bake.placed.start <= other.hold).only_enforce_if(still_hot)
                    found.append(still_hot)
            self.model.add_bool_or(found)

    def _heats_for(self, preheat: TaskVariables, bakes: Sequence[BakeVariables]) -> BakeVariables | None:
        """The load that an oven is heated for."""
        if preheat.task.kind is not TaskKind.PREHEAT:
            return None
        put_in = {
            task.task.id
            for task in self.plan.tasks.values()
            if any(wait.task == preheat.task.id for wait in task.task.after)
        }
        return next((bake for bake in bakes if any(wait.task in put_in for wait in bake.placed.task.after)), None)

    def _ready(self) -> None:
        for number, formula in enumerate(self.request.formulas):
            if formula.ready_by_min is None:
                continue
            late = self.model.new_int_var(0, self.high - self.low, f"formula {number} late")
            for task in self.plan.tasks.values():
                if task.formula == number and task.task.kind not in AFTERWARDS:
                    self.model.add(task.end <= formula.ready_by_min + late)
            self.plan.late[number] = late


def _pair(alike: dict[tuple[str, str], tuple[Any, Any]], one: BakeVariables, other: BakeVariables) -> tuple[Any, Any]:
    key = (one.placed.task.id, other.placed.task.id)
    return alike[key] if key in alike else alike[key[1], key[0]]


def _horizon(request: PlanRequest) -> tuple[int, int]:
    """From when to when a plan may lie: wide enough for one task after the other."""
    longest = sum(
        max(way.minutes.likely for way in task.ways) + max((wait.least_min for wait in task.after), default=0)
        for formula in request.formulas
        for task in formula.tasks
    )
    longest += sum(max(WASH_MIN.values()) * len(task.vessels) for each in request.formulas for task in each.tasks)
    moments = [*_known_moments(request)]
    if request.start_min is None:
        return min(moments, default=0) - longest, max(moments, default=0) + longest
    return min(request.start_min, *moments, request.start_min), max(request.start_min, *moments, 0) + longest


def _known_moments(request: PlanRequest) -> Iterator[int]:
    yield from (formula.ready_by_min for formula in request.formulas if formula.ready_by_min is not None)
    yield from request.pinned.values()
    if request.standing is not None:
        yield request.standing.now_min
        yield from (moment for both in request.standing.done.values() for moment in both)
        yield from request.standing.begun.values()
