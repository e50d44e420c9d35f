"""What is asked of a plan, and a plan: when each task begins and ends, with what, and how sure that is.

All moments are whole minutes from one zero that whoever asks chooses, midnight for instance; they may lie before it.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Final

from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.task import Task
from ample_crumb.core.problem import CannotUse

MOST_FORMULAS: Final = 6
MOST_TASKS: Final = 400


class Circle(CannotUse):
    """Tasks that wait for each other, so that none can begin; `names` are theirs."""

    def __init__(self, names: tuple[str, ...]) -> None:
        self.names = names
        super().__init__(f"These wait for each other: {' → '.join(f'“{name}”' for name in names)}. Free one of them.")


@dataclass(frozen=True, slots=True)
class FormulaTasks:
    """A formula of the plan: its tasks, and when it is to be ready, None where it need not."""

    name: str
    tasks: tuple[Task, ...]
    ready_by_min: int | None = None


@dataclass(frozen=True, slots=True)
class Standing:
    """Where one stands in a plan that runs: `done` tasks with their beginning and end, tasks `begun` with their
    beginning, those `skipped`. `planned_min` is when each was to begin: what is planned anew changes little."""

    now_min: int
    done: Mapping[str, tuple[int, int]] = field(default_factory=dict)
    begun: Mapping[str, int] = field(default_factory=dict)
    skipped: frozenset[str] = frozenset()
    planned_min: Mapping[str, int] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class PlanRequest:
    """From `start_min` on at the earliest, None for whenever; then at least one formula has a moment to be ready by.
    Tasks `pinned` begin just then. `standing` is None before the first."""

    formulas: tuple[FormulaTasks, ...]
    kitchen: PlanningKitchen = field(default_factory=PlanningKitchen)
    start_min: int | None = 0
    pinned: Mapping[str, int] = field(default_factory=dict)
    standing: Standing | None = None

    @property
    def forward(self) -> bool:
        """Whether all begins as soon as it can; else it begins as late as it still is ready in time."""
        return self.standing is not None or all(formula.ready_by_min is None for formula in self.formulas)


class PlanStatus(StrEnum):
    """Whether the span of a plan is proven the shortest."""

    OPTIMAL = "optimal"
    FEASIBLE = "feasible"


@dataclass(frozen=True, slots=True)
class PlannedTask:
    """A task in its place. `way` counts its ways from 0. `hand` and `oven` are which of them, counted from 0, None for
    none; `oven_c` is what the oven is at. If all goes slowly it ends at `worst_end_min`."""

    formula: int
    task: Task
    start_min: int
    end_min: int
    way: int = 0
    hand: int | None = None
    oven: int | None = None
    oven_c: int | None = None
    worst_start_min: int = 0
    worst_end_min: int = 0
    pinned: bool = False


@dataclass(frozen=True, slots=True)
class Plan:
    """Tasks by their beginning. It takes at least `bound_min` and this one `makespan_min`, both from its first task to
    its last. `late_min` says of each formula that cannot be ready in time by how much. `clashes` are sentences on what
    could not be kept: a task pinned where it cannot stand, a wait that gets too long."""

    tasks: tuple[PlannedTask, ...]
    status: PlanStatus
    bound_min: int
    late_min: Mapping[int, int] = field(default_factory=dict)
    clashes: tuple[str, ...] = ()

    @property
    def start_min(self) -> int:
        """When its first task begins."""
        return min(task.start_min for task in self.tasks)

    @property
    def end_min(self) -> int:
        """When its last task ends."""
        return max(task.end_min for task in self.tasks)

    @property
    def worst_end_min(self) -> int:
        """When its last task ends if all goes slowly."""
        return max(task.worst_end_min for task in self.tasks)

    @property
    def makespan_min(self) -> int:
        """Returns the minutes from its first task to its last."""
        return self.end_min - self.start_min
