"""Opened packs of the cupboard: until when they are good."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final
from uuid import UUID

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import KitchenContext, load_context
from ample_crumb.application.problems import CannotAccept, NotHere
from ample_crumb.core.keeping.eat_by import in_words
from ample_crumb.core.keeping.opened_goods import opened_life_of
from ample_crumb.core.keeping.places import Place
from ample_crumb.store import opened_goods
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.opened_goods import OpenedRow
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class OpenedView:
    """An opened pack: good until `use_by`, usually until `usual_until`. A food that is not in the cupboard any more is
    judged as any other."""

    id: UUID
    food: str
    name: str
    place: Place
    opened_at: datetime
    use_by: datetime
    usual_until: datetime
    past: bool
    why: str
    source: str


MOST_OPENED: Final = 100


def list_opened(database: Database, principal: Principal, clock: Clock = system_clock) -> tuple[OpenedView, ...]:
    """What is open, what must be used first at the front."""
    with database.transaction(principal) as connection:
        return opened_views(connection, principal, clock())


def opened_views(connection: Connection, principal: Principal, now: datetime) -> tuple[OpenedView, ...]:
    """What is open, within a transaction."""
    context = load_context(connection, principal)
    rows = opened_goods.list_opened(connection, principal.kitchen_id, MOST_OPENED)
    return tuple(sorted((_view(row, context, now) for row in rows), key=lambda each: each.use_by))


def _view(row: OpenedRow, context: KitchenContext, now: datetime) -> OpenedView:
    item = context.cupboard.ingredients.get(row.food)
    place = Place(row.storage)
    life = opened_life_of(item)
    careful, usual = life.days_at(place)
    use_by = row.opened_at + timedelta(days=careful)
    there = {Place.COUNTER: "in the cupboard", Place.FRIDGE: "in the fridge", Place.FREEZER: "in the freezer"}
    why = f"{life.words}, opened: {in_words(24 * careful, 24 * usual)} {there[place]}."
    usual_until = row.opened_at + timedelta(days=usual)
    return OpenedView(
        row.id, row.food, row.name, place, row.opened_at, use_by, usual_until, use_by <= now, why, life.source
    )


def put_opened(
    database: Database,
    principal: Principal,
    opened_id: UUID,
    food: str,
    place: Place | None,
    clock: Clock = system_clock,
) -> tuple[OpenedView, ...]:
    """A pack was opened now, or stands somewhere else; gives all. Where no place is said it stands where it belongs.
    Raises CannotAccept for a food that is not there, and for too many."""
    with database.transaction(principal) as connection:
        item = load_context(connection, principal).cupboard.ingredients.get(food)
        there = {row.id: row for row in opened_goods.list_opened(connection, principal.kitchen_id, MOST_OPENED)}
        if item is None and opened_id not in there:
            raise CannotAccept("/food", "This food is not in your cupboard.")
        if len(there) >= MOST_OPENED and opened_id not in there:
            raise CannotAccept("/food", f"Up to {MOST_OPENED} packs can be open; say first which are used up.")
        before = there.get(opened_id)
        if before is not None:
            row = OpenedRow(opened_id, before.food, before.name, place or before.storage, before.opened_at)
        else:
            assert item is not None
            row = OpenedRow(opened_id, food, item.name, place or opened_life_of(item).home, clock())
        opened_goods.put_opened(connection, principal.kitchen_id, row)
        return opened_views(connection, principal, clock())


def finish_opened(
    database: Database, principal: Principal, opened_id: UUID, done_as: str, clock: Clock = system_clock
) -> tuple[OpenedView, ...]:
    """A pack is used up or thrown away, or open after all for an empty text; gives the others. Raises NotHere."""
    with database.transaction(principal) as connection:
        if not opened_goods.finish_opened(connection, principal.kitchen_id, opened_id, done_as):
            raise NotHere("pack")
        return opened_views(connection, principal, clock())
