"""Days, targets and entries over HTTP."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response

from ample_crumb.api.again import AgainRoute
from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.base import Day
from ample_crumb.api.bodies.today import (
    AllTargetsBody,
    DayTypeBody,
    EntryBody,
    FoodsBody,
    NewBatchPieces,
    NewFoods,
    NewPieces,
)
from ample_crumb.api.description import CONFLICT
from ample_crumb.application.today import commands as today_commands
from ample_crumb.application.today import queries as today_queries
from ample_crumb.application.today.commands import NewEntry
from ample_crumb.application.today.views import DayView, EntryChange, EntryView, FoodsView, PortionAmount
from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.quantity.written_yield import MOST_PIECES

router = APIRouter(prefix="/api/v1", route_class=AgainRoute)


@router.get("/portion")
def read_portion(
    amount: Annotated[str, Query(max_length=60)],
    piece_g: Annotated[float, Query(ge=0, le=MOST_G, allow_inf_nan=False)],
    piece_count: Annotated[float, Query(gt=0, le=MOST_PIECES, allow_inf_nan=False)],
) -> PortionAmount:
    """How many pieces an amount is, of a batch of so many pieces that weigh so much each."""
    return PortionAmount(pieces_in(amount, piece_g, piece_count))


@router.get("/days/{day}")
def open_day(day: Day, database: InDatabase, principal: AsPrincipal) -> DayView:
    """A day with its tin."""
    return today_queries.open_day(database, principal, day)


@router.put("/days/{day}")
def set_day_type(day: Day, body: DayTypeBody, database: InDatabase, principal: AsPrincipal) -> DayView:
    """Makes a day a training or a rest day."""
    return today_commands.set_day_type(database, principal, day, body.day_type)


@router.put("/days/{day}/targets")
def set_targets(day: Day, body: AllTargetsBody, database: InDatabase, principal: AsPrincipal) -> DayView:
    """Targets of training and rest days, in force from this day on."""
    return today_commands.set_targets(database, principal, day, body.by_type())


@router.post("/days/{day}/read")
def read_foods(day: Day, body: FoodsBody, database: InDatabase, principal: AsPrincipal) -> FoodsView:
    """Reads typed foods without laying them in."""
    return today_queries.read_foods(database, principal, body.text, day)


@router.post("/days/{day}/foods", status_code=201)
def log_foods(day: Day, body: NewFoods, database: InDatabase, principal: AsPrincipal) -> DayView:
    """Lays typed foods into a day; the same id again changes nothing."""
    return today_commands.log_foods(database, principal, NewEntry(body.id, day, body.eaten_at), body.text)


@router.post("/days/{day}/pieces", status_code=201)
def log_pieces(day: Day, body: NewPieces, database: InDatabase, principal: AsPrincipal) -> DayView:
    """Lays pieces of a formula into a day; the same id again changes nothing."""
    amount = body.amount if body.piece_count is None else body.piece_count
    new = NewEntry(body.id, day, body.eaten_at)
    return today_commands.log_pieces(database, principal, new, body.formula_id, amount)


@router.post("/days/{day}/batch-pieces", status_code=201)
def log_batch_pieces(
    day: Day, body: NewBatchPieces, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> DayView:
    """Lays pieces of a batch into a day, with its own figures; the same id again changes nothing."""
    new = NewEntry(body.id, day, body.eaten_at)
    return today_commands.log_batch_pieces(database, principal, new, body.pieces(), clock)


@router.put("/entries/{entry_id}", responses=CONFLICT)
def change_entry(
    entry_id: UUID, body: EntryBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> EntryView:
    """Changes an entry; 409 with the present state when the version is not the newest."""
    change = EntryChange(body.day, body.eaten_at, body.text, body.piece_count)
    return today_commands.change_entry(database, principal, entry_id, body.version, change, clock)


@router.delete("/entries/{entry_id}", status_code=204)
def remove_entry(entry_id: UUID, database: InDatabase, principal: AsPrincipal, clock: InClock) -> Response:
    """Takes an entry out of its day; it can be laid back."""
    today_commands.remove_entry(database, principal, entry_id, removed=True, clock=clock)
    return Response(status_code=204)


@router.post("/entries/{entry_id}/back", status_code=204)
def lay_back(entry_id: UUID, database: InDatabase, principal: AsPrincipal, clock: InClock) -> Response:
    """Lays a removed entry back into its day."""
    today_commands.remove_entry(database, principal, entry_id, removed=False, clock=clock)
    return Response(status_code=204)
