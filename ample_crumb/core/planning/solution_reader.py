"""A plan read out of the solved program: which oven, which hand, what gave way."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import TYPE_CHECKING, Any

from ample_crumb.core.planning.kitchen import WASH_MIN
from ample_crumb.core.planning.plan import Plan, PlannedTask, PlanRequest, PlanStatus
from ample_crumb.core.planning.task import After, Minutes, Resource, Task, TaskKind, Way

if TYPE_CHECKING:
    from ample_crumb.core.planning.model import PlanModel, TaskVariables


def read_plan(plan: "PlanModel", request: PlanRequest, solved: Any, bound_min: int, *, optimal: bool) -> Plan:
    """The tasks in their places, washes among them; an oven that is hot still is not heated again."""
    placed = [*_tasks(plan, solved), *_washes(plan, solved)]
    placed.sort(key=lambda each: (each.start_min, each.end_min, each.formula))
    kept = {each.task.id for each in placed}
    placed = [
        replace(
            each,
            task=replace(each.task, after=tuple(wait for wait in each.task.after if wait.task in kept)),
            pinned=each.task.id in request.pinned and each.start_min == request.pinned[each.task.id],
        )
        for each in placed
    ]
    first = min(each.start_min for each in placed)
    bound = bound_min - first if request.forward else bound_min
    return Plan(
        tasks=tuple(_with_hands(placed, request.kitchen.hands)),
        status=PlanStatus.OPTIMAL if optimal else PlanStatus.FEASIBLE,
        bound_min=bound,
        late_min={number: late for number, each in plan.late.items() if (late := solved.value(each))},
        clashes=tuple(_clashes(plan, request, solved)),
    )


def _tasks(plan: "PlanModel", solved: Any) -> Iterator[PlannedTask]:
    for each in plan.tasks.values():
        if each.present is not None and not solved.value(each.present):
            continue
        bake = plan.bakes.get(each.task.id)
        oven = oven_c = None
        if bake is not None:
            oven, oven_c = solved.value(bake.oven), solved.value(bake.heat_c)
        elif each.task.kind is TaskKind.PREHEAT:
            oven, oven_c = _heated_for(plan, each, solved)
        task = each.task
        if task.kind is TaskKind.PREHEAT and oven_c != task.oven_c:
            task = replace(task, name=f"Oven to {oven_c} °C")
        way = next((number for number, chosen in enumerate(each.ways) if solved.value(chosen)), 0)
        yield PlannedTask(each.formula, task, solved.value(each.start), solved.value(each.end), way, None, oven, oven_c)


def _heated_for(plan: "PlanModel", preheat: "TaskVariables", solved: Any) -> tuple[int, int | None]:
    """The oven and the heat of the load that is heated for."""
    put_in = {task.task.id for task in plan.tasks.values() if _waits_for(task.task, {preheat.task.id})}
    for bake in plan.bakes.values():
        if _waits_for(bake.placed.task, put_in):
            return solved.value(bake.oven), solved.value(bake.heat_c)
    return 0, preheat.task.oven_c


def _waits_for(task: Task, others: set[str]) -> bool:
    return any(wait.task in others for wait in task.after)


def _washes(plan: "PlanModel", solved: Any) -> Iterator[PlannedTask]:
    for wash in plan.washes:
        if not solved.value(wash.present):
            continue
        held = [each.task.id for each in plan.tasks.values() if wash.vessel in each.task.vessels]
        last = max(held, key=lambda each: solved.value(plan.tasks[each].end))
        minutes = Minutes.around(WASH_MIN[wash.kind], 0.7, 1.7)
        name = "Wash the blender" if wash.kind is Resource.BLENDER else "Wash the bowl"
        task = Task(
            f"{wash.vessel}-wash", TaskKind.WASH, name, (Way(minutes, (Resource.HANDS,)),), (After(last),),
            vessels=(wash.vessel,),
        )  # fmt: skip
        yield PlannedTask(wash.formula, task, solved.value(wash.start), solved.value(wash.end))


def _with_hands(placed: Sequence[PlannedTask], hands: int) -> Iterator[PlannedTask]:
    """Each task with somebody who is free for it."""
    free_from: list[int | None] = [None] * hands
    for each in placed:
        if Resource.HANDS not in each.task.ways[each.way].uses:
            yield each
            continue
        free = [number for number, until in enumerate(free_from) if until is None or until <= each.start_min]
        # Whoever was busy last goes on, so that one person is free for long and not two for moments.
        hand = max(free, key=lambda number: (free_from[number] is not None, free_from[number] or 0), default=0)
        free_from[hand] = each.end_min
        yield replace(each, hand=hand)


def _clashes(plan: "PlanModel", request: PlanRequest, solved: Any) -> Iterator[str]:
    for kind, count in plan.borrowed.items():
        yield f"One task needs {count} {kind}s at once; borrow one, or take a big pot."
    for task_id, moved in plan.moved.items():
        each = plan.tasks[task_id]
        start = solved.value(each.start)
        if solved.value(moved) and start != request.pinned[task_id]:
            later = start - request.pinned[task_id]
            way = "later" if later > 0 else "earlier"
            reason = _in_the_way(plan, each, request, solved)
            yield f"“{each.task.name}” cannot stand there{reason}: it begins {abs(later)} min {way}."
    for before, after, over in plan.too_long:
        minutes = solved.value(over)
        if minutes:
            yield f"“{after.name}” comes {minutes} min later after “{before.name}” than is good for it."


def _in_the_way(plan: "PlanModel", each: "TaskVariables", request: PlanRequest, solved: Any) -> str:
    """What keeps a task from where it was put, in words; empty where it is several things at once."""
    wanted = request.pinned[each.task.id]
    for wait in each.task.after:
        other = plan.tasks.get(wait.task)
        if other is not None and solved.value(other.end) + wait.least_min > wanted:
            return f", “{other.task.name}” is not done by then"
    standing = request.standing
    if standing is not None and wanted < standing.now_min:
        return ", that is past"
    minutes = each.task.minutes.likely
    for other in plan.tasks.values():
        shared = set(other.task.ways[0].uses) & set(each.task.ways[0].uses)
        overlaps = solved.value(other.start) < wanted + minutes and wanted < solved.value(other.end)
        if other is not each and shared and overlaps:
            return f", {_busy(shared)} busy with “{other.task.name}”"
    return ""


def _busy(shared: set[Resource]) -> str:
    return "hands are" if Resource.HANDS in shared else f"the {min(shared)} is"
