"""Reads of the stash."""

from datetime import datetime, timedelta
from typing import Final
from uuid import UUID

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.problems import NotHere
from ample_crumb.application.stash.presenters import move_views, plate_view, stashed_view
from ample_crumb.application.stash.stash_memory import Shelved, StashMemory
from ample_crumb.application.stash.views import (
    BatchStashView,
    ShelfView,
    StashedView,
    StashView,
    WasteItem,
    WasteView,
)
from ample_crumb.core.keeping.places import Place
from ample_crumb.store import people, plates, shelves, stash
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.shelves import ShelfRow
from ample_crumb.store.stash import MoveRow, ThrownRow


def open_stash(database: Database, principal: Principal, clock: Clock = system_clock) -> StashView:
    """The shelves with what lies on them."""
    with database.transaction(principal) as connection:
        return stash_view(connection, principal, clock())


def stash_view(connection: Connection, principal: Principal, now: datetime) -> StashView:
    """The shelves with what lies on them, within a transaction."""
    there, found = find_shelved(connection, principal, load_context(connection, principal), now)
    return StashView(
        now=now,
        currency=people.person_settings(connection, principal).currency,
        shelves=tuple(ShelfView(row.id, Place(row.kind), row.name) for row in there if not row.removed),
        batches=tuple(each.view for each in found),
    )


def find_shelved(
    connection: Connection, principal: Principal, context: KitchenContext, now: datetime
) -> tuple[list[ShelfRow], list[Shelved]]:
    """All shelves, removed ones too, and each batch of which something is left with what lies where of it."""
    there = shelves.list_shelves(connection, principal.kitchen_id, removed=True)
    places = {row.id: Place(row.kind) for row in there}
    return there, StashMemory(connection, principal.kitchen_id, places, context, now).batches()


def open_batch(database: Database, principal: Principal, batch_id: UUID, clock: Clock = system_clock) -> BatchStashView:
    """What became of a batch, and what its pieces are eaten with. Raises NotHere."""
    with database.transaction(principal) as connection:
        context = load_context(connection, principal)
        batch, moves = batch_stash(connection, principal, batch_id, context, clock())
        kept = plates.list_plates(connection, principal.kitchen_id, batch.formula_id) if batch.formula_id else []
        return BatchStashView(batch, move_views(moves), tuple(plate_view(row, context) for row in kept))


def batch_stash(
    connection: Connection, principal: Principal, batch_id: UUID, context: KitchenContext, now: datetime
) -> tuple[StashedView, list[MoveRow]]:
    """What lies where of one batch, and its moves, within a transaction. Raises NotHere."""
    batch = stash.stashed_batch(connection, principal.kitchen_id, batch_id)
    if batch is None:
        raise NotHere("batch")
    places = {row.id: Place(row.kind) for row in shelves.list_shelves(connection, principal.kitchen_id, removed=True)}
    moves = stash.moves_of(connection, principal.kitchen_id, [batch_id])
    return stashed_view(batch, moves, places, context, now), moves


WASTE_DAYS: Final = 28


def waste(database: Database, principal: Principal, clock: Clock = system_clock) -> WasteView:
    """What was thrown away in the last four weeks, and why."""
    since = clock() - timedelta(days=WASTE_DAYS)
    with database.transaction(principal) as connection:
        rows = stash.thrown(connection, principal.kitchen_id, since)
        made = stash.made_count_since(connection, principal.kitchen_id, since)
        currency = people.person_settings(connection, principal).currency
    priced = [cost for row in rows if (cost := _cost(row)) is not None]
    return WasteView(
        days=WASTE_DAYS,
        made_count=made,
        thrown_count=sum(row.piece_count for row in rows),
        cost=sum(priced) if priced else None,
        at_least=len(priced) < len(rows) or any(row.cost_at_least for row in rows),
        currency=currency,
        items=tuple(WasteItem(row.batch_id, row.name, row.reason, row.piece_count, _cost(row)) for row in rows),
    )


def _cost(row: ThrownRow) -> float | None:
    return None if row.piece_cost is None else row.piece_cost * row.piece_count
