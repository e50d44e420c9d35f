"""Writes of the stash: pieces moved, given, thrown away and counted again, all of it to be undone; shelves; plates."""

from dataclasses import dataclass
from enum import StrEnum
from typing import Final
from uuid import UUID

from psycopg.errors import UniqueViolation

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import load_context
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.application.stash.movements import set_undone, undo_entry, write_move
from ample_crumb.application.stash.presenters import plate_view
from ample_crumb.application.stash.queries import stash_view
from ample_crumb.application.stash.views import PlateView, ShelfView, StashView
from ample_crumb.core.keeping.places import Place, Wrapping
from ample_crumb.store import batches, days, formulas, plates, shelves, stash
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.plates import PlateRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.shelves import ShelfRow
from ample_crumb.store.stash import MoveRow


class Leaving(StrEnum):
    """What becomes of pieces that are not eaten by who keeps the kitchen's day."""

    MOVED = "moved"
    GIVEN = "given"
    THROWN = "thrown"


@dataclass(frozen=True, slots=True)
class PiecesAt:
    """Pieces of a lot of a batch on a shelf."""

    batch_id: UUID
    lot: int
    shelf_id: UUID
    piece_count: float


@dataclass(frozen=True, slots=True)
class NewMove:
    """A move to be made under an id that the client made; `to_shelf_id` where pieces are moved to, else None."""

    id: UUID
    kind: Leaving
    what: PiecesAt
    to_shelf_id: UUID | None = None
    wrapping: Wrapping = Wrapping.COVERED
    reason: str = ""


def move(database: Database, principal: Principal, new: NewMove, clock: Clock = system_clock) -> StashView:
    """Moves, gives or throws away pieces; gives the stash. Sending it again changes nothing. Raises NotHere, and
    CannotAccept where there are not so many."""
    if (new.to_shelf_id is not None) != (new.kind is Leaving.MOVED):
        raise CannotAccept("/to_shelf_id", "Say where they are moved to, and only where they are moved.")
    if new.to_shelf_id == new.what.shelf_id:
        raise CannotAccept("/to_shelf_id", "They are there already; choose another shelf.")
    row = MoveRow(
        id=new.id,
        batch_id=new.what.batch_id,
        lot=new.what.lot,
        kind=new.kind,
        from_shelf_id=new.what.shelf_id,
        to_shelf_id=new.to_shelf_id,
        piece_count=new.what.piece_count,
        wrapping=new.wrapping,
        reason=new.reason.strip(),
        moved_at=clock(),
    )
    with database.transaction(principal) as connection:
        _check(connection, principal, new.what, new.to_shelf_id)
        write_move(connection, principal, row)
        return stash_view(connection, principal, clock())


def count_again(
    database: Database, principal: Principal, move_id: UUID, what: PiecesAt, clock: Clock = system_clock
) -> StashView:
    """There are so many pieces on a shelf, whatever was thought; gives the stash. Raises NotHere, CannotAccept."""
    with database.transaction(principal) as connection:
        _check(connection, principal, what)
        # Two who count at the same moment count one after the other.
        batches.find(connection, principal.kitchen_id, what.batch_id, lock=True)
        there = sum(
            row.piece_count
            for row in stash.balances_of(connection, principal.kitchen_id, what.batch_id)
            if (row.lot, row.shelf_id) == (what.lot, what.shelf_id)
        )
        more = what.piece_count - there
        if more and stash.last_of_move(connection, principal.kitchen_id, move_id) is None:
            row = MoveRow(
                id=move_id,
                batch_id=what.batch_id,
                lot=what.lot,
                kind="corrected",
                from_shelf_id=what.shelf_id if more < 0 else None,
                to_shelf_id=what.shelf_id if more > 0 else None,
                piece_count=abs(more),
                moved_at=clock(),
            )
            write_move(connection, principal, row)
        return stash_view(connection, principal, clock())


def _check(connection: Connection, principal: Principal, what: PiecesAt, to_shelf_id: UUID | None = None) -> None:
    """Raises NotHere for a batch or a shelf that is not there, CannotAccept for a lot that is not."""
    batch = stash.stashed_batch(connection, principal.kitchen_id, what.batch_id)
    if batch is None:
        raise NotHere("batch")
    there = {row.id for row in shelves.list_shelves(connection, principal.kitchen_id)}
    if not {what.shelf_id, to_shelf_id} - {None} <= there:
        raise NotHere("shelf")
    if what.lot not in {int(lot[0]) for lot in batch.lots}:
        raise CannotAccept("/lot", "This batch has no such pieces.")


