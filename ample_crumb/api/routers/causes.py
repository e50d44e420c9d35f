"""Why a batch came out as it did, over HTTP, and the next version made of it."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Path

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.causes import NextBody, NoticedBody
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.causes import commands as causes_commands
from ample_crumb.application.causes import queries as causes_queries
from ample_crumb.application.causes.views import BatchCauses, NextVersion
from ample_crumb.core.bounds import STORABLE

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)

_Symptom = Annotated[str, Path(min_length=1, max_length=40, pattern=STORABLE)]


@router.get("/batches/{batch_id}/causes")
def explain(batch_id: UUID, database: InDatabase, principal: AsPrincipal) -> BatchCauses:
    """All that is said to be wrong with a batch, with its likeliest causes."""
    return causes_queries.explain(database, principal, batch_id)


@router.put("/batches/{batch_id}/symptoms/{symptom}")
def say_symptom(
    batch_id: UUID, symptom: _Symptom, body: NoticedBody, database: InDatabase, principal: AsPrincipal
) -> BatchCauses:
    """Says what is wrong with a batch, and what was noticed while it was made."""
    return causes_commands.say(database, principal, batch_id, symptom, body.noticed)


@router.delete("/batches/{batch_id}/symptoms/{symptom}")
def unsay_symptom(batch_id: UUID, symptom: _Symptom, database: InDatabase, principal: AsPrincipal) -> BatchCauses:
    """Takes that back."""
    return causes_commands.unsay(database, principal, batch_id, symptom)


@router.post("/batches/{batch_id}/next")
def make_next(
    batch_id: UUID, body: NextBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> NextVersion:
    """Changes the formula of a batch for next time; the same id again changes nothing."""
    return causes_commands.make_next(database, principal, batch_id, body.asked(), clock)
