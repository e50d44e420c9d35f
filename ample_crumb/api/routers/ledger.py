"""The ledger over HTTP: days looked back on, and weight."""

from typing import Annotated, Any, Final

from fastapi import APIRouter, Query, Response

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.base import Day
from ample_crumb.api.bodies.ledger import WeightBody, WeightsBody
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.ledger import commands as ledger_commands
from ample_crumb.application.ledger import queries as ledger_queries
from ample_crumb.application.ledger.views import LedgerView, WeightsWritten
from ample_crumb.formats.ledger_csv import ledger_csv

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)

First = Annotated[Day, Query(alias="from")]
Last = Annotated[Day, Query(alias="to")]

_CSV: Final[dict[int | str, dict[str, Any]]] = {
    200: {"content": {"text/csv": {"schema": {"type": "string"}}}, "description": "CSV"}
}


@router.get("/ledger")
def open_ledger(
    database: InDatabase, principal: AsPrincipal, first: First, last: Last, not_over: Day | None = None
) -> LedgerView:
    """A range of days with what they came to; from a day that is `not_over` yet on they are shown alone."""
    return ledger_queries.open_ledger(database, principal, first, last, not_over)


@router.get("/ledger.csv", response_class=Response, responses=_CSV)
def export_csv(database: InDatabase, principal: AsPrincipal, first: First, last: Last) -> Response:
    """The same days as CSV, one a row."""
    view = ledger_queries.open_ledger(database, principal, first, last)
    head = {"Content-Disposition": f'attachment; filename="ledger-{first}-{last}.csv"'}
    return Response(ledger_csv(ledger_queries.as_rows(view)), media_type="text/csv", headers=head)


@router.put("/weights/{day}", status_code=204)
def put_weight(day: Day, body: WeightBody, database: InDatabase, principal: AsPrincipal) -> Response:
    """The weight of a day."""
    ledger_commands.put_weight(database, principal, day, body.weight_kg)
    return Response(status_code=204)


@router.post("/weights")
def put_weights(body: WeightsBody, database: InDatabase, principal: AsPrincipal) -> WeightsWritten:
    """Weights of a CSV; rows that cannot be read are told and left out."""
    return ledger_commands.put_weights(database, principal, body.text)
