"""The crumb check over HTTP: how batches came out, what they taught."""

from uuid import UUID

from fastapi import APIRouter

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.feedback import FeedbackBody, LookBody
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.crumb import commands as crumb_commands
from ample_crumb.application.crumb import queries as crumb_queries
from ample_crumb.application.crumb.views import LearningView, LookView

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


@router.post("/formulas/{formula_id}/feedback", status_code=201)
def record_feedback(formula_id: UUID, body: FeedbackBody, database: InDatabase, principal: AsPrincipal) -> LearningView:
    """Keeps how a batch came out."""
    crumb_commands.record_feedback(database, principal, formula_id, body.feedback(), body.bench())
    return crumb_queries.read_learning(database, principal)


@router.post("/bench/dough")
def look_at_dough(body: LookBody, database: InDatabase, principal: AsPrincipal) -> LookView:
    """What to do about a dough that looks wrong."""
    return crumb_queries.look(database, principal, body.bench(), body.said, body.stage)


@router.get("/lessons")
def read_learning(database: InDatabase, principal: AsPrincipal) -> LearningView:
    """What batches taught, and from what."""
    return crumb_queries.read_learning(database, principal)


@router.delete("/lessons")
def forget_all(database: InDatabase, principal: AsPrincipal) -> LearningView:
    """Forgets all that was learned."""
    crumb_commands.forget(database, principal)
    return crumb_queries.read_learning(database, principal)


@router.delete("/lessons/bakes/{batch_id}")
def forget_bake(batch_id: UUID, database: InDatabase, principal: AsPrincipal) -> LearningView:
    """Forgets how long one batch took."""
    crumb_commands.forget_bake(database, principal, batch_id)
    return crumb_queries.read_learning(database, principal)


@router.delete("/lessons/{feedback_id}")
def forget_one(feedback_id: UUID, database: InDatabase, principal: AsPrincipal) -> LearningView:
    """Forgets what was said of one batch."""
    crumb_commands.forget(database, principal, feedback_id)
    return crumb_queries.read_learning(database, principal)
