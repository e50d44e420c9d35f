"""Writes of Today: targets, types of days, and what is logged."""

from dataclasses import dataclass
from datetime import date, datetime
from uuid import UUID, uuid5

from ample_crumb.application.batches.showing import lot_portion
from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.queries import find_summary
from ample_crumb.application.formulas.summaries import FormulaSummary
from ample_crumb.application.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.application.stash import moving as stash_moving
from ample_crumb.application.stash.moving import write_move
from ample_crumb.application.today.day import entry_view, load_day, read_entry
from ample_crumb.application.today.views import DayView, EntryChange, EntryView
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.problem import CannotUse
from ample_crumb.store import batches, days, shelves
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.days import EntryRow, LoggedEntry
from ample_crumb.store.scope import Principal
from ample_crumb.store.stash import MoveRow


def set_day_type(database: Database, principal: Principal, day: date, kind: str) -> DayView:
    """Makes a day a training or a rest day."""
    with database.transaction(principal) as connection:
        days.set_day_type(connection, principal, day, kind)
        return load_day(connection, principal, day)


def set_targets(database: Database, principal: Principal, from_day: date, by_type: dict[str, Targets]) -> DayView:
    """Targets by type of day, from a day on; gives that day."""
    with database.transaction(principal) as connection:
        for kind, targets in by_type.items():
            days.set_target(connection, principal, kind, from_day, targets)
        return load_day(connection, principal, from_day)


@dataclass(frozen=True, slots=True)
class NewEntry:
    """An entry to come: its id, made in the browser, the day that it counts for, and when it was eaten."""

    id: UUID
    day: date
    eaten_at: datetime


def log_foods(database: Database, principal: Principal, new: NewEntry, text: str) -> DayView:
    """Lays typed foods into a day as one entry. Raises CannotAccept when nothing of it could be read."""
    with database.transaction(principal) as connection:
        name, portion = read_entry(text, load_context(connection, principal))
        entry = LoggedEntry(
            id=new.id,
            day=new.day,
            eaten_at=new.eaten_at,
            kind="foods",
            name=name,
            text=text.strip(),
            portion=portion,
        )
        days.add_entry(connection, principal, entry)
        return load_day(connection, principal, new.day)


def log_pieces(
    database: Database, principal: Principal, new: NewEntry, formula_id: UUID, amount: float | str
) -> DayView:
    """Lays pieces of a formula into a day, with their figures of now: so many, or as much as "45 g" or "a quarter of
    the whole" is. Raises NotHere, or CannotAccept for nothing."""
    with database.transaction(principal) as connection:
        formula, kept = find_summary(connection, principal, formula_id)
        piece = kept.piece
        if piece.figures.mass_g <= 0:
            raise CannotAccept(
                "/formula_id", "This formula has no line that could be read yet; there is nothing to eat."
            )
        pieces = _pieces(amount, kept)
        entry = LoggedEntry(
            id=new.id,
            day=new.day,
            eaten_at=new.eaten_at,
            kind="piece",
            name=formula.name,
            formula_id=formula_id,
            piece_count=pieces,
            portion=piece.times(pieces),
        )
        days.add_entry(connection, principal, entry)
        return load_day(connection, principal, new.day)


@dataclass(frozen=True, slots=True)
class BatchPieces:
    """So many pieces of a lot of a batch: taken from a shelf of the stash where one is named, and eaten with `sides`,
    as typed, where there are any."""

    batch_id: UUID
    lot: int
    count: float
    shelf_id: UUID | None = None
    sides: str = ""


def log_batch_pieces(
    database: Database, principal: Principal, new: NewEntry, pieces: BatchPieces, clock: Clock = system_clock
) -> DayView:
    """Lays pieces of a batch into a day, with the batch's own figures, and with what they are eaten with as an entry of
    its own; both are one group. Raises NotHere, CannotAccept where there are not so many or the sides cannot be
    read."""
    with database.transaction(principal) as connection:
        batch = batches.find(connection, principal.kitchen_id, pieces.batch_id)
        if batch is None or batch.removed:
            raise NotHere("batch")
        lots = {each.lot: each for each in batches.lots_of(connection, principal.kitchen_id, batch.id)}
        if pieces.lot not in lots:
            raise CannotAccept("/lot", "This batch has no such pieces.")
        sides = pieces.sides.strip()
        entry = LoggedEntry(
            id=new.id,
            day=new.day,
            eaten_at=new.eaten_at,
            kind="piece",
            name=batch.name,
            formula_id=batch.formula_id,
            batch_id=batch.id,
            lot=pieces.lot,
            group_id=new.id if sides else None,
            piece_count=pieces.count,
            portion=lot_portion(batch, lots[pieces.lot]).times(pieces.count),
        )
        added = days.add_entry(connection, principal, entry)
        if added and pieces.shelf_id is not None:
            _take(connection, principal, new, pieces, clock)
        if added and sides:
            _log_sides(connection, principal, new, sides)
        return load_day(connection, principal, new.day)


