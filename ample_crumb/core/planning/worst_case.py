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
    for each in sorted(plan.tasks, key=lambda each: (each.start_min, each.end_min)):
        waits = [ends[wait.task] + wait.least_min for wait in each.task.after if wait.task in ends]
        shared = [ends[other.task.id] for other in done if other.end_min <= each.start_min and _share(other, each)]
        begins[each.task.id] = max([each.start_min, *waits, *shared])
        took = each.end_min - each.start_min
        # What is under way may take longer than its most already.
        ends[each.task.id] = begins[each.task.id] + max(took, each.task.ways[each.way].minutes.most)
        done.append(each)
    return replace(plan, tasks=tuple(_with(plan.tasks, begins, ends)))


def _with(tasks: Sequence[PlannedTask], begins: dict[str, int], ends: dict[str, int]) -> Iterator[PlannedTask]:
    for each in tasks:
        yield replace(each, worst_start_min=begins[each.task.id], worst_end_min=ends[each.task.id])


def _share(one: PlannedTask, other: PlannedTask) -> bool:
    """Whether two tasks use one and the same thing, so that one goes after the other."""
    mine, its = one.task.ways[one.way].uses, other.task.ways[other.way].uses
    if one.hand is not None and one.hand == other.hand:
        return True
    if one.oven is not None and one.oven == other.oven:
        return True
    alone = {Resource.MICROWAVE, Resource.BLENDER}
    return bool(alone & set(mine) & set(its))
