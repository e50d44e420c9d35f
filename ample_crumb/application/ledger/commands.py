"""Writes of weights."""

from datetime import date

from ample_crumb.application.ledger.views import WeightsWritten
from ample_crumb.application.problems import CannotAccept
from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.weights_csv import weights_from_csv
from ample_crumb.store import body_weights
from ample_crumb.store.body_weights import WeightRow
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


def put_weight(database: Database, principal: Principal, day: date, weight_kg: float | None) -> None:
    """Writes the weight of a day, or takes it away."""
    with database.transaction(principal) as connection:
        if weight_kg is None:
            body_weights.remove_weight(connection, principal, day)
        else:
            body_weights.put_weights(connection, principal, [WeightRow(day, weight_kg)])


def put_weights(database: Database, principal: Principal, text: str) -> WeightsWritten:
    """Writes the weights of a CSV; rows that cannot be read are told and left out. Raises CannotAccept for a text that
    is none."""
    try:
        read = weights_from_csv(text)
    except CannotUse as cannot:
        raise CannotAccept("/text", str(cannot)) from cannot
    with database.transaction(principal) as connection:
        body_weights.put_weights(
            connection, principal, [WeightRow(weight.day, weight.weight_kg) for weight in read.weights]
        )
    return WeightsWritten(len(read.weights), read.problems)
