"""What a request works with: the database and the person."""

from typing import Annotated

from fastapi import Depends, Request
from fastapi.concurrency import run_in_threadpool

from ample_crumb.devices.product_register import Register
from ample_crumb.store.database import Database
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.kitchen import ensure_principal


# Both are async so that they run where they are: a plain function would go to a thread and back for each request.
async def _database(request: Request) -> Database:
    database: Database = request.app.state.database
    return database


async def _principal(request: Request) -> Principal:
    # Found at the first request and not at the start, so that the server may start before its database.
    state = request.app.state
    if state.principal is None:
        state.principal = await run_in_threadpool(ensure_principal, state.database)
    principal: Principal = state.principal
    return principal


async def _register(request: Request) -> Register:
    register: Register = request.app.state.register
    return register


InRegister = Annotated[Register, Depends(_register)]
InDatabase = Annotated[Database, Depends(_database)]
AsPrincipal = Annotated[Principal, Depends(_principal)]
