"""Reach a target over HTTP."""

from fastapi import APIRouter

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.api.bodies.reformulate import PointBody, ReformulateBody, StartBody
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.reformulate import first_formula
from ample_crumb.application.reformulate import queries as reformulate_queries
from ample_crumb.application.reformulate.views import (
    CandidateFood,
    CutView,
    PointView,
    ReformulationChoices,
    ReformulationView,
    StartFamily,
    StartView,
)
from ample_crumb.core.reformulate.extremes import WishRange
from ample_crumb.core.reformulate.missing_amounts import ProposedAmount

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


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


@router.post("/bench/reformulation/cuts")
def cuts(body: ReformulateBody, database: InDatabase, principal: AsPrincipal) -> list[CutView]:
    """The same wishes with the batch cut into more or fewer pieces, the nearest to one's own first."""
    return list(reformulate_queries.cuts(database, principal, body.bench(), body.draft()))


@router.post("/bench/amounts")
def propose_amounts(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> list[ProposedAmount]:
    """Amounts for the lines that say none, as wide as their doubt."""
    return list(first_formula.amounts(database, principal, body.bench()))


@router.get("/start/families")
def start_families() -> list[StartFamily]:
    """What can be started from foods."""
    return list(first_formula.start_families())


@router.get("/start/shelf")
def start_shelf(database: InDatabase, principal: AsPrincipal) -> list[CandidateFood]:
    """The foods that are told to be at home and go into a dough."""
    return list(first_formula.shelf(database, principal))


@router.post("/start")
def start(body: StartBody, database: InDatabase, principal: AsPrincipal) -> StartView:
    """A first formula of these foods; nothing is stored."""
    return first_formula.start(database, principal, body.draft())


@router.post("/bench/reformulation/point")
def point(body: PointBody, database: InDatabase, principal: AsPrincipal) -> PointView:
    """A point of the trade-off between protein and energy."""
    return reformulate_queries.trade_off(database, principal, body.bench(), body.draft(), body.energy_kcal)
