"""A plan as iCalendar: an event a task, with a reminder where it begins.

Source: RFC 5545. Moments go out in UTC, which needs no table of time zones.
"""

from datetime import UTC, datetime, timedelta

from icalendar import Alarm, Calendar, Event

from ample_crumb.core.planning.plan import Plan


def plan_calendar(plan: Plan, names: tuple[str, ...], zero: datetime, made_at: datetime, key: str) -> bytes:
    """The tasks of a plan whose moments count from `zero`, an aware moment. `key` tells this plan from others, so that
    a calendar that gets it twice has each task once. `made_at` is when it was planned, aware."""
    calendar = Calendar()
    calendar.add("prodid", "-//Ample Crumb//bake day//EN")
    calendar.add("version", "2.0")
    for task in plan.tasks:
        begins = (zero + timedelta(minutes=task.start_min)).astimezone(UTC)
        event = Event()
        event.add("uid", f"{task.task.id}.{key}@ample-crumb")
        event.add("dtstamp", made_at.astimezone(UTC))
        event.add("dtstart", begins)
        event.add("dtend", (zero + timedelta(minutes=task.end_min)).astimezone(UTC))
        event.add("summary", f"{task.task.name} ({names[task.formula]})" if names[task.formula] else task.task.name)
        told = "\n".join(filter(None, (task.task.sign, task.task.advice)))
        if told:
            event.add("description", told)
        if task.hand is not None:
            alarm = Alarm()
            alarm.add("action", "DISPLAY")
            alarm.add("description", task.task.name)
            alarm.add("trigger", timedelta(0))
            event.add_component(alarm)
        else:
            # What needs nobody blocks no time.
            event.add("transp", "TRANSPARENT")
        calendar.add_component(event)
    return bytes(calendar.to_ical())
