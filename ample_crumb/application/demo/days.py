"""The days of the demo kitchen: targets, what was eaten and weighed in six weeks, and meals that are had again."""

import csv
import random
from collections.abc import Mapping
from datetime import date, datetime, time, timedelta
from importlib.resources import files
from typing import Final
from uuid import UUID, uuid5

from ample_crumb.application.today import commands as today_commands
from ample_crumb.application.today import meals
from ample_crumb.application.today.entries import NewEntry
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.store import body_weights, day_plans
from ample_crumb.store.body_weights import WeightRow
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

_TRAINING_WEEKDAYS: Final = {1, 3, 5}

_TARGETS: Final = {"training": Targets(2050, 150, 65, 230, 28), "rest": Targets(1800, 150, 60, 180, 25)}

_MEALS: Final = {
    "skyr and berries": ("200 g skyr, 100 g raspberries, 10 g honey", 3),
    "cottage cheese and kiwi": ("200 g cottage cheese, 1 kiwi", 3),
    "oats after rowing": ("60 g oats, 30 g whey, 250 ml skimmed milk", 8),
}

_WEEKS_BEFORE: Final = 4
"""Two weeks are written out; so many before them are like them, but for some days on which nothing was written down."""

_LEFT_OUT: Final = {17, 29, 36}


def set_days(database: Database, principal: Principal, space: UUID, now: datetime) -> None:
    """Targets, the week, the types of the last days, and weights."""
    dice = random.Random(11)
    with database.transaction(principal) as connection:
        first_day = (now - timedelta(days=13)).date()
        for kind, targets in _TARGETS.items():
            day_plans.set_target(connection, principal, kind, first_day, targets)
        day_plans.name_diet_phase(connection, principal, first_day, "before the head race")
        for ago in range(-1, 14):
            day = (now - timedelta(days=ago)).date()
            day_plans.set_day_type(connection, principal, day, _kind(day))
        week = [("training" if weekday in _TRAINING_WEEKDAYS else "rest") for weekday in range(7)]
        day_plans.set_week_pattern(connection, principal, now.date() - timedelta(days=70), week)
        weighed = [
            WeightRow(now.date() - timedelta(days=ago), round(71.4 + 0.036 * ago + dice.gauss(0, 0.5), 1))
            for ago in range(41, -1, -1)
            if dice.random() < 0.75
        ]
        body_weights.put_weights(connection, principal, weighed)
    for name, (text, minutes) in _MEALS.items():
        meals.put_meal(database, principal, uuid5(space, name), name, text, minutes)


def _kind(day: date) -> str:
    return "training" if day.weekday() in _TRAINING_WEEKDAYS else "rest"


def fill_days(database: Database, principal: Principal, space: UUID, now: datetime, made: Mapping[str, UUID]) -> None:
    """What was eaten; `made` are the formulas by their short names."""
    table = files("ample_crumb.application.demo.kitchen").joinpath("days.csv").read_text("utf-8").splitlines()
    for place, row in enumerate(csv.DictReader(table)):
        day = (now - timedelta(days=int(row["days_ago"]))).date()
        eaten_at = datetime.combine(day, time.fromisoformat(row["time"]), now.tzinfo)
        new = NewEntry(uuid5(space, f"entry {place}"), day, eaten_at)
        if row["kind"] == "foods":
            today_commands.log_foods(database, principal, new, row["what"])
        else:
            today_commands.log_pieces(database, principal, new, made[row["kind"]], float(row["what"]))
    for ago in range(14, 14 + 7 * _WEEKS_BEFORE):
        if ago in _LEFT_OUT:
            continue
        # The same weekday, so that its targets are the same; today, which is not over yet, is like a week ago.
        like = now.date() - timedelta(days=ago % 14 or 7)
        day = now.date() - timedelta(days=ago)
        new = NewEntry(uuid5(space, f"like {ago}"), day, datetime.combine(day, time(), now.tzinfo))
        today_commands.copy_day(database, principal, new, like)
