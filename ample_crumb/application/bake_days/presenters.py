"""Bake days as they are shown."""

from collections.abc import Iterator, Mapping
from datetime import datetime
from typing import Final
from uuid import UUID

from ample_crumb.application.bake_days.document import StoredPlan, TaskDetail, event_from, read_ask, read_plan
from ample_crumb.application.bake_days.views import BakeDayView, DayFormulaView, DayTaskView, PlanView, SetUpItem
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan import PlannedTask, PlanStatus
from ample_crumb.core.planning.run import run_state
from ample_crumb.core.planning.task import DAY_MIN, Resource, TaskKind
from ample_crumb.store.bake_days import BakeRunRow, EventRow
from ample_crumb.store.notes import NotedFormula


def day_view(
    row: BakeRunRow, events: list[EventRow], kitchen: PlanningKitchen, noted: Mapping[UUID, NotedFormula], now: datetime
) -> BakeDayView:
    """A bake day as it is shown. `noted` are its formulas as far as they are there."""
    ask = read_ask(row.asked)
    stored = read_plan(row.plan) if row.plan is not None else None
    late = stored.plan.late_min if stored else {}
    return BakeDayView(
        id=row.id,
        name=row.name,
        zone=row.zone,
        zero_at=row.zero_at,
        ask=ask,
        kitchen=kitchen,
        formulas=tuple(
            DayFormulaView(
                each.formula_id,
                noted[each.formula_id].name if each.formula_id in noted else "",
                each.ready_by_min,
                late.get(number, 0),
                noted[each.formula_id].last_time if each.formula_id in noted else "",
            )
            for number, each in enumerate(ask.formulas)
        ),
        plan=plan_view(stored) if stored else None,
        state=run_state(event_from(event) for event in events),
        revision=row.revision,
        last_seq=row.last_seq,
        now_ms=round(now.timestamp() * 1000),
    )


def plan_view(stored: StoredPlan) -> PlanView:
    """A plan as it is shown."""
    plan = stored.plan
    busy = sum(task.end_min - task.start_min for task in plan.tasks if task.hand is not None)
    return PlanView(
        sentence=_sentence(stored),
        slowly=f"If all goes slowly: {clock(plan.worst_end_min)}.",
        start_min=plan.start_min,
        end_min=plan.end_min,
        worst_end_min=plan.worst_end_min,
        busy_min=busy,
        bound_min=plan.bound_min,
        proven=plan.status is PlanStatus.OPTIMAL,
        tasks=tuple(_task(task, stored.details.get(task.task.id, TaskDetail())) for task in plan.tasks),
        set_up=tuple(_set_up(stored)),
        clashes=plan.clashes,
        helps=stored.helps,
    )


def _sentence(stored: StoredPlan) -> str:
    """When to begin, when all is ready, and how that lies to what was asked."""
    plan = stored.plan
    moments = [formula.tasks.ready_by_min for formula in stored.formulas if formula.tasks.ready_by_min is not None]
    late = max(plan.late_min.values(), default=0)
    begin = f"Begin at {clock(plan.start_min)}"
    if late:
        return f"{begin}: not all can be ready in time, {in_words(late)} are lacking."
    ready = max(task.end_min for task in plan.tasks if task.task.kind is not TaskKind.WASH_UP)
    if not moments:
        return f"{begin}, and all is ready at {clock(ready)}."
    in_hand = max(moments) - ready
    spare = f", {in_words(in_hand)} in hand" if in_hand > 0 else ", just in time"
    return f"{begin}, ready at {clock(ready)}{spare}."


def clock(minute: int) -> str:
    """A minute of the day on the clock; the day before or after says so."""
    day, rest = divmod(minute, DAY_MIN)
    hours, minutes = divmod(rest, 60)
    which = {-1: " the day before", 0: ""}.get(day, " the day after")
    return f"{hours:02}:{minutes:02}{which}"


def in_words(minutes: int) -> str:
    """A span such as "1 h 35 min"."""
    hours, rest = divmod(minutes, 60)
    return " ".join(filter(None, (f"{hours} h" if hours else "", f"{rest} min" if rest or not hours else "")))


def _task(each: PlannedTask, detail: TaskDetail) -> DayTaskView:
    task = each.task
    way = task.ways[each.way]
    return DayTaskView(
        id=task.id,
        formula=each.formula,
        kind=task.kind,
        name=task.name,
        part=task.part,
        start_min=each.start_min,
        end_min=each.end_min,
        worst_end_min=each.worst_end_min,
        uses=tuple(map(str, way.uses)),
        hand=each.hand,
        oven=each.oven,
        oven_c=each.oven_c,
        window=way.minutes,
        after=tuple(wait.task for wait in task.after),
        pinned=each.pinned,
        sign=task.sign,
        advice=task.advice,
        hazard=task.hazard,
        child=task.child,
        step=detail.step,
        foods=detail.foods,
        noted=detail.noted,
        expected=detail.expected,
    )


_HAD_READY: Final = (
    TaskKind.OUT_OF_COLD, TaskKind.SOAK, TaskKind.DRAIN, TaskKind.PREHEAT, TaskKind.LINE, TaskKind.COOK,
)  # fmt: skip


def _set_up(stored: StoredPlan) -> Iterator[SetUpItem]:
    """What to have ready, by the clock: what is done ahead, and room to be made in the cold."""
    for task in stored.plan.tasks:
        kind, way = task.task.kind, task.task.ways[task.way]
        small = f"{task.task.name[:1].lower()}{task.task.name[1:]}"
        told = f" {task.task.advice}" if task.task.advice and kind is TaskKind.LINE else ""
        if kind in _HAD_READY:
            yield SetUpItem(task.start_min, task.formula, f"{task.task.name}.{told}")
        elif kind is TaskKind.WASH:
            yield SetUpItem(task.start_min, task.formula, f"{task.task.name}: the next mix is another.")
        elif Resource.FREEZER in way.uses:
            yield SetUpItem(
                task.start_min,
                task.formula,
                f"A clear freezer shelf: {small}.",
            )
        elif Resource.FRIDGE in way.uses:
            yield SetUpItem(task.start_min, task.formula, f"Room in the fridge: {small}.")
