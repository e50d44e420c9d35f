"""What changed since, for programs that keep a copy."""

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Final

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.problems import CannotAccept
from ample_crumb.store import changes
from ample_crumb.store.changes import ChangesFrom
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

PAGE: Final = 500
_OVERLAP: Final = timedelta(seconds=60)
"""A change carries the moment at which its transaction began; no transaction here lasts so long."""

_BEGINNING: Final = datetime(1970, 1, 1, tzinfo=UTC)


@dataclass(frozen=True, slots=True)
class ChangedThing:
    """Something that changed, by its kind and id; `gone` where it is not there any more."""

    kind: str
    id: str
    changed_at: datetime
    gone: bool


@dataclass(frozen=True, slots=True)
class ChangePage:
    """Changes in order of time. `next` is what is asked for next: with `more` at once, else whenever one likes; it
    reaches back a little, so that the last ones come twice and none is missed."""

    changes: tuple[ChangedThing, ...]
    next: str
    more: bool


def changed_since(database: Database, principal: Principal, since: str, clock: Clock = system_clock) -> ChangePage:
    """What changed since, all of it where `since` is empty. Raises CannotAccept."""
    asked = _asked(since)
    with database.transaction(principal) as connection:
        rows = changes.changed_since(connection, principal, asked, PAGE + 1)
    shown, more = rows[:PAGE], len(rows) > PAGE
    if more:
        last = shown[-1]
        further = f"{last.changed_at.isoformat()}~{last.kind}~{last.id}"
    else:
        latest = shown[-1].changed_at if shown else asked.changed_at
        further = max(asked.changed_at, min(latest, clock() - _OVERLAP)).isoformat()
    views = tuple(ChangedThing(row.kind, row.id, row.changed_at, row.gone) for row in shown)
    return ChangePage(views, further, more)


def _asked(since: str) -> ChangesFrom:
    if not since:
        return ChangesFrom(_BEGINNING)
    moment, _, behind = since[:200].partition("~")
    kind, _, found = behind.partition("~")
    try:
        # A plus in an address is a space.
        changed_at = datetime.fromisoformat(moment.replace(" ", "+"))
    except ValueError as wrong:
        raise CannotAccept("/since", "This is no moment such as 2026-05-04T12:00:00Z.") from wrong
    if changed_at.tzinfo is None:
        raise CannotAccept("/since", "A moment says its time zone, such as 2026-05-04T12:00:00Z.")
    return ChangesFrom(changed_at, kind, found)
