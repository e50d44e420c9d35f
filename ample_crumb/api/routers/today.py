"""Days, targets and entries over HTTP."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.base import Day
from ample_crumb.api.bodies.today import (
    CopyDayBody,
    DayTypeBody,
    EntryBody,
    FoodsBody,
    MealBody,
    NewBatchPieces,
    NewFoods,
    NewPieces,
    OwnTargetsBody,
    SeveralBody,
    UsualPortionBody,
)
from ample_crumb.api.description import CONFLICT
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.today import commands as today_commands
from ample_crumb.application.today import day_fill, meals
from ample_crumb.application.today import queries as today_queries
from ample_crumb.application.today.views import (
    AtHandView,
    DayView,
    EntryChange,
    EntryView,
    FillView,
    FoodsView,
    MealView,
    PortionAmount,
    TonightView,
    UsualPortionView,
)
from ample_crumb.core.day.evening_offers import TonightOrder
from ample_crumb.core.day.portion import pieces_in
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.quantity.written_yield import MOST_PIECES

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


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
    """Makes a day one of a type, such as training or rest."""
    return today_commands.set_day_type(database, principal, day, body.day_type)


@router.put("/days/{day}/own-targets")
def set_own_targets(day: Day, body: OwnTargetsBody, database: InDatabase, principal: AsPrincipal) -> DayView:
    """Gives one day targets of its own, or those of its type again."""
    targets = None if body.targets is None else body.targets.targets()
    return today_commands.set_own_targets(database, principal, day, targets)


@router.get("/days/{day}/available-foods")
def read_available_foods(day: Day, database: InDatabase, principal: AsPrincipal) -> AtHandView:
    """Kept meals, and what was had in the last weeks, the latest first."""
    return day_fill.read_available_foods(database, principal, day)


@router.get("/days/{day}/fill")
def fill(day: Day, database: InDatabase, principal: AsPrincipal, clock: InClock, *, sure: bool = False) -> FillView:
    """Up to three ways to close the day with what is at hand; `sure` ones stay under its energy 95 times of 100."""
    return day_fill.fill(database, principal, day, sure=sure, clock=clock)


@router.get("/days/{day}/tonight")
def tonight(
    day: Day,
    database: InDatabase,
    principal: AsPrincipal,
    clock: InClock,
    wish: Annotated[str, Query(max_length=200)] = "",
    order: TonightOrder = TonightOrder.NEAREST,
) -> TonightView:
    """What could be had: of the stash, of kept meals, and of formulas, as one line wishes."""
    return day_fill.tonight(database, principal, day, wish, order, clock)


@router.post("/days/{day}/entries", status_code=201)
def log_several(day: Day, body: SeveralBody, database: InDatabase, principal: AsPrincipal, clock: InClock) -> DayView:
    """Lays several things into a day, all or none; the same id again changes nothing."""
    things = [thing.pieces() for thing in body.things]
    return today_commands.log_several(database, principal, body.entry(day), things, clock)


@router.post("/days/{day}/copy", status_code=201)
def copy_day(day: Day, body: CopyDayBody, database: InDatabase, principal: AsPrincipal) -> DayView:
    """Lays what another day had into this one; the same id again changes nothing."""
    return today_commands.copy_day(database, principal, body.entry(day), body.from_day, body.entry_ids)


@router.put("/meals/{meal_id}")
def put_meal(meal_id: UUID, body: MealBody, database: InDatabase, principal: AsPrincipal) -> tuple[MealView, ...]:
    """Keeps a meal, new or changed; gives all."""
    return meals.put_meal(database, principal, meal_id, body.name, body.text, body.minutes)


@router.delete("/meals/{meal_id}")
def remove_meal(meal_id: UUID, database: InDatabase, principal: AsPrincipal) -> tuple[MealView, ...]:
    """Keeps a meal no more; gives the others."""
    return meals.remove_meal(database, principal, meal_id)


@router.get("/formulas/{formula_id}/usual-portion")
def open_usual_portion(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> UsualPortionView:
    """How many pieces of a formula the person mostly has."""
    return today_queries.open_usual_portion(database, principal, formula_id)


@router.put("/formulas/{formula_id}/usual-portion", status_code=204)
def set_usual_portion(
    formula_id: UUID, body: UsualPortionBody, database: InDatabase, principal: AsPrincipal
) -> Response:
    """Says how many pieces of a formula the person mostly has."""
    today_commands.set_usual_portion(database, principal, formula_id, body.piece_count)
    return Response(status_code=204)


@router.post("/days/{day}/read")
def read_foods(day: Day, body: FoodsBody, database: InDatabase, principal: AsPrincipal) -> FoodsView:
    """Reads typed foods without laying them in."""
    return today_queries.read_foods(database, principal, body.text, day)


@router.post("/days/{day}/foods", status_code=201)
def log_foods(day: Day, body: NewFoods, database: InDatabase, principal: AsPrincipal) -> DayView:
    """Lays typed foods into a day; the same id again changes nothing."""
    return today_commands.log_foods(database, principal, body.entry(day), body.text)


@router.post("/days/{day}/pieces", status_code=201)
def log_pieces(day: Day, body: NewPieces, database: InDatabase, principal: AsPrincipal) -> DayView:
    """Lays pieces of a formula into a day; the same id again changes nothing."""
    amount = body.amount if body.piece_count is None else body.piece_count
    return today_commands.log_pieces(database, principal, body.entry(day), body.formula_id, amount)


@router.post("/days/{day}/batch-pieces", status_code=201)
def log_batch_pieces(
    day: Day, body: NewBatchPieces, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> DayView:
    """Lays pieces of a batch into a day, with its own figures; the same id again changes nothing."""
    return today_commands.log_batch_pieces(database, principal, body.entry(day), body.pieces(), clock)


@router.put("/entries/{entry_id}", responses=CONFLICT)
def change_entry(
    entry_id: UUID, body: EntryBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> EntryView:
    """Changes an entry; 409 with the present state when the version is not the newest."""
    change = EntryChange(body.day, body.eaten_at, body.text, body.piece_count, body.state)
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
