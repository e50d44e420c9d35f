"""Writes of bake days: asked for, planned, told what happened; what is at home, and what a kitchen has."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, time
from uuid import UUID
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from ample_crumb.application.bake_days.document import (
    event_from,
    read_ask,
    read_kitchen,
    read_plan,
    write_ask,
    write_edits,
    write_kitchen,
    write_plan,
)
from ample_crumb.application.bake_days.planning import evaluated_formulas, planned_day, standing_of, without_unknown
from ample_crumb.application.bake_days.queries import found_day, shown_day, tasks_view
from ample_crumb.application.bake_days.views import BakeDayView, FormulaTasksView
from ample_crumb.application.clock import Clock
from ample_crumb.application.problems import CannotAccept, ChangedMeanwhile
from ample_crumb.core.planning.edits import TaskEdits
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.plan_request import BakeDayAsk
from ample_crumb.core.planning.run import run_state
from ample_crumb.core.planning.schedule import Progress
from ample_crumb.core.problem import CannotUse
from ample_crumb.store import bake_days, stock
from ample_crumb.store.bake_days import BakeRunRow, NewEvent, TaskTimes
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.stock import StockRow


@dataclass(frozen=True, slots=True)
class NewDay:
    """A bake day to be written: its name, its day in a time zone. `revision` is the one it changes, 0 for a new one."""

    id: UUID
    name: str
    day: date
    zone: str
    revision: int = 0


def put_day(database: Database, principal: Principal, about: NewDay, ask: BakeDayAsk, clock: Clock) -> BakeDayView:
    """Writes what is asked of a bake day, new or changed over its revision. Its plan is made by `plan_day`.

    Raises NotHere, CannotAccept at the field that cannot be, ChangedMeanwhile.
    """
    try:
        zero_at = datetime.combine(about.day, time(), ZoneInfo(about.zone))
    except (ZoneInfoNotFoundError, ValueError) as wrong:
        raise CannotAccept("/zone", f"There is no time zone {about.zone!r}.") from wrong
    with database.transaction(principal) as connection:
        evaluated_formulas(connection, principal, [formula.formula_id for formula in ask.formulas])
        new = BakeRunRow(about.id, about.name, about.zone, zero_at, write_ask(ask), None, 1, 0)
        there = bake_days.find(connection, principal.kitchen_id, about.id, lock=True)
        if there is None:
            if about.revision:
                found_day(connection, principal, about.id)
            bake_days.add(connection, principal.kitchen_id, new)
        elif about.revision == there.revision:
            same = read_ask(there.asked).formulas == ask.formulas and there.zero_at == zero_at
            bake_days.change(connection, principal.kitchen_id, replace(new, plan=there.plan if same else None))
            bake_days.tell(connection, principal.kitchen_id, about.id)
        elif read_ask(there.asked) != ask:
            raise ChangedMeanwhile("bake day", shown_day(connection, principal, there, clock))
        return shown_day(connection, principal, found_day(connection, principal, about.id), clock)


def plan_day(
    database: Database,
    principal: Principal,
    run_id: UUID,
    clock: Clock,
    watch: Callable[[Progress], bool] = lambda _: True,
) -> BakeDayView:
    """Plans a bake day, anew from where it stands. Nothing is held while it is worked out.

    Raises NotHere, CannotAccept for what cannot be planned, ChangedMeanwhile where it was changed meanwhile.
    """
    with database.transaction(principal) as connection:
        row = found_day(connection, principal, run_id)
        ask = read_ask(row.asked)
        day = evaluated_formulas(connection, principal, [formula.formula_id for formula in ask.formulas])
        kitchen = read_kitchen(bake_days.kitchen_document(connection, principal.kitchen_id))
        state = run_state(map(event_from, bake_days.events(connection, principal.kitchen_id, run_id)))
    before = read_plan(row.plan) if row.plan is not None else None
    standing = standing_of(state, before, row.zero_at, clock()) if before else None
    if standing is not None and before is not None:
        known = frozenset(task.id for formula in before.formulas for task in formula.tasks.tasks)
        standing = without_unknown(standing, known)
    try:
        stored = planned_day(ask, kitchen, day, standing, before, watch)
    except CannotUse as cannot:
        raise CannotAccept("/ask", str(cannot)) from cannot
    with database.transaction(principal) as connection:
        there = found_day(connection, principal, run_id, lock=True)
        if there.revision != row.revision:
            raise ChangedMeanwhile("bake day", shown_day(connection, principal, there, clock))
        bake_days.change(connection, principal.kitchen_id, replace(there, plan=write_plan(stored)))
        bake_days.tell(connection, principal.kitchen_id, run_id)
        return shown_day(connection, principal, found_day(connection, principal, run_id), clock)


def send_events(
    database: Database, principal: Principal, run_id: UUID, events: Sequence[NewEvent], clock: Clock
) -> BakeDayView:
    """Keeps what happened, each once and in the order of its device, whenever it arrives. Raises NotHere."""
    with database.transaction(principal) as connection:
        row = found_day(connection, principal, run_id, lock=True)
        ordered = sorted(events, key=lambda each: (each.device, each.device_seq))
        last = bake_days.append(connection, principal.kitchen_id, run_id, row.last_seq, ordered)
        if last != row.last_seq:
            bake_days.tell(connection, principal.kitchen_id, run_id)
        return shown_day(connection, principal, found_day(connection, principal, run_id), clock)


def remove_day(database: Database, principal: Principal, run_id: UUID) -> None:
    """Takes a bake day out of the lists. Raises NotHere."""
    with database.transaction(principal) as connection:
        found_day(connection, principal, run_id, lock=True)
        bake_days.remove(connection, principal.kitchen_id, run_id)


def tick(database: Database, principal: Principal, run_id: UUID, food: str, *, ticked: bool) -> None:
    """Ticks a food on the list of a bake day, or takes the tick away. Raises NotHere."""
    with database.transaction(principal) as connection:
        found_day(connection, principal, run_id)
        stock.tick(connection, principal.kitchen_id, run_id, food, ticked=ticked)
        bake_days.tell(connection, principal.kitchen_id, run_id)


def put_stock(database: Database, principal: Principal, row: StockRow) -> None:
    """Keeps what is at home of a food, its packs and where it was found. Raises CannotAccept."""
    if row.mass_g is not None and row.state:
        raise CannotAccept("/mass_g", "Grams, or a word; one of them.")
    with database.transaction(principal) as connection:
        stock.put_stock(connection, principal.kitchen_id, row)


def set_kitchen(database: Database, principal: Principal, kitchen: PlanningKitchen) -> PlanningKitchen:
    """Keeps what a kitchen has for a bake day."""
    with database.transaction(principal) as connection:
        bake_days.set_kitchen_document(connection, principal.kitchen_id, write_kitchen(kitchen))
    return kitchen


def set_task_edits(database: Database, principal: Principal, formula_id: UUID, edits: TaskEdits) -> FormulaTasksView:
    """Keeps what was changed of the tasks of a formula. Raises NotHere."""
    with database.transaction(principal) as connection:
        (formula,) = evaluated_formulas(connection, principal, [formula_id])
        view = tasks_view(formula.own_tasks("a"), edits)
        times = TaskTimes(view.hands_on_min, view.whole_min, view.bowl_count, view.bite_min)
        bake_days.set_task_edits(connection, principal.kitchen_id, formula_id, write_edits(edits), times)
    return view
