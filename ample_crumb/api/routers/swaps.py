"""Swaps and sweeteners over HTTP."""

from fastapi import APIRouter

from ample_crumb.api.auth import AsPrincipal, InDatabase
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.api.bodies.swaps import AlternativesBody, SwapsBody, SweetenBody, SweetenersBody, WithoutBody
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.swaps import queries as swaps_queries
from ample_crumb.application.swaps.alternatives import alternatives
from ample_crumb.application.swaps.views import FoodAlternatives, Offers, Preview, SweetenerBench, WithoutView

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


@router.post("/bench/swaps")
def read_swaps(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> Offers:
    """The swaps of what is on the Bench."""
    return swaps_queries.offers(database, principal, body.bench())


@router.post("/bench/swaps/preview")
def preview_swaps(body: SwapsBody, database: InDatabase, principal: AsPrincipal) -> Preview:
    """What these swaps together would do."""
    return swaps_queries.preview(database, principal, body.bench(), [use.use() for use in body.uses])


@router.post("/bench/alternatives")
def read_alternatives(body: AlternativesBody, database: InDatabase, principal: AsPrincipal) -> FoodAlternatives:
    """Own and generic foods of the kind in a line's place, each at the amount that does the same work."""
    return alternatives(database, principal, body.bench(), body.line_id)


@router.post("/bench/sweeteners")
def read_sweeteners(body: SweetenersBody, database: InDatabase, principal: AsPrincipal) -> SweetenerBench:
    """All sweeteners side by side for what is on the Bench."""
    blends = [blend.blend() for blend in body.blends]
    return swaps_queries.sweetener_bench(database, principal, body.bench(), blends, body.kept_share)


@router.post("/bench/sweeteners/preview")
def preview_sweetener(body: SweetenBody, database: InDatabase, principal: AsPrincipal) -> Preview:
    """What it would be with this in place of all that sweetens."""
    blend, kept = body.blend.blend(), body.kept_share
    return swaps_queries.preview_sweetening(database, principal, body.bench(), blend, fill=body.fill, kept_share=kept)


@router.post("/bench/exclusions")
def make_without(body: WithoutBody, database: InDatabase, principal: AsPrincipal) -> WithoutView:
    """The fewest swaps that clear every line of what is avoided, judged together; or the lines that cannot be."""
    return swaps_queries.without(database, principal, body.bench(), frozenset(body.avoided))
