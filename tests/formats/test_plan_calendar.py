"""A plan as a calendar, read back by the library that calendars are read with."""

import unittest
from datetime import UTC, datetime, timedelta, timezone
from typing import Any

from icalendar import Calendar

from ample_crumb.core.planning.plan import PlanRequest
from ample_crumb.core.planning.schedule import Effort, plan_bake_day
from ample_crumb.formats.plan_calendar import plan_calendar
from tests.core.planning.given import SLAB, formula_tasks


class PlanCalendar(unittest.TestCase):
    PLAN = plan_bake_day(PlanRequest((formula_tasks(SLAB, "s"),)), Effort(10))
    # An hour before the clocks of central Europe go back.
    ZERO = datetime(2026, 10, 25, 2, 30, tzinfo=timezone(timedelta(hours=2)))

    def read(self) -> Any:
        return Calendar.from_ical(plan_calendar(self.PLAN, ("Bean; slab, good",), self.ZERO, self.ZERO, "k"))

    def test_every_task_comes_back_at_its_moment(self) -> None:
        events = self.read().walk("VEVENT")
        self.assertEqual(len(events), len(self.PLAN.tasks))
        for event, planned in zip(events, self.PLAN.tasks, strict=True):
            begins = event["DTSTART"].dt
            self.assertEqual(begins, self.ZERO.astimezone(UTC) + timedelta(minutes=planned.start_min))
            self.assertEqual(event["DTEND"].dt - begins, timedelta(minutes=planned.end_min - planned.start_min))
            self.assertEqual(str(event["SUMMARY"]), f"{planned.task.name} (Bean; slab, good)")

    def test_each_has_a_name_of_its_own_and_hands_are_called(self) -> None:
        events = self.read().walk("VEVENT")
        self.assertEqual(len({str(event["UID"]) for event in events}), len(events))
        for event, planned in zip(events, self.PLAN.tasks, strict=True):
            self.assertEqual(bool(event.walk("VALARM")), planned.hand is not None)
