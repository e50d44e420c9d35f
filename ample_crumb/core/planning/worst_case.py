"""If all goes slowly: the same plan in the same order, each task as long as it may take."""

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ample_crumb.core.planning.plan import Plan, PlannedTask
from ample_crumb.core.planning.task import Resource


def with_worst_case(plan: Plan) -> Plan:
    """The plan with when each task begins and ends at the latest: nothing begins before it was planned, each waits for
    what it waits for, and for what had its hand, its oven, its bowl or its thing before it."""
    begins: dict[str, int] = {}
    ends: dict[str, int] = {}
    done: list[PlannedTask] = []
    for task in sorted(plan.tasks, key=lambda planned: (planned.start_min, planned.end_min)):
        waits = [ends[wait.task] + wait.least_min for wait in task.task.after if wait.task in ends]
        shared = [ends[other.task.id] for other in done if other.end_min <= task.start_min and _share(other, task)]
        begins[task.task.id] = max([task.start_min, *waits, *shared])
        took = task.end_min - task.start_min
        # What is under way may take longer than its most already.
        ends[task.task.id] = begins[task.task.id] + max(took, task.task.ways[task.way].minutes.most)
        done.append(task)
    return replace(plan, tasks=tuple(_with(plan.tasks, begins, ends)))


def _with(tasks: Sequence[PlannedTask], begins: dict[str, int], ends: dict[str, int]) -> Iterator[PlannedTask]:
    for task in tasks:
        yield replace(task, worst_start_min=begins[task.task.id], worst_end_min=ends[task.task.id])


def _share(one: PlannedTask, other: PlannedTask) -> bool:
    """Whether two tasks use one and the same thing, so that one goes after the other."""
    mine, its = one.task.ways[one.way].uses, other.task.ways[other.way].uses
    if one.hand is not None and one.hand == other.hand:
        return True
    if one.oven is not None and one.oven == other.oven:
        return True
    alone = {Resource.MICROWAVE, Resource.BLENDER}
    return bool(alone & set(mine) & set(its))