def _take(connection: Connection, principal: Principal, new: NewEntry, pieces: BatchPieces, clock: Clock) -> None:
    if pieces.shelf_id not in {row.id for row in shelves.listed(connection, principal.kitchen_id)}:
        raise NotHere("shelf")
    move = MoveRow(
        # An entry eats once, so its move is called as it is.
        id=new.id,
        batch_id=pieces.batch_id,
        lot=pieces.lot,
        kind="eaten",
        from_shelf_id=pieces.shelf_id,
        piece_count=pieces.count,
        entry_id=new.id,
        moved_at=clock(),
    )
    write_move(connection, principal, move, "/piece_count")


def _log_sides(connection: Connection, principal: Principal, new: NewEntry, sides: str) -> None:
    try:
        name, portion = read_entry(sides, load_context(connection, principal))
    except CannotAccept as cannot:
        raise CannotAccept("/sides", str(cannot)) from cannot
    entry = LoggedEntry(
        id=uuid5(new.id, "sides"),
        day=new.day,
        eaten_at=new.eaten_at,
        kind="foods",
        name=name,
        text=sides,
        group_id=new.id,
        portion=portion,
    )
    days.add_entry(connection, principal, entry)


def _pieces(amount: float | str, kept: FormulaSummary) -> float:
    if isinstance(amount, float | int):
        return amount
    try:
        return pieces_in(amount, kept.piece.figures.mass_g, kept.piece_count)
    except CannotUse as cannot:
        raise CannotAccept("/amount", str(cannot)) from cannot


def change_entry(
    database: Database,
    principal: Principal,
    entry_id: UUID,
    version: int,
    change: EntryChange,
    clock: Clock = system_clock,
) -> EntryView:
    """Changes an entry. Pieces keep the figures of the piece that was laid in, more or fewer of it, and the stash
    follows; typed foods are read anew only when their text changed. Raises NotHere, CannotAccept or
    ChangedMeanwhile."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        row = days.find_entry(connection, principal, entry_id, lock=True)
        if row is None or row.removed:
            raise NotHere("entry")
        if _is(row, change):
            return entry_view(row, context.definition)
        if row.version != version:
            raise ChangedMeanwhile("entry", entry_view(row, context.definition))
        name, text, pieces, portion = row.name, row.text, row.piece_count, row.portion()
        if row.kind == "piece":
            if change.piece_count is None:
                raise CannotAccept("/pieces", "Say how many pieces.")
            portion = portion.times(change.piece_count / (row.piece_count or 1))
            pieces = change.piece_count
        elif change.text.strip() != row.text:
            text = change.text.strip()
            name, portion = read_entry(text, context)
        entry = LoggedEntry(
            id=entry_id,
            day=change.day,
            eaten_at=change.eaten_at,
            kind=row.kind,
            name=name,
            text=text,
            formula_id=row.formula_id,
            batch_id=row.batch_id,
            lot=row.lot,
            piece_count=pieces,
            portion=portion,
        )
        days.change_entry(connection, principal, entry)
        if row.batch_id is not None:
            grew = (pieces or 0.0) - (row.piece_count or 0.0)
            stash_moving.change_entry(connection, principal, entry_id, version, grew, clock())
        changed = days.find_entry(connection, principal, entry_id)
        assert changed is not None
        return entry_view(changed, context.definition)


def remove_entry(
    database: Database, principal: Principal, entry_id: UUID, *, removed: bool, clock: Clock = system_clock
) -> None:
    """Takes an entry out of its day, or lays it back; pieces go back to the shelf that they are from, or leave it
    again. Raises NotHere, and CannotAccept where the pieces are gone by now."""
    with database.transaction(principal) as connection:
        if not days.remove_entry(connection, principal, entry_id, removed=removed):
            raise NotHere("entry")
        stash_moving.undo_entry(connection, principal, entry_id, clock(), undone=removed)


def _is(row: EntryRow, change: EntryChange) -> bool:
    same = row.day == change.day and row.eaten_at == change.eaten_at
    return same and (row.piece_count == change.piece_count if row.kind == "piece" else row.text == change.text.strip())
