"""Formulas and the Bench over HTTP."""

from dataclasses import dataclass
from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query, Response

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.formulas import (
    AdjustAmountBody,
    ArchivedBody,
    BenchBody,
    CopyBody,
    DetailBody,
    NewFormula,
    OtherTinsBody,
    PasteBody,
    SavedFormula,
    ScaleBody,
)
from ample_crumb.api.description import CONFLICT
from ample_crumb.api.query_parameters import ListedBy
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.formulas import classic_comparison, method
from ample_crumb.application.formulas import commands as formulas_commands
from ample_crumb.application.formulas import queries as formulas_queries
from ample_crumb.application.formulas.classic_comparison import ClassicView
from ample_crumb.application.formulas.method import MethodView
from ample_crumb.application.formulas.views import (
    AnalysisView,
    BenchView,
    FormulaPage,
    FormulaView,
    PastedText,
    ScaledView,
)
from ample_crumb.core.production.draft import UsedTin
from ample_crumb.core.production.scaling import TinFactors

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


@router.get("/formulas")
def list_formulas(database: InDatabase, principal: AsPrincipal, choices: Annotated[ListedBy, Query()]) -> FormulaPage:
    """A page of the formulas: those that were chosen, in the order that was chosen."""
    return formulas_queries.list_page(database, principal, choices.choices(), choices.after)


@router.post("/formulas", status_code=201)
def create_formula(body: NewFormula, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """A new formula; the same id again gives the one that is there."""
    return formulas_commands.create(database, principal, body.id, body.draft())


@router.get("/formulas/{formula_id}")
def open_formula(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """A formula, worked out."""
    return formulas_queries.open_one(database, principal, formula_id)


@router.put("/formulas/{formula_id}", responses=CONFLICT)
def save_formula(
    formula_id: UUID, body: SavedFormula, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> FormulaView:
    """Saves a formula; 409 with the present state when the version is not the newest."""
    return formulas_commands.save(database, principal, formula_id, body.version, body.draft(), clock)


@router.post("/formulas/{formula_id}/copies", status_code=201)
def copy_formula(formula_id: UUID, body: CopyBody, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """A copy of a formula."""
    return formulas_commands.duplicate(database, principal, formula_id, body.id)


@router.put("/formulas/{formula_id}/archived", status_code=204)
def archive_formula(formula_id: UUID, body: ArchivedBody, database: InDatabase, principal: AsPrincipal) -> Response:
    """Puts a formula away, or brings it back."""
    formulas_commands.archive(database, principal, formula_id, archived=body.archived)
    return Response(status_code=204)


@router.post("/bench/read")
def read_bench(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> BenchView:
    """Works out what is on the Bench without saving it."""
    return formulas_queries.read_bench(database, principal, body.bench())


@router.post("/bench/analysis")
def read_analysis(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> AnalysisView:
    """What is asked of the Bench once it rests: claims, hazards, and what would bring dials back."""
    return formulas_queries.analyse_bench(database, principal, body.bench())


@router.post("/bench/scale")
def scale_bench(body: ScaleBody, database: InDatabase, principal: AsPrincipal) -> ScaledView:
    """The lines in another amount."""
    return formulas_queries.scale(database, principal, body.scaled(), body.by())


@router.post("/bench/tins")
def other_tins(body: OtherTinsBody, database: InDatabase, principal: AsPrincipal) -> TinFactors:
    """By how much to multiply what is on the Bench for other tins."""
    others = tuple(other.made(UsedTin) for other in body.others)
    return formulas_queries.into_tins(database, principal, body.bench(), others)


@router.post("/bench/paste")
def read_paste(body: PasteBody, database: InDatabase, principal: AsPrincipal) -> PastedText:
    """Takes a pasted text apart, each recipe in it."""
    return formulas_queries.paste(database, principal, body.text)


@dataclass(frozen=True, slots=True)
class Rewritten:
    """A line written anew."""

    text: str


@router.post("/bench/adjust-amount")
def adjust_line_amount(body: AdjustAmountBody, database: InDatabase, principal: AsPrincipal) -> Rewritten:
    """A line written anew in grams, with a little more or less of it."""
    return Rewritten(formulas_queries.adjust_amount(database, principal, body.line(), body.factor))


@router.post("/bench/detail")
def detail_line(body: DetailBody, database: InDatabase, principal: AsPrincipal) -> Rewritten:
    """A line written anew with its details, and otherwise as it was."""
    return Rewritten(formulas_queries.detail(database, principal, body.line(), body.changes()))


@router.post("/bench/classic")
def read_classic(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> ClassicView | None:
    """What is on the Bench beside its classic; null without one."""
    return classic_comparison.classic_view(database, principal, body.bench())


@router.post("/bench/method")
def read_method(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> MethodView:
    """The method in steps."""
    return method.method_view(database, principal, body.bench())
