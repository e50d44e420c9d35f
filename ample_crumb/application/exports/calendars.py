"""Until when what lies in the stash is to be eaten, for a calendar."""

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.stash.label_sheet import zone_of
from ample_crumb.application.stash.queries import stash_view
from ample_crumb.formats.eat_by_calendar import PiecesToEat, eat_by_calendar
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


def stash_calendar(database: Database, principal: Principal, zone: str, clock: Clock = system_clock) -> bytes:
    """The days until which pieces are to be eaten, by the calendar of a time zone. Raises CannotAccept."""
    calendar, now = zone_of(zone), clock()
    with database.snapshot(principal) as connection:
        found = stash_view(connection, principal, now)
    shelves = {shelf.id: shelf.name for shelf in found.shelves}

    pieces = [
        PiecesToEat(
            key=f"{batch.id}.{heap.lot}.{heap.shelf_id}",
            day=heap.eat_by.astimezone(calendar).date(),
            summary=f"{'Best before' if heap.for_taste else 'Eat'}: {batch.name}, {heap.piece_count:g} left"
            + (f" ({shelves[heap.shelf_id]})" if heap.shelf_id in shelves else ""),
            why=heap.why,
        )
        for batch in found.batches
        for heap in batch.heaps
    ]
    return eat_by_calendar(pieces, now)
