"""Reads of bake days: the list of them, one of them, its shopping list and calendar; the tasks of a formula."""

from typing import Final
from uuid import UUID

from ample_crumb.application.bake_days.document import read_ask, read_kitchen, read_plan
from ample_crumb.application.bake_days.planning import evaluated_formulas
from ample_crumb.application.bake_days.presenters import day_view
from ample_crumb.application.bake_days.shopping import list_needed_foods, shopping_view, wanted_of
from ample_crumb.application.bake_days.views import (
    BakeDayItem,
    BakeDayView,
    FormulaTasksView,
    FormulaTaskView,
    ShoppingView,
)
from ample_crumb.application.clock import Clock
from ample_crumb.application.context import load_context
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.planning.edits import TaskEdits, apply_edits, task_keys
from ample_crumb.core.planning.solo_duration import alone_min, bite_min, bowl_count, tools_for
from ample_crumb.core.planning.task import Task, hands_on_min
from ample_crumb.formats.plan_calendar import plan_calendar
from ample_crumb.store import bake_days, formulas, notes, stock
from ample_crumb.store.bake_days import BakeRunRow
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal

MOST_LISTED: Final = 40


def found_day(connection: Connection, principal: Principal, run_id: UUID, *, lock: bool = False) -> BakeRunRow:
    """A bake day. Raises NotHere."""
    row = bake_days.find(connection, principal.kitchen_id, run_id, lock=lock)
    if row is None:
        raise NotHere("bake day")
    return row


def shown_day(connection: Connection, principal: Principal, row: BakeRunRow, clock: Clock) -> BakeDayView:
    """A bake day as it is shown."""
    ids = [formula.formula_id for formula in read_ask(row.asked).formulas]
    noted = {row.id: row for row in notes.noted_formulas(connection, principal.kitchen_id, ids)}
    kitchen = read_kitchen(bake_days.kitchen_document(connection, principal.kitchen_id))
    events = bake_days.events(connection, principal.kitchen_id, row.id)
    return day_view(row, events, kitchen, noted, clock())


def open_day(database: Database, principal: Principal, run_id: UUID, clock: Clock) -> BakeDayView:
    """A bake day. Raises NotHere."""
    with database.transaction(principal) as connection:
        return shown_day(connection, principal, found_day(connection, principal, run_id), clock)


def list_days(database: Database, principal: Principal) -> tuple[BakeDayItem, ...]:
    """The last bake days, the latest first."""
    with database.transaction(principal) as connection:
        rows = bake_days.list_bake_days(connection, principal.kitchen_id, MOST_LISTED)
        asks = {row.id: read_ask(row.asked) for row in rows}
        ids = sorted({formula.formula_id for ask in asks.values() for formula in ask.formulas})
        names = formulas.names_now(connection, principal.kitchen_id, ids)
        told = bake_days.told(connection, principal.kitchen_id, [row.id for row in rows])
    return tuple(
        BakeDayItem(
            row.id,
            row.name,
            row.zero_at,
            tuple(names.get(formula.formula_id, "") for formula in asks[row.id].formulas),
            planned=row.plan is not None,
            begun=row.last_seq > 0,
            ended="ended" in told.get(row.id, ()),
        )
        for row in rows
    )


def read_shopping_list(database: Database, principal: Principal, run_id: UUID) -> ShoppingView:
    """What to buy for a bake day. Raises NotHere."""
    with database.transaction(principal) as connection:
        ask = read_ask(found_day(connection, principal, run_id).asked)
        day = evaluated_formulas(connection, principal, [formula.formula_id for formula in ask.formulas])
        context = day[0].evaluated.context if day else load_context(connection, principal)
        wanted = wanted_of(day, ask.extras, context)
        rows = stock.find_stock(connection, principal.kitchen_id, list_needed_foods(wanted))
        ticked = stock.ticks(connection, principal.kitchen_id, run_id)
    return shopping_view(wanted, ask.extras, context, {row.food: row for row in rows}, ticked)


def calendar(database: Database, principal: Principal, run_id: UUID, clock: Clock) -> bytes:
    """The plan of a bake day as iCalendar. Raises NotHere, CannotAccept before it was planned."""
    with database.transaction(principal) as connection:
        row = found_day(connection, principal, run_id)
    if row.plan is None:
        raise CannotAccept("", "This bake day has no plan yet.")
    stored = read_plan(row.plan)
    names = tuple(formula.tasks.name for formula in stored.formulas)
    return plan_calendar(stored.plan, names, row.zero_at, clock(), row.id.hex)


def formula_tasks(database: Database, principal: Principal, formula_id: UUID) -> FormulaTasksView:
    """The tasks of a formula as its baker has them. Raises NotHere."""
    with database.transaction(principal) as connection:
        (formula,) = evaluated_formulas(connection, principal, [formula_id])
    return tasks_view(formula.own_tasks("a"), formula.edits)


def tasks_view(own: tuple[Task, ...], edits: TaskEdits) -> FormulaTasksView:
    """Tasks with what was changed of them."""
    tasks, keys = apply_edits(own, edits), task_keys(own)
    changed = {each.key for each in edits.changed if each.likely_min is not None}
    kept = {task.id for task in tasks}

    def view(task: Task) -> FormulaTaskView:
        key = keys.get(task.id, task.id)
        return FormulaTaskView(
            key, task.id, task.kind, task.name, task.part, task.minutes, task.hands_on,
            tuple(map(str, task.ways[0].uses)), task.child, task.hazard, task.advice, key in changed or key == task.id,
        )  # fmt: skip

    return FormulaTasksView(
        tasks=tuple(map(view, tasks)),
        left_out=tuple(view(task) for task in own if task.id not in kept),
        edits=edits,
        hands_on_min=hands_on_min(tasks),
        whole_min=alone_min(tasks),
        bowl_count=bowl_count(tasks),
        bite_min=bite_min(tasks),
        tools=tools_for(tasks),
    )
