"""Bake days over HTTP: asked for, planned, shopped for, run."""

import asyncio
from collections.abc import AsyncIterator
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Path, Request, Response
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse, ServerSentEvent

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.bake_days import (
    BakeDayBody,
    EventsBody,
    PlanningKitchenBody,
    StockBody,
    TaskEditsBody,
    TickBody,
)
from ample_crumb.api.description import CONFLICT
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.bake_days import commands as bake_days_commands
from ample_crumb.application.bake_days import queries as bake_days_queries
from ample_crumb.application.bake_days.views import BakeDayItem, BakeDayView, FormulaTasksView, ShoppingView
from ample_crumb.application.problems import WorkProblem
from ample_crumb.core.bounds import SLUG
from ample_crumb.core.planning.kitchen import PlanningKitchen
from ample_crumb.core.planning.schedule import Progress
from ample_crumb.core.problem import CannotUse

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)
streams = APIRouter(prefix="/api/v1")
"""What goes on for a while is not done again."""

Food = Annotated[str, Path(min_length=1, max_length=80, pattern=SLUG)]


@router.get("/bake-days")
def list_bake_days(database: InDatabase, principal: AsPrincipal) -> list[BakeDayItem]:
    """The last bake days, the latest first."""
    return list(bake_days_queries.list_days(database, principal))


@router.get("/bake-days/{run_id}")
def open_bake_day(run_id: UUID, database: InDatabase, principal: AsPrincipal, clock: InClock) -> BakeDayView:
    """A bake day with its plan and where it stands."""
    return bake_days_queries.open_day(database, principal, run_id, clock)


@router.put("/bake-days/{run_id}", responses=CONFLICT)
def put_bake_day(
    run_id: UUID, body: BakeDayBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> BakeDayView:
    """Keeps what is asked of a bake day, new or changed over its revision; the same again changes nothing."""
    return bake_days_commands.put_day(database, principal, body.about(run_id), body.ask.ask(), clock)


@router.delete("/bake-days/{run_id}", status_code=204)
def remove_bake_day(run_id: UUID, database: InDatabase, principal: AsPrincipal) -> None:
    """Takes a bake day out of the lists."""
    bake_days_commands.remove_day(database, principal, run_id)


_LOOKS_S = 0.2


@streams.post("/bake-days/{run_id}/plan", response_class=EventSourceResponse)
async def plan_bake_day(
    run_id: UUID, request: Request, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> AsyncIterator[ServerSentEvent]:
    """Plans a bake day and tells how far it is: events `progress`, then `planned`, or `problem` with a sentence. When
    whoever asked goes away the search stops, and the best plan so far is kept."""
    heard: list[Progress] = []
    gone = asyncio.Event()

    def watch(progress: Progress) -> bool:
        heard.append(progress)
        return not gone.is_set()

    planning = asyncio.ensure_future(
        run_in_threadpool(bake_days_commands.plan_day, database, principal, run_id, clock, watch)
    )
    # Whoever went away hears of no problem, and it is none of the server's.
    planning.add_done_callback(lambda done: None if done.cancelled() else done.exception())
    try:
        told = 0
        while not planning.done():
            await asyncio.wait({planning}, timeout=_LOOKS_S)
            if len(heard) > told:
                told = len(heard)
                yield ServerSentEvent(data=heard[-1], event="progress")
            if await request.is_disconnected():
                gone.set()
        planning.result()
        yield ServerSentEvent(data={"planned": True}, event="planned")
    except (CannotUse, WorkProblem) as problem:
        yield ServerSentEvent(data={"detail": str(problem)}, event="problem")
    finally:
        gone.set()


@router.post("/bake-days/{run_id}/events")
def send_events(
    run_id: UUID, body: EventsBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> BakeDayView:
    """Keeps what happened, each once and in its order."""
    return bake_days_commands.send_events(database, principal, run_id, body.new_events(), clock)


@router.get("/bake-days/{run_id}/shopping")
def read_shopping(run_id: UUID, database: InDatabase, principal: AsPrincipal) -> ShoppingView:
    """What to buy for a bake day."""
    return bake_days_queries.read_shopping_list(database, principal, run_id)


@router.put("/bake-days/{run_id}/shopping/{food}", status_code=204)
def tick_food(run_id: UUID, food: Food, body: TickBody, database: InDatabase, principal: AsPrincipal) -> None:
    """Ticks a food on the list, or takes the tick away."""
    bake_days_commands.tick(database, principal, run_id, food, ticked=body.ticked)


@router.put("/stock/{food}", status_code=204)
def put_stock(food: Food, body: StockBody, database: InDatabase, principal: AsPrincipal) -> None:
    """Keeps what is at home of a food, the packs it is sold in, and where it was found last."""
    bake_days_commands.put_stock(database, principal, body.row(food))


@router.get(
    "/bake-days/{run_id}/calendar.ics",
    response_class=Response,
    responses={200: {"content": {"text/calendar": {}}, "description": "The plan as iCalendar"}},
)
def read_calendar(run_id: UUID, database: InDatabase, principal: AsPrincipal, clock: InClock) -> Response:
    """The plan of a bake day for a calendar."""
    return Response(bake_days_queries.calendar(database, principal, run_id, clock), media_type="text/calendar")


@router.put("/planning-kitchen")
def put_planning_kitchen(body: PlanningKitchenBody, database: InDatabase, principal: AsPrincipal) -> PlanningKitchen:
    """Keeps what the kitchen has for a bake day."""
    return bake_days_commands.set_kitchen(database, principal, body.kitchen())


@router.get("/formulas/{formula_id}/tasks")
def read_formula_tasks(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> FormulaTasksView:
    """The tasks of a formula, with minutes, bowls and tools."""
    return bake_days_queries.formula_tasks(database, principal, formula_id)


@router.put("/formulas/{formula_id}/tasks")
def put_formula_tasks(
    formula_id: UUID, body: TaskEditsBody, database: InDatabase, principal: AsPrincipal
) -> FormulaTasksView:
    """Keeps what was changed of the tasks of a formula."""
    return bake_days_commands.set_task_edits(database, principal, formula_id, body.edits())
