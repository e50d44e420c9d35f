"""What is done in the background, over HTTP."""

from fastapi import APIRouter

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application import background
from ample_crumb.store.jobs import JobCounts

router = APIRouter(prefix="/api/v1/background", route_class=RetryingRoute)


@router.get("")
def read_progress(database: InDatabase, principal: AsPrincipal) -> JobCounts:
    """How many formulas are being worked out anew."""
    return background.progress(database, principal)


@router.post("/stop")
def stop_background(database: InDatabase, principal: AsPrincipal) -> JobCounts:
    """Lets the figures of before stand."""
    return background.stop(database, principal)


@router.post("/resume")
def resume_background(database: InDatabase, principal: AsPrincipal) -> JobCounts:
    """Lets what was stopped go on."""
    return background.resume(database, principal)
