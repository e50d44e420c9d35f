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
            key=f"{batch.id}.{position.lot}.{position.shelf_id}",
            day=position.eat_by.astimezone(calendar).date(),
            summary=f"{'Best before' if position.for_taste else 'Eat'}: {batch.name}, {position.piece_count:g} left"
            + (f" ({shelves[position.shelf_id]})" if position.shelf_id in shelves else ""),
            why=position.why,
        )
        for batch in found.batches
        for position in batch.positions
    ]
    return eat_by_calendar(pieces, now)
