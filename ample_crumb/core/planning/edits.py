"""What a baker changed of the tasks of a formula, kept with it: other minutes, tasks left out, tasks of their own."""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Annotated, Final

from ample_crumb.core.bounds import Between, Items, Letters
from ample_crumb.core.planning.task import After, Minutes, Resource, Task, TaskKind, Way, work_of

MOST_EDITS: Final = 60
TaskKey = Annotated[str, Letters(60)]
"""A task by its kind and its number among those of its kind, "fold 2": it stays the same while the method does."""


@dataclass(frozen=True, slots=True)
class TaskEdit:
    """Another time for a task, or that it is `left_out`."""

    key: TaskKey
    likely_min: Annotated[int, Between(1, 2880)] | None = None
    left_out: bool = False


@dataclass(frozen=True, slots=True)
class OwnTask:
    """A task of the baker's own behind another, of hands or of waiting alone."""

    after: TaskKey
    name: Annotated[str, Letters(80, 1)]
    likely_min: Annotated[int, Between(1, 2880)]
    hands_on: bool = True


@dataclass(frozen=True, slots=True)
class TaskEdits:
    """All that was changed of the tasks of one formula."""

    changed: Annotated[tuple[TaskEdit, ...], Items(MOST_EDITS)] = ()
    own: Annotated[tuple[OwnTask, ...], Items(MOST_EDITS)] = ()


def task_keys(tasks: Sequence[Task]) -> dict[str, str]:
    """The key of each task by its id."""
    seen: Counter[TaskKind] = Counter()
    keys = {}
    for task in tasks:
        seen[task.kind] += 1
        keys[task.id] = f"{task.kind} {seen[task.kind]}"
    return keys


def apply_edits(tasks: Sequence[Task], edits: TaskEdits) -> tuple[Task, ...]:
    """The tasks as their baker has them. What was said of a task that is not there any more changes nothing."""
    keys = task_keys(tasks)
    changed = {edit.key: edit for edit in edits.changed}
    left_out = {task.id: task for task in tasks if (edit := changed.get(keys[task.id])) and edit.left_out}
    found: list[Task] = []
    for task in tasks:
        if task.id in left_out:
            continue
        edit = changed.get(keys[task.id])
        here = replace(task, after=tuple(_without(task.after, left_out)))
        if edit and edit.likely_min is not None:
            here = replace(here, ways=tuple(_lasting(way, edit.likely_min) for way in here.ways[:1]))
        found.append(here)
    return _with_own(found, keys, edits.own)


def _without(after: Sequence[After], left_out: dict[str, Task]) -> Iterator[After]:
    """What waited for a task that is left out waits for what that waited for."""
    seen = set()
    waits = list(after)
    while waits:
        wait = waits.pop(0)
        if wait.task in seen:
            continue
        seen.add(wait.task)
        if wait.task in left_out:
            waits += [After(each.task) for each in left_out[wait.task].after]
        else:
            yield wait


def _lasting(way: Way, likely_min: int) -> Way:
    usual = way.minutes
    return Way(Minutes.around(likely_min, usual.least / usual.likely, usual.most / usual.likely), way.uses)


def _with_own(tasks: list[Task], keys: dict[str, str], own: Sequence[OwnTask]) -> tuple[Task, ...]:
    by_key = {key: task_id for task_id, key in keys.items()}
    for number, each in enumerate(own, start=1):
        place = next((place for place, task in enumerate(tasks) if task.id == by_key.get(each.after)), None)
        if place is None:
            continue
        before = tasks[place]
        uses = (Resource.HANDS,) if each.hands_on else ()
        minutes = Minutes.around(each.likely_min, 0.8, 1.3)
        task = Task(
            f"{before.id}-own{number}", TaskKind.PREPARE, each.name, (Way(minutes, uses),), (After(before.id),),
            part=before.part, child=work_of(TaskKind.PREPARE).child,
        )  # fmt: skip
        # What waited for the task before waits for this one too.
        later = [
            replace(one, after=(*one.after, After(task.id)))
            if any(wait.task == before.id and wait.longest_min is None for wait in one.after)
            else one
            for one in tasks[place + 1 :]
        ]
        tasks = [*tasks[: place + 1], task, *later]
    return tuple(tasks)
