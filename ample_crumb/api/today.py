"""Days, targets and entries over HTTP."""

from datetime import date
from uuid import UUID

from fastapi import APIRouter, Response

from ample_crumb.api.bodies.today import (
    AllTargetsBody,
    DayTypeBody,
    EntryBody,
    FoodsBody,
    NewFoods,
    NewPieces,
)
from ample_crumb.api.context import AsPerson, InDatabase
from ample_crumb.work import today
from ample_crumb.work.today import DayView, EntryChange, EntryView, FoodsView

router = APIRouter(prefix="/api")


@router.get("/days/{day}")
def open_day(day: date, database: InDatabase, who: AsPerson) -> DayView:
    """A day with its tin."""
    return today.open_day(database, who, day)


@router.put("/days/{day}")
def set_day_type(day: date, body: DayTypeBody, database: InDatabase, who: AsPerson) -> DayView:
    """Makes a day a training or a rest day."""
    return today.set_day_type(database, who, day, body.day_type)


@router.put("/days/{day}/targets")
def set_targets(day: date, body: AllTargetsBody, database: InDatabase, who: AsPerson) -> DayView:
    """Targets of training and rest days, in force from this day on."""
    return today.set_targets(database, who, day, body.by_type())


@router.post("/days/{day}/read")
def read_foods(day: date, body: FoodsBody, database: InDatabase, who: AsPerson) -> FoodsView:
    """Reads typed foods without laying them in."""
    return today.read_foods(database, who, body.text, day)


@router.post("/days/{day}/foods", status_code=201)
def lay_in_foods(day: date, body: NewFoods, database: InDatabase, who: AsPerson) -> DayView:
    """Lays typed foods into a day; the same id again changes nothing."""
    return today.lay_in_foods(database, who, body.id, day, body.eaten_at, body.text)


@router.post("/days/{day}/pieces", status_code=201)
def lay_in_pieces(day: date, body: NewPieces, database: InDatabase, who: AsPerson) -> DayView:
    """Lays pieces of a formula into a day; the same id again changes nothing."""
    amount = body.amount if body.pieces is None else body.pieces
    return today.lay_in_pieces(database, who, body.id, day, body.eaten_at, body.formula_id, amount)


@router.put("/entries/{entry_id}")
def change_entry(entry_id: UUID, body: EntryBody, database: InDatabase, who: AsPerson) -> EntryView:
    """Changes an entry; 409 with the present state when the version is not the newest."""
    change = EntryChange(body.day, body.eaten_at, body.text, body.pieces)
    return today.change_entry(database, who, entry_id, body.version, change)


@router.delete("/entries/{entry_id}", status_code=204)
def remove_entry(entry_id: UUID, database: InDatabase, who: AsPerson) -> Response:
    """Takes an entry out of its day; it can be laid back."""
    today.remove_entry(database, who, entry_id, removed=True)
    return Response(status_code=204)


@router.post("/entries/{entry_id}/back", status_code=204)
def lay_back(entry_id: UUID, database: InDatabase, who: AsPerson) -> Response:
    """Lays a removed entry back into its day."""
    today.remove_entry(database, who, entry_id, removed=False)
    return Response(status_code=204)
