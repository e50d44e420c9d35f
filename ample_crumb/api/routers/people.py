"""People, and what their days are meant to be, over HTTP."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Path, Query, Response

from ample_crumb.api.auth import AsPrincipal, InDatabase, set_person_cookie
from ample_crumb.api.bodies.base import Day
from ample_crumb.api.bodies.people import DayTypeNameBody, PersonBody, PhysiqueBody, TargetsFromBody, WeekBody
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.people import commands as people_commands
from ample_crumb.application.people import queries as people_queries
from ample_crumb.application.people.views import PersonView, TargetPlanView
from ample_crumb.application.problems import NotHere
from ample_crumb.core.day.worked_out_targets import WorkedOutTargets, work_out_targets

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


@router.get("/people")
def open_people(database: InDatabase, principal: AsPrincipal) -> tuple[PersonView, ...]:
    """Everybody of the kitchen who has days of their own."""
    return people_queries.open_people(database, principal)


@router.put("/people/{person_id}")
def put_person(
    person_id: UUID, body: PersonBody, database: InDatabase, principal: AsPrincipal
) -> tuple[PersonView, ...]:
    """Writes a person, new or changed; gives everybody."""
    return people_commands.put_person(database, principal, person_id, body.draft())


@router.delete("/people/{person_id}")
def remove_person(person_id: UUID, database: InDatabase, principal: AsPrincipal) -> tuple[PersonView, ...]:
    """Takes somebody out of the kitchen; gives the others."""
    return people_commands.remove_person(database, principal, person_id)


@router.post("/people/{person_id}/here", status_code=204)
def switch(person_id: UUID, database: InDatabase, principal: AsPrincipal) -> Response:
    """From now on this browser is that person's."""
    if person_id not in {each.id for each in people_queries.open_people(database, principal)}:
        raise NotHere("person")
    return set_person_cookie(Response(status_code=204), person_id)


@router.get("/plan")
def open_plan(database: InDatabase, principal: AsPrincipal, day: Annotated[Day, Query()]) -> TargetPlanView:
    """What the person's days are meant to be, as of a day."""
    return people_queries.open_plan(database, principal, day)


@router.put("/plan/targets/{from_day}")
def set_targets(from_day: Day, body: TargetsFromBody, database: InDatabase, principal: AsPrincipal) -> TargetPlanView:
    """Targets by type of day, in force from this day on."""
    physique = None if body.physique is None else body.physique.physique()
    return people_commands.set_targets(database, principal, from_day, body.targets(), body.name, physique)


@router.delete("/plan/targets/{from_day}")
def remove_targets(
    from_day: Day, database: InDatabase, principal: AsPrincipal, day: Annotated[Day, Query()]
) -> TargetPlanView:
    """Takes away the targets that hold from a day on; gives the plan as of `day`."""
    return people_commands.remove_targets(database, principal, from_day, day)


@router.put("/plan/day-types")
def put_day_type(
    body: DayTypeNameBody, database: InDatabase, principal: AsPrincipal, day: Annotated[Day, Query()]
) -> TargetPlanView:
    """A type of day of one's own, new or called otherwise."""
    return people_commands.put_day_type(database, principal, body.slug, body.name, day)


@router.delete("/plan/day-types/{slug}")
def remove_day_type(
    slug: Annotated[str, Path(pattern="^[a-z0-9-]{1,40}$")],
    database: InDatabase,
    principal: AsPrincipal,
    day: Annotated[Day, Query()],
) -> TargetPlanView:
    """Takes a type of day of one's own from those offered."""
    return people_commands.remove_day_type(database, principal, slug, day)


@router.put("/plan/week/{from_day}")
def set_week(from_day: Day, body: WeekBody, database: InDatabase, principal: AsPrincipal) -> TargetPlanView:
    """Of which type each weekday is from this day on."""
    return people_commands.set_week(database, principal, from_day, body.day_types)


@router.post("/plan/work-out")
def work_out(body: PhysiqueBody) -> WorkedOutTargets:
    """What targets come to for a body, each with its sum; nothing is kept of it."""
    return work_out_targets(body.physique())
