"""Reach a target over HTTP."""

from fastapi import APIRouter

from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.api.bodies.reach import PointBody, ReachBody
from ample_crumb.api.context import AsPrincipal, InDatabase
from ample_crumb.core.reformulate.search import WishRange
from ample_crumb.work import reaching
from ample_crumb.work.reaching import PointView, ReachChoices, ReachedView

router = APIRouter(prefix="/api")


@router.post("/bench/reach")
def reach(body: ReachBody, database: InDatabase, principal: AsPrincipal) -> ReachedView:
    """The amounts that make a piece what it shall be, or the wishes that clash and the nearest."""
    return reaching.reached(database, principal, body.bench(), body.draft())


@router.post("/bench/reach/choices")
def choices(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> ReachChoices:
    """What can be wished for and allowed."""
    return reaching.choices(database, principal, body.bench())


@router.post("/bench/reach/limits")
def limits(body: ReachBody, database: InDatabase, principal: AsPrincipal) -> list[WishRange]:
    """How far each wish can go by itself."""
    return list(reaching.how_far(database, principal, body.bench(), body.draft()))


@router.post("/bench/reach/point")
def point(body: PointBody, database: InDatabase, principal: AsPrincipal) -> PointView:
    """A point of the trade-off between protein and energy."""
    return reaching.trade_off(database, principal, body.bench(), body.draft(), body.energy_kcal)
