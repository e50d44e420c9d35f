"""Bake days of the demo kitchen: a plan for Sunday, and a bake in progress that can be tried at once."""

import csv
from collections.abc import Mapping
from datetime import datetime, time, timedelta
from importlib.resources import files
from typing import Final
from uuid import UUID, uuid5

from ample_crumb.application.bake_days import commands
from ample_crumb.application.bake_days.commands import NewDay
from ample_crumb.application.bake_days.views import BakeDayView
from ample_crumb.core.planning.plan_request import BakeDayAsk, DayFormula
from ample_crumb.core.planning.schedule import Progress
from ample_crumb.store.bake_days import NewEvent
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.stock import StockRow

_GUESTS_MIN: Final = 16 * 60
_SUNDAY: Final = 6
_AGO_MIN: Final = 24
"""The bake in progress began so long ago."""

_ENOUGH_AIMS: Final = 6


def add_bake_days(
    database: Database, principal: Principal, space: UUID, now: datetime, made: Mapping[str, UUID]
) -> None:
    """Adds them as of `now`, the person's local time; `made` are the formulas by their short names."""
    _stock(database, principal, space)
    sunday = now + timedelta(days=(_SUNDAY - now.weekday()) % 7)
    ask = BakeDayAsk(
        tuple(DayFormula(made[name], _GUESTS_MIN) for name in ("set-bars", "rounds", "squares")),
        extras=("250 g coffee beans", "baking paper"),
    )
    _planned(database, principal, uuid5(space, "sunday"), "Sunday, guests at four", sunday, ask)
    minute = now.hour * 60 + now.minute - _AGO_MIN
    running = BakeDayAsk((DayFormula(made["loaf"]), DayFormula(made["rounds"])), start_min=minute)
    view = _planned(database, principal, uuid5(space, "running"), "A loaf and some rounds", now, running)
    _told(database, principal, view, minute + _AGO_MIN)


def _planned(
    database: Database, principal: Principal, run_id: UUID, name: str, day: datetime, ask: BakeDayAsk
) -> BakeDayView:
    zero = datetime.combine(day.date(), time(), day.tzinfo)
    # What a clock of the machine is called is not known; its offset is, in whole hours at least.
    offset = zero.utcoffset() or timedelta()
    hours = round(offset.total_seconds() / 3600)
    zone = f"Etc/GMT{-hours:+d}" if hours else "UTC"
    commands.put_day(database, principal, NewDay(run_id, name, day.date(), zone), ask, day.astimezone)
    return commands.plan_day(database, principal, run_id, day.astimezone, _enough)


def _enough(progress: Progress) -> bool:
    return progress.aim <= _ENOUGH_AIMS


def _told(database: Database, principal: Principal, view: BakeDayView, now_min: int) -> None:
    """What should have been done by now was done, just as planned."""
    assert view.plan is not None
    events: list[tuple[int, str, dict[str, object]]] = []
    for task in view.plan.tasks:
        about: dict[str, object] = {"task": task.id}
        if task.kind == "wash" or task.start_min > now_min or (task.end_min > now_min and task.hand is not None):
            continue
        events.append((task.start_min, "begun", about))
        if task.end_min <= now_min:
            events.append((task.end_min, "done", about))
        else:
            timer = about | {"timer_min": task.end_min - task.start_min, "name": task.name}
            events.append((task.start_min, "timer", timer))
    new = [
        NewEvent("demo", number, kind, payload, (now_min - minute) * 60_000)
        for number, (minute, kind, payload) in enumerate(sorted(events, key=lambda each: each[0]), start=1)
    ]
    commands.send_events(database, principal, view.id, new, datetime.now().astimezone)


def _stock(database: Database, principal: Principal, space: UUID) -> None:
    table = files("ample_crumb.application.demo.kitchen").joinpath("stock.csv").read_text("utf-8").splitlines()
    for row in csv.DictReader(table):
        food = row["food"] or str(uuid5(space, row["product"]))
        packs = [float(each) for each in row["packs_g"].split(";") if each]
        mass_g = float(row["mass_g"]) if row["mass_g"] else None
        commands.put_stock(database, principal, StockRow(food, row["state"], mass_g, packs, row["found_at"]))
