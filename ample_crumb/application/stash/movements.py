"""Moves of pieces within a transaction: written, undone, done again; the stash follows batches and days by them."""

from collections.abc import Iterable
from dataclasses import replace
from datetime import datetime
from uuid import UUID, uuid5

from psycopg.errors import CheckViolation

from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.keeping.shelf_life import ShelfLife
from ample_crumb.store import stash
from ample_crumb.store.batches import LotRow, NewBatch
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal
from ample_crumb.store.stash import NOT_BELOW_NOTHING, MoveRow


def write_move(connection: Connection, principal: Principal, move: MoveRow, field: str = "/piece_count") -> bool:
    """Writes a move; False when it is there already. Raises CannotAccept at `field` where there are not so many."""
    try:
        with connection.transaction():
            return stash.add_move(connection, principal.kitchen_id, move)
    except CheckViolation as violation:
        if violation.diag.constraint_name != NOT_BELOW_NOTHING:
            raise
        left = sum(
            row.piece_count
            for row in stash.balances_of(connection, principal.kitchen_id, move.batch_id)
            if row.lot == move.lot and row.shelf_id == move.from_shelf_id
        )
        raise CannotAccept(field, _not_so_many(left)) from violation


def _not_so_many(left: float) -> str:
    if not left:
        return "Nothing is left there any more; somebody was faster."
    return f"Only {left:g} {'is' if left <= 1 else 'are'} left there."


def set_undone(connection: Connection, principal: Principal, move_id: UUID, at: datetime, *, undone: bool) -> None:
    """Takes a move back, or does it again, by a move that reverses the last of its chain. Raises NotHere, CannotAccept
    where the pieces are not there any more."""
    found = stash.last_of_move(connection, principal.kitchen_id, move_id)
    if found is None:
        raise NotHere("move")
    last, length = found
    if (length % 2 == 0) != undone:
        reversal = replace(
            last,
            id=uuid5(last.id, "reversed"),
            kind="reversed",
            from_shelf_id=last.to_shelf_id,
            to_shelf_id=last.from_shelf_id,
            reverses=last.id,
            moved_at=at,
        )
        write_move(connection, principal, reversal)


def undo_entry(connection: Connection, principal: Principal, entry_id: UUID, at: datetime, *, undone: bool) -> None:
    """Puts back what an entry of a day took from the stash, or takes it again."""
    for move in stash.moves_of_entry(connection, principal.kitchen_id, entry_id):
        set_undone(connection, principal, move.id, at, undone=undone)


def change_entry(
    connection: Connection, principal: Principal, entry_id: UUID, version: int, more: float, at: datetime
) -> None:
    """The stash after an entry that was at this version grew by so many pieces. Nothing where the entry took nothing
    from the stash."""
    moves = stash.moves_of_entry(connection, principal.kitchen_id, entry_id)
    eaten = next((move for move in moves if move.kind == "eaten"), None)
    if eaten is None or not more:
        return
    there = eaten.from_shelf_id
    change = replace(
        eaten,
        id=uuid5(entry_id, f"version {version}"),
        kind="corrected",
        from_shelf_id=there if more > 0 else None,
        to_shelf_id=None if more > 0 else there,
        piece_count=abs(more),
        moved_at=at,
    )
    write_move(connection, principal, change, "/piece_count")


def put_made(
    connection: Connection, principal: Principal, batch: NewBatch, life: ShelfLife, shelf_id: UUID | None
) -> None:
    """Lays a new batch on a shelf: on the one that is named, else where it belongs. Raises CannotAccept where there is
    none of that id; a kitchen without shelves keeps nothing."""
    made = [
        MoveRow(
            id=uuid5(batch.id, f"made {place}"),
            batch_id=batch.id,
            lot=place,
            kind="made",
            piece_count=lot.piece_count,
            moved_at=batch.made_at,
        )
        for place, lot in enumerate(batch.lots, 1)
    ]
    if not stash.put_made(connection, principal.kitchen_id, made, life.home, shelf_id) and shelf_id is not None:
        raise CannotAccept("/shelf_id", "There is no such shelf any more; choose another.")


def follow_correction(
    connection: Connection, principal: Principal, batch: NewBatch, before: Iterable[LotRow], revision: int
) -> None:
    """The stash after a batch was corrected: what it made more is laid where it was made, what it made less is taken
    from where most lies. Raises CannotAccept where more has been taken away than there was. A batch that was never in
    the stash stays out of it."""
    made = {
        move.lot: move.to_shelf_id
        for move in stash.moves_of(connection, principal.kitchen_id, [batch.id])
        if move.kind == "made"
    }
    if not made:
        return
    counts = {row.lot: row.piece_count for row in before}
    for lot in sorted({*counts, *range(1, len(batch.lots) + 1)}):
        now = batch.lots[lot - 1].piece_count if lot <= len(batch.lots) else 0
        more = now - counts.get(lot, 0)
        shelf = made.get(lot) or next(iter(made.values()))
        for place, (where, pieces) in enumerate(_spread(connection, principal, batch.id, lot, more, shelf)):
            move = MoveRow(
                id=uuid5(batch.id, f"revision {revision} lot {lot} {place}"),
                batch_id=batch.id,
                lot=lot,
                kind="corrected",
                from_shelf_id=where if more < 0 else None,
                to_shelf_id=where if more > 0 else None,
                piece_count=pieces,
                moved_at=batch.made_at,
            )
            write_move(connection, principal, move, "/record/lots")


def _spread(
    connection: Connection, principal: Principal, batch_id: UUID, lot: int, more: int, shelf: UUID | None
) -> list[tuple[UUID, float]]:
    """From or to which shelves so many pieces go."""
    if more >= 0:
        return [(shelf, float(more))] if more and shelf else []
    wanted, taken = float(-more), []
    there = stash.balances_of(connection, principal.kitchen_id, batch_id)
    for row in sorted(
        (row for row in there if row.lot == lot and row.piece_count > 0), key=lambda row: -row.piece_count
    ):
        pieces = min(wanted, row.piece_count)
        if pieces:
            taken.append((row.shelf_id, pieces))
            wanted -= pieces
    if wanted:
        raise CannotAccept(
            "/record/lots",
            "More of these pieces have been eaten, given or thrown away by now than it is said to have made.",
        )
    return taken
