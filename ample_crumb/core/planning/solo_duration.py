"""How long a formula takes one person alone, how many bowls and which tools: worked out fast, for cards and lists."""

from collections.abc import Sequence
from typing import Final

from ample_crumb.core.planning.task import AFTERWARDS, Resource, Task, TaskKind


def alone_min(tasks: Sequence[Task]) -> int:
    """Minutes from the first task to the last where one pair of hands and one oven take each task as soon as they can;
    what waits goes on beside it. Serial schedule generation by the longest way behind. Longest waits, bowls and the
    cold are left out: it is for cards, and no plan."""
    hands_free = oven_free = 0
    ends: dict[str, int] = {}
    for task in _by_length_behind(tasks):
        begins = max((ends[wait.task] + wait.least_min for wait in task.after if wait.task in ends), default=0)
        if task.hands_on:
            begins = max(begins, hands_free)
            hands_free = begins + task.minutes.likely
        elif task.kind is TaskKind.BAKE:
            begins = max(begins, oven_free)
            oven_free = begins + task.minutes.likely
        ends[task.id] = begins + task.minutes.likely
    return max(ends.values(), default=0)


def bite_min(tasks: Sequence[Task]) -> int:
    """Minutes from the first task until one may bite: what is washed afterwards nobody waits for."""
    return alone_min([task for task in tasks if task.kind not in AFTERWARDS])


def _by_length_behind(tasks: Sequence[Task]) -> list[Task]:
    """Tasks in an order in which none comes before what it waits for, and of those that could be next the one with the
    longest way behind it."""
    behind: dict[str, int] = {}
    for task in reversed(tasks):
        later = [behind[other.id] for other in tasks if any(wait.task == task.id for wait in other.after)]
        behind[task.id] = task.minutes.likely + max(later, default=0)
    left, done, ordered = list(tasks), set[str](), list[Task]()
    while left:
        ready = [task for task in left if all(wait.task in done or wait.task not in behind for wait in task.after)]
        following = max(ready or left[:1], key=lambda task: behind[task.id])
        left.remove(following)
        done.add(following.id)
        ordered.append(following)
    return ordered


def bowl_count(tasks: Sequence[Task]) -> int:
    """How many bowls its mixes take."""
    return len({vessel for task in tasks for vessel in task.vessels if vessel.endswith("bowl")})


_TOOLS: Final = {
    TaskKind.BLEND: "blender (a food processor or a stick blender does too)",
    TaskKind.CREAM: "hand mixer (a wooden spoon and twice the time do too)",
    TaskKind.WHIP: "hand mixer (a whisk and a strong arm do too)",
    TaskKind.PORTION: "disher (two spoons do too)",
    TaskKind.TURN_OUT: "cooling rack (the grid of the oven does too)",
    TaskKind.ROLL: "rolling pin, or hands for balls",
    TaskKind.LINE: "baking paper",
    TaskKind.WEIGH: "kitchen scale",
}
"""Common practice."""


def tools_for(tasks: Sequence[Task]) -> tuple[str, ...]:
    """What it takes besides bowls and an oven, with what stands in for it, in the order of the work."""
    kinds = [task.kind for task in tasks]
    found = [tool for kind, tool in _TOOLS.items() if kind in kinds]
    uses = {resource for task in tasks for way in task.ways for resource in way.uses}
    if Resource.MICROWAVE in uses:
        found.append("microwave (a bowl over hot water does too)")
    return tuple(found)
