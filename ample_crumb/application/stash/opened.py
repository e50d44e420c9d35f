"""Opened packs of the cupboard: until when they are good."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final
from uuid import UUID

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.context import KitchenContext, load_context
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
    rows = opened_goods.opened(connection, principal.kitchen_id, MOST_OPENED)
    return tuple(sorted((_view(row, context, now) for row in rows), key=lambda each: each.use_by))


def _view(row: OpenedRow, context: KitchenContext, now: datetime) -> OpenedView:
    item = context.cupboard.ingredients.get(row.food)
    place = Place(row.place)
    life = opened_life_of(item)
    careful, usual = life.days_at(place)
    use_by = row.opened_at + timedelta(days=careful)
    there = {Place.COUNTER: "in the cupboard", Place.FRIDGE: "in the fridge", Place.FREEZER: "in the freezer"}
    why = f"{life.words}, opened: {in_words(24 * careful, 24 * usual)} {there[place]}."
    usual_until = row.opened_at + timedelta(days=usual)
    return OpenedView(
        row.id, row.food, row.name, place, row.opened_at, use_by, usual_until, use_by <= now, why, life.source
    )
