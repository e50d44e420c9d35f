"""Reach a target over HTTP."""

from fastapi import APIRouter

from ample_crumb.api.again import AgainRoute
from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.api.bodies.reformulate import PointBody, ReformulateBody
from ample_crumb.application.reformulate import queries as reformulate_queries
from ample_crumb.application.reformulate.views import PointView, ReformulationChoices, ReformulationView
from ample_crumb.core.reformulate.extremes import WishRange

router = APIRouter(prefix="/api/v1", route_class=AgainRoute)


@router.post("/bench/reformulation")
def reach(body: ReformulateBody, database: InDatabase, principal: AsPrincipal) -> ReformulationView:
    """The amounts that make a piece what it shall be, or the wishes that clash and the nearest."""
    return reformulate_queries.reformulation(database, principal, body.bench(), body.draft())


@router.post("/bench/reformulation/choices")
def choices(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> ReformulationChoices:
    """What can be wished for and allowed."""
    return reformulate_queries.choices(database, principal, body.bench())


@router.post("/bench/reformulation/limits")
def limits(body: ReformulateBody, database: InDatabase, principal: AsPrincipal) -> list[WishRange]:
    """How far each wish can go by itself."""
    return list(reformulate_queries.ranges(database, principal, body.bench(), body.draft()))


@router.post("/bench/reformulation/point")
def point(body: PointBody, database: InDatabase, principal: AsPrincipal) -> PointView:
    """A point of the trade-off between protein and energy."""
    return reformulate_queries.trade_off(database, principal, body.bench(), body.draft(), body.energy_kcal)
