"""What is asked of a bake day, as a baker says it."""

from dataclasses import dataclass
from typing import Annotated, Final
from uuid import UUID

from ample_crumb.core.bounds import Between, Items, Letters
from ample_crumb.core.planning.plan import MOST_FORMULAS
from ample_crumb.core.planning.task import DAY_MIN

MinuteOfDay = Annotated[int, Between(-DAY_MIN, 2 * DAY_MIN)]
"""Counted from midnight of the day; what sets overnight begins before it."""

TaskId = Annotated[str, Letters(40, 1, r"^[0-9A-Za-z-]+$")]
MOST_PINNED: Final = 60


@dataclass(frozen=True, slots=True)
class DayFormula:
    """A formula that is made, and when it is to be ready."""

    formula_id: UUID
    ready_by_min: MinuteOfDay | None = None


@dataclass(frozen=True, slots=True)
class PinnedTask:
    """A task that stays where it was put."""

    task: TaskId
    start_min: MinuteOfDay


@dataclass(frozen=True, slots=True)
class BakeDayAsk:
    """Formulas, what else to buy, when to begin: None for as late as can be."""

    formulas: Annotated[tuple[DayFormula, ...], Items(MOST_FORMULAS)] = ()
    extras: Annotated[tuple[Annotated[str, Letters(300)], ...], Items(60)] = ()
    start_min: MinuteOfDay | None = None
    pinned: Annotated[tuple[PinnedTask, ...], Items(MOST_PINNED)] = ()
