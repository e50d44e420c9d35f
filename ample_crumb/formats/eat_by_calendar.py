"""Until when pieces are to be eaten, as iCalendar: a day for each batch on each shelf.

Source: RFC 5545. A day is a date without a time, which no zone moves.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta

from icalendar import Calendar, Event


@dataclass(frozen=True, slots=True)
class PiecesToEat:
    """So many pieces of something that lie somewhere, to be eaten by a day; `key` tells them from others."""

    key: str
    day: date
    summary: str
    why: str


def eat_by_calendar(pieces: Sequence[PiecesToEat], made_at: datetime) -> bytes:
    """The days for a calendar; whoever takes it twice has each once. `made_at` is aware."""
    calendar = Calendar()
    calendar.add("prodid", "-//Ample Crumb//eat by//EN")
    calendar.add("version", "2.0")
    for piece in pieces:
        event = Event()
        event.add("uid", f"{piece.key}@ample-crumb")
        event.add("dtstamp", made_at.astimezone(UTC))
        event.add("dtstart", piece.day)
        event.add("dtend", piece.day + timedelta(days=1))
        event.add("summary", piece.summary)
        event.add("transp", "TRANSPARENT")
        if piece.why:
            event.add("description", piece.why)
        calendar.add_component(event)
    return bytes(calendar.to_ical())
