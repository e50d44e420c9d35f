"""Writes of Today: what is laid into a day, changed there and taken out again."""

from collections.abc import Sequence
from dataclasses import replace
from datetime import date
from uuid import UUID, uuid5

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.formulas.queries import find_summary
from ample_crumb.application.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.application.stash import movements
from ample_crumb.application.today.day import entry_view, load_day, read_entry
from ample_crumb.application.today.entries import (
    BatchPieces,
    Foods,
    LoggedThing,
    NewEntry,
    Pieces,
    log_entry,
    take_from_shelf,
)
from ample_crumb.application.today.views import DayView, EntryChange, EntryView
from ample_crumb.core.day.day_budget import Targets
from ample_crumb.store import day_plans, days, stash, usual_portions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.days import EntryRow, LoggedEntry
from ample_crumb.store.scope import Principal


def set_day_type(database: Database, principal: Principal, day: date, kind: str) -> DayView:
    """Makes a day one of that type. Raises CannotAccept for a type that there is not."""
    with database.transaction(principal) as connection:
        if kind not in {each.slug for each in day_plans.day_plan(connection, principal, day).types}:
            raise CannotAccept("/day_type", f"There is no type of day “{kind[:40]}”.")
        day_plans.set_day_type(connection, principal, day, kind)
        return load_day(connection, principal, day)


def set_own_targets(database: Database, principal: Principal, day: date, targets: Targets | None) -> DayView:
    """Gives one day targets of its own, or those of its type again."""
    with database.transaction(principal) as connection:
        day_plans.set_own_target(connection, principal, day, targets)
        return load_day(connection, principal, day)


def set_usual_portion(database: Database, principal: Principal, formula_id: UUID, piece_count: float | None) -> None:
    """Says how many pieces of a formula the person mostly has; None lets it be seen from what they ate. Raises
    NotHere."""
    with database.transaction(principal) as connection:
        find_summary(connection, principal, formula_id)
        usual_portions.set_usual_portion(connection, principal, formula_id, piece_count)


def log_foods(database: Database, principal: Principal, new: NewEntry, text: str) -> DayView:
    """Lays typed foods into a day as one entry. Raises CannotAccept when nothing of it could be read."""
    return log_several(database, principal, new, (Foods(text),))


def log_pieces(
    database: Database, principal: Principal, new: NewEntry, formula_id: UUID, amount: float | str
) -> DayView:
    """Lays pieces of a formula into a day, with their figures of now. Raises NotHere, or CannotAccept for nothing."""
    return log_several(database, principal, new, (Pieces(formula_id, amount),))


def log_batch_pieces(
    database: Database, principal: Principal, new: NewEntry, pieces: BatchPieces, clock: Clock = system_clock
) -> DayView:
    """Lays pieces of a batch into a day, with the batch's own figures, and with what they are eaten with as an entry of
    its own; both are one group. Raises NotHere, CannotAccept where there are not so many or the sides cannot be
    read."""
    return log_several(database, principal, new, (pieces,), clock)


def log_several(
    database: Database, principal: Principal, new: NewEntry, things: Sequence[LoggedThing], clock: Clock = system_clock
) -> DayView:
    """Lays all of these into a day, or none; several are one group. Raises NotHere, and CannotAccept for what cannot be
    read or of which there is not so much."""
    with database.transaction(principal) as connection:
        if len(things) > 1:
            new = replace(new, group_id=new.group_id or new.id)
        for place, what in enumerate(things):
            log_entry(connection, principal, new.beside(str(place)) if place else new, what, clock)
        return load_day(connection, principal, new.day)