def undo(
    database: Database, principal: Principal, move_id: UUID, *, undone: bool, clock: Clock = system_clock
) -> StashView:
    """Takes a move back, or does it again; what was eaten goes out of its day, or into it again, along. Gives the
    stash. Raises NotHere, CannotAccept where the pieces are not there any more."""
    with database.transaction(principal) as connection:
        found = stash.last_of_move(connection, principal.kitchen_id, move_id)
        if found is None:
            raise NotHere("move")
        entry_id = found[0].entry_id
        if entry_id is None:
            set_undone(connection, principal, move_id, clock(), undone=undone)
        else:
            # The day first, as where an entry is taken out there: both hold the same rows in the same order.
            for each in days.group_of(connection, principal, entry_id):
                days.remove_entry(connection, principal, each, removed=undone)
            undo_entry(connection, principal, entry_id, clock(), undone=undone)
        return stash_view(connection, principal, clock())


MOST_SHELVES: Final = 12


def put_shelf(
    database: Database, principal: Principal, shelf_id: UUID, kind: Place, name: str
) -> tuple[ShelfView, ...]:
    """Writes a shelf, new or renamed; gives all. Raises CannotAccept for a name that is taken, and for too many."""
    with database.transaction(principal) as connection:
        there = shelves.list_shelves(connection, principal.kitchen_id)
        if len(there) >= MOST_SHELVES and shelf_id not in {row.id for row in there}:
            raise CannotAccept("/name", f"A kitchen keeps up to {MOST_SHELVES} shelves; take one away first.")
        try:
            with connection.transaction():
                shelves.put_shelf(connection, principal.kitchen_id, ShelfRow(shelf_id, kind, name.strip()))
        except UniqueViolation as taken:
            raise CannotAccept("/name", f"There is a shelf “{name.strip()}” already.") from taken
        return _shelves(connection, principal)


def remove_shelf(database: Database, principal: Principal, shelf_id: UUID) -> tuple[ShelfView, ...]:
    """Takes an empty shelf away; gives the others. Raises NotHere, CannotAccept where something lies on it."""
    with database.transaction(principal) as connection:
        if shelf_id not in {row.id for row in shelves.list_shelves(connection, principal.kitchen_id)}:
            raise NotHere("shelf")
        if not shelves.remove_shelf(connection, principal.kitchen_id, shelf_id):
            raise CannotAccept("/shelf_id", "Something still lies on it; move that first.")
        return _shelves(connection, principal)


def _shelves(connection: Connection, principal: Principal) -> tuple[ShelfView, ...]:
    found = shelves.list_shelves(connection, principal.kitchen_id)
    return tuple(ShelfView(row.id, Place(row.kind), row.name) for row in found)


MOST_PLATES: Final = 12


def put_plate(database: Database, principal: Principal, formula_id: UUID, plate: PlateRow) -> tuple[PlateView, ...]:
    """Writes a plate of a formula, new or changed; gives all of it. Raises NotHere, CannotAccept where nothing of it
    could be read, and for too many."""
    with database.transaction(principal) as connection:
        if formulas.find(connection, principal.kitchen_id, formula_id) is None:
            raise NotHere("formula")
        context = load_context(connection, principal)
        if plate_view(plate, context).figures.mass_g <= 0:
            raise CannotAccept("/sides", "Type what is eaten with it, such as 150 g skyr, 80 g berries.")
        there = plates.list_plates(connection, principal.kitchen_id, formula_id)
        if len(there) >= MOST_PLATES and plate.id not in {row.id for row in there}:
            raise CannotAccept("/name", f"A formula keeps up to {MOST_PLATES} plates; take one away first.")
        plates.put_plate(connection, principal.kitchen_id, formula_id, plate)
        kept = plates.list_plates(connection, principal.kitchen_id, formula_id)
        return tuple(plate_view(row, context) for row in kept)


def remove_plate(database: Database, principal: Principal, plate_id: UUID) -> None:
    """Takes a plate away."""
    with database.transaction(principal) as connection:
        plates.remove_plate(connection, principal.kitchen_id, plate_id)
