"""Tastings over HTTP: begun, marked, compared."""

from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Query

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.batches import RemovedBody
from ample_crumb.api.bodies.tastings import MarksBody, TastingBody
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.tastings import commands as tastings_commands
from ample_crumb.application.tastings import queries as tastings_queries
from ample_crumb.application.tastings.views import Comparison, TastingList, TastingView

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


@router.get("/tastings")
def list_tastings(database: InDatabase, principal: AsPrincipal) -> TastingList:
    """The last tastings, and what can be asked at one."""
    return tastings_queries.list_tastings(database, principal)


@router.get("/tastings/{tasting_id}")
def open_tasting(tasting_id: UUID, database: InDatabase, principal: AsPrincipal) -> TastingView:
    """A tasting with all that was said."""
    return tastings_queries.open_tasting(database, principal, tasting_id)


@router.put("/tastings/{tasting_id}")
def start_tasting(
    tasting_id: UUID, body: TastingBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> TastingView:
    """Begins a tasting; the same id again changes nothing."""
    return tastings_commands.start(database, principal, body.new(tasting_id), clock)


@router.put("/tastings/{tasting_id}/marks")
def mark(tasting_id: UUID, body: MarksBody, database: InDatabase, principal: AsPrincipal) -> TastingView:
    """What a taster says; of what is said twice the last counts."""
    return tastings_commands.mark(database, principal, tasting_id, body.said())


@router.put("/tastings/{tasting_id}/removed", status_code=204)
def remove_tasting(tasting_id: UUID, body: RemovedBody, database: InDatabase, principal: AsPrincipal) -> None:
    """Takes a tasting out of the list, or brings it back."""
    tastings_commands.remove(database, principal, tasting_id, removed=body.removed)


@router.get("/comparison")
def compare(
    database: InDatabase,
    principal: AsPrincipal,
    batch: Annotated[list[UUID], Query(min_length=1, max_length=8)],
    by: Annotated[Literal["batch", "version"], Query()] = "batch",
) -> Comparison:
    """Two to four batches by what was said of them, and by what differs as made; or the versions that they are of, with
    all batches of each."""
    return tastings_queries.compare_batches(database, principal, batch, by_version=by == "version")
