"""What a request works with: whose it is, the database, the clock, the register.

Until there is sign-in a cookie names the person. It is checked against the kitchens. Whoever names nobody is the first
person of the kitchen where there is one, and is not let in where there are several.
"""

from typing import Annotated, Final
from uuid import UUID

from fastapi import Depends, Request, Response
from fastapi.concurrency import run_in_threadpool

from ample_crumb.application.clock import Clock
from ample_crumb.application.problems import NotHere
from ample_crumb.devices.product_register import Register
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal

COOKIE: Final = "ample_crumb_person"
NOBODY_NAMED: Final = (
    "Nobody is named who lives in a kitchen of this database. Where there is none yet, `./start` makes one; where "
    "there are several, whoever asks has to be named."
)
_YEAR_S: Final = 365 * 24 * 3600


# All are async so that they run where they are: a plain function would go to a thread and back for each request.
async def _database(request: Request) -> Database:
    database: Database = request.app.state.database
    return database


InDatabase = Annotated[Database, Depends(_database)]


async def _principal(request: Request, response: Response, database: InDatabase) -> Principal:
    asked = asked_person(request)
    principal = database.known_resident(asked) or await run_in_threadpool(database.resident, asked)
    if principal is None:
        raise NotHere("kitchen", NOBODY_NAMED)
    if principal.person_id != asked:
        set_person_cookie(response, principal.person_id)
    return principal


def set_person_cookie(response: Response, person_id: UUID) -> Response:
    """Lets the browser name this person from now on."""
    response.set_cookie(COOKIE, str(person_id), max_age=_YEAR_S, httponly=True, samesite="strict")
    return response


def asked_person(request: Request) -> UUID | None:
    """The person that a request names, None for nobody."""
    try:
        return UUID(request.cookies.get(COOKIE, ""))
    except ValueError:
        return None


async def _register(request: Request) -> Register:
    register: Register = request.app.state.register
    return register


async def _clock(request: Request) -> Clock:
    clock: Clock = request.app.state.clock
    return clock


InRegister = Annotated[Register, Depends(_register)]
InClock = Annotated[Clock, Depends(_clock)]
AsPrincipal = Annotated[Principal, Depends(_principal)]