def copy_day(
    database: Database, principal: Principal, new: NewEntry, from_day: date, entry_ids: Sequence[UUID] = ()
) -> DayView:
    """Lays what a day had into another one, all of it or these entries, with the same figures and at the same times of
    the day. Pieces of a batch are of its formula then: no shelf is asked for them. The same id again changes nothing.
    Raises NotHere where there is nothing to copy."""
    with database.transaction(principal) as connection:
        rows = [
            row
            for row in days.day_entries(connection, principal, from_day)
            if not entry_ids or row.id in set(entry_ids)
        ]
        if not rows:
            raise NotHere("entry", "There is nothing on that day to copy.")
        shift = new.day - from_day
        for row in rows:
            copy = LoggedEntry(
                id=uuid5(new.id, str(row.id)),
                day=new.day,
                eaten_at=row.eaten_at + shift,
                kind=row.kind,
                name=row.name,
                text=row.text,
                formula_id=row.formula_id,
                batch_id=None if row.formula_id else row.batch_id,
                lot=None if row.formula_id else row.lot,
                meal_id=row.meal_id,
                state=new.state,
                piece_count=row.piece_count,
                portion=row.portion(),
            )
            days.add_entry(connection, principal, copy)
        return load_day(connection, principal, new.day)


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
            return entry_view(row, context)
        if row.revision != version:
            raise ChangedMeanwhile("entry", entry_view(row, context))
        if row.state == "eaten" and change.state == "planned":
            raise CannotAccept("/state", "What was eaten is not planned any more; take it out and plan it anew.")
        entry = _changed(row, change, context)
        days.change_entry(connection, principal, entry)
        if row.batch_id is not None and row.state == "planned" and change.state == "eaten":
            _eat_planned(connection, principal, entry, clock)
        elif row.batch_id is not None:
            grew = (entry.piece_count or 0.0) - (row.piece_count or 0.0)
            movements.change_entry(connection, principal, entry_id, version, grew, clock())
        changed = days.find_entry(connection, principal, entry_id)
        assert changed is not None
        return entry_view(changed, context)


def _changed(row: EntryRow, change: EntryChange, context: KitchenContext) -> LoggedEntry:
    name, text, pieces, portion = row.name, row.text, row.piece_count, row.portion()
    if row.kind == "piece":
        if change.piece_count is None:
            raise CannotAccept("/pieces", "Say how many pieces.")
        portion = portion.times(change.piece_count / (row.piece_count or 1))
        pieces = change.piece_count
    elif change.text.strip() != row.text:
        text = change.text.strip()
        name, once = read_entry(text, context)
        portion = once.times(row.piece_count or 1)
    return LoggedEntry(
        id=row.id,
        day=change.day,
        eaten_at=change.eaten_at,
        kind=row.kind,
        name=name,
        text=text,
        formula_id=row.formula_id,
        batch_id=row.batch_id,
        lot=row.lot,
        meal_id=row.meal_id,
        state=change.state,
        piece_count=pieces,
        portion=portion,
    )


def _eat_planned(connection: Connection, principal: Principal, entry: LoggedEntry, clock: Clock) -> None:
    """What was planned of a batch leaves the shelf that has enough of it, the one nearest to the mouth first; what is
    nowhere any more is eaten all the same, as somebody says who did."""
    assert entry.batch_id is not None
    lot, count = entry.lot or 1, entry.piece_count or 1.0
    shelf_id = stash.shelf_with(connection, principal.kitchen_id, entry.batch_id, lot, count)
    if shelf_id is not None:
        take_from_shelf(connection, principal, entry, shelf_id, clock)


def remove_entry(
    database: Database, principal: Principal, entry_id: UUID, *, removed: bool, clock: Clock = system_clock
) -> None:
    """Takes an entry out of its day, or lays it back; pieces go back to the shelf that they are from, or leave it
    again. Raises NotHere, and CannotAccept where the pieces are gone by now."""
    with database.transaction(principal) as connection:
        if not days.remove_entry(connection, principal, entry_id, removed=removed):
            raise NotHere("entry")
        movements.undo_entry(connection, principal, entry_id, clock(), undone=removed)


def _is(row: EntryRow, change: EntryChange) -> bool:
    same = row.day == change.day and row.eaten_at == change.eaten_at and row.state == change.state
    return same and (row.piece_count == change.piece_count if row.kind == "piece" else row.text == change.text.strip())
