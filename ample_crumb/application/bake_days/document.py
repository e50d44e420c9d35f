"""A bake day as it is stored: what is asked of it, its tasks as they were then, and their places."""

from collections.abc import Mapping
from dataclasses import asdict, dataclass, replace
from typing import Any, Final
from uuid import UUID

from ample_crumb.application.documents import Content, DocumentKind
from ample_crumb.core.planning.edits import OwnTask, TaskEdit, TaskEdits
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan import FormulaTasks, Plan, PlannedTask, PlanStatus
from ample_crumb.core.planning.plan_request import BakeDayAsk, DayFormula, PinnedTask
from ample_crumb.core.planning.run import EventKind, RunEvent
from ample_crumb.core.planning.task import After, Minutes, Resource, Task, TaskKind, Way
from ample_crumb.store.bake_days import EventRow

ASKED: Final = DocumentKind("bake day")
PLAN: Final = DocumentKind("bake plan")
KITCHEN: Final = DocumentKind("planning kitchen")
EDITS: Final = DocumentKind("task edits")


@dataclass(frozen=True, slots=True)
class WeighedFood:
    """A line that is weighed in at a task: as it is written, and how much of it."""

    line_id: str
    text: str
    name: str
    mass_g: float


@dataclass(frozen=True, slots=True)
class TaskDetail:
    """What is shown of a task while it is done: its step as written, what is weighed in, what is `noted` of it, and
    what the dough is `expected` to be like after it."""

    step: str = ""
    foods: tuple[WeighedFood, ...] = ()
    noted: tuple[str, ...] = ()
    expected: str = ""


@dataclass(frozen=True, slots=True)
class PlannedFormula:
    """A formula of a plan: its tasks as they were when it was planned."""

    formula_id: UUID
    tasks: FormulaTasks


@dataclass(frozen=True, slots=True)
class StoredPlan:
    """What is kept of a plan. `helps` is what would gain time where something is late."""

    formulas: tuple[PlannedFormula, ...]
    details: Mapping[str, TaskDetail]
    plan: Plan
    helps: tuple[str, ...]


def write_ask(ask: BakeDayAsk) -> Content:
    """What is asked as a document."""
    formulas = [
        {"formula_id": str(formula.formula_id), "ready_by_min": formula.ready_by_min} for formula in ask.formulas
    ]
    return ASKED.written(asdict(ask) | {"formulas": formulas})


def read_ask(stored: Mapping[str, Any]) -> BakeDayAsk:
    """What was asked. Raises UnknownDocument."""
    content = ASKED.read(stored)
    return BakeDayAsk(
        tuple(DayFormula(UUID(each["formula_id"]), each["ready_by_min"]) for each in content["formulas"]),
        tuple(content["extras"]),
        content["start_min"],
        tuple(PinnedTask(**each) for each in content["pinned"]),
    )


def write_kitchen(kitchen: PlanningKitchen) -> Content:
    """What a kitchen has as a document."""
    return KITCHEN.written(asdict(kitchen))


def read_kitchen(stored: Mapping[str, Any] | None) -> PlanningKitchen:
    """What a kitchen has, as usual while nobody said."""
    return PlanningKitchen() if stored is None else PlanningKitchen(**KITCHEN.read(stored))


def write_edits(edits: TaskEdits) -> Content:
    """What was changed of tasks as a document."""
    return EDITS.written(asdict(edits))


def read_edits(stored: Mapping[str, Any] | None) -> TaskEdits:
    """What was changed of tasks."""
    if stored is None:
        return TaskEdits()
    content = EDITS.read(stored)
    return TaskEdits(
        tuple(TaskEdit(**each) for each in content["changed"]), tuple(OwnTask(**each) for each in content["own"])
    )


def write_plan(stored: StoredPlan) -> Content:
    """A plan as a document: each task once, its place apart."""
    plan = stored.plan
    washes = [each for each in plan.tasks if each.task.kind is TaskKind.WASH]
    return PLAN.written(
        {
            "formulas": [
                {
                    "formula_id": str(formula.formula_id),
                    "name": formula.tasks.name,
                    "ready_by_min": formula.tasks.ready_by_min,
                    "tasks": [asdict(task) for task in formula.tasks.tasks],
                }
                for formula in stored.formulas
            ],
            "washes": [asdict(wash.task) for wash in washes],
            "details": {key: asdict(each) for key, each in stored.details.items()},
            "places": [_place(each) for each in plan.tasks],
            "status": plan.status,
            "bound_min": plan.bound_min,
            "late_min": {str(number): late for number, late in plan.late_min.items()},
            "clashes": list(plan.clashes),
            "helps": list(stored.helps),
        }
    )


def _place(each: PlannedTask) -> Content:
    placed = {name: getattr(each, name) for name in _PLACED}
    return {"task": each.task.id, "name": each.task.name, "after": [wait.task for wait in each.task.after], **placed}


_PLACED: Final = (
    "formula", "start_min", "end_min", "way", "hand", "oven", "oven_c", "worst_start_min", "worst_end_min", "pinned",
)  # fmt: skip


def read_plan(stored: Mapping[str, Any]) -> StoredPlan:
    """A plan as it was kept. Raises UnknownDocument."""
    content = PLAN.read(stored)
    formulas = tuple(
        PlannedFormula(
            UUID(each["formula_id"]),
            FormulaTasks(each["name"], tuple(map(_task, each["tasks"])), each["ready_by_min"]),
        )
        for each in content["formulas"]
    )
    tasks = {task.id: task for formula in formulas for task in formula.tasks.tasks}
    tasks |= {task.id: task for task in map(_task, content["washes"])}
    placed = tuple(
        PlannedTask(task=_as_placed(tasks[each["task"]], each), **{name: each[name] for name in _PLACED})
        for each in content["places"]
    )
    details = {key: _detail(each) for key, each in content["details"].items()}
    late = {int(number): minutes for number, minutes in content["late_min"].items()}
    plan = Plan(placed, PlanStatus(content["status"]), content["bound_min"], late, tuple(content["clashes"]))
    return StoredPlan(formulas, details, plan, tuple(content["helps"]))


def _as_placed(task: Task, place: Content) -> Task:
    """A task as it was planned: an oven that was hot needed no heating."""
    after = tuple(wait for wait in task.after if wait.task in place["after"])
    return replace(task, name=place["name"], after=after)


def _task(content: Content) -> Task:
    ways = tuple(Way(Minutes(**way["minutes"]), tuple(map(Resource, way["uses"]))) for way in content["ways"])
    after = tuple(After(**wait) for wait in content["after"])
    vessels, kind = tuple(content["vessels"]), TaskKind(content["kind"])
    return Task(**content | {"kind": kind, "ways": ways, "after": after, "vessels": vessels})


def _detail(content: Content) -> TaskDetail:
    foods = tuple(WeighedFood(**each) for each in content["foods"])
    return TaskDetail(content["step"], foods, tuple(content["noted"]), content["expected"])


def event_from(row: EventRow) -> RunEvent:
    """An event at the moment when it happened by the server's clock."""
    at_ms = round(row.received_at.timestamp() * 1000) - row.elapsed_ms
    return RunEvent(EventKind(row.kind), at_ms, **row.payload)
