"""Ask what if, over HTTP."""

from fastapi import APIRouter

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.what_if import WhatIfBody
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.what_if import queries as what_if_queries
from ample_crumb.application.what_if.views import WhatIfView

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


@router.post("/bench/what-if")
def ask_what_if(body: WhatIfBody, database: InDatabase, principal: AsPrincipal) -> WhatIfView:
    """What would come of a change, in a sentence; nothing is changed."""
    return what_if_queries.answer_what_if(database, principal, body.bench(), body.question)
