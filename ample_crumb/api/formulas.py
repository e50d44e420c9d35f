"""Formulas and the Bench over HTTP."""

from dataclasses import dataclass
from uuid import UUID

from fastapi import APIRouter, Response

from ample_crumb.api.bodies.formulas import (
    ArchivedBody,
    BenchBody,
    CopyBody,
    DetailBody,
    DraftBody,
    NewFormula,
    NudgeBody,
    OtherTinsBody,
    PasteBody,
    SavedFormula,
    ScaleBody,
)
from ample_crumb.api.context import AsPrincipal, InDatabase
from ample_crumb.work import formulas, today
from ample_crumb.work.drafts import Draft
from ample_crumb.work.formulas import FormulaListItem, FormulaView, OtherTins, Pasted, ScaledView
from ample_crumb.work.making import UsedTin
from ample_crumb.work.today import BenchView

router = APIRouter(prefix="/api")


@router.get("/formulas")
def list_formulas(database: InDatabase, principal: AsPrincipal) -> list[FormulaListItem]:
    """All formulas, the last changed first."""
    return formulas.list_all(database, principal)


@router.post("/formulas", status_code=201)
def create_formula(body: NewFormula, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """A new formula; the same id again gives the one that is there."""
    return formulas.create(database, principal, body.id, _draft(body))


@router.get("/formulas/{formula_id}")
def open_formula(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """A formula, worked out."""
    return formulas.open_one(database, principal, formula_id)


@router.put("/formulas/{formula_id}")
def save_formula(formula_id: UUID, body: SavedFormula, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """Saves a formula; 409 with the present state when the version is not the newest."""
    return formulas.save(database, principal, formula_id, body.version, _draft(body))


@router.post("/formulas/{formula_id}/copies", status_code=201)
def copy_formula(formula_id: UUID, body: CopyBody, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """A copy of a formula."""
    return formulas.duplicate(database, principal, formula_id, body.id)


@router.put("/formulas/{formula_id}/archived", status_code=204)
def archive_formula(formula_id: UUID, body: ArchivedBody, database: InDatabase, principal: AsPrincipal) -> Response:
    """Puts a formula away, or brings it back."""
    formulas.archive(database, principal, formula_id, archived=body.archived)
    return Response(status_code=204)


@router.post("/bench/read")
def read_bench(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> BenchView:
    """Works out what is on the Bench without saving it."""
    return today.read_bench(database, principal, body.bench())


@router.post("/bench/scale")
def scale_bench(body: ScaleBody, database: InDatabase, principal: AsPrincipal) -> ScaledView:
    """The lines in another amount."""
    return formulas.scale(database, principal, tuple(part.part() for part in body.parts), body.factor)


@router.post("/bench/tins")
def other_tins(body: OtherTinsBody, database: InDatabase, principal: AsPrincipal) -> OtherTins:
    """By how much to multiply what is on the Bench for other tins."""
    others = tuple(UsedTin(each.tin_id, each.count) for each in body.others)
    return formulas.into_tins(database, principal, body.bench(), others)


@router.post("/bench/paste")
def read_paste(body: PasteBody) -> Pasted:
    """Takes a pasted text apart."""
    return formulas.paste(body.text)


@dataclass(frozen=True, slots=True)
class Rewritten:
    """A line written anew."""

    text: str


@router.post("/bench/nudge")
def nudge_line(body: NudgeBody, database: InDatabase, principal: AsPrincipal) -> Rewritten:
    """A line written anew in grams, with a little more or less of it."""
    return Rewritten(formulas.nudge(database, principal, body.line(), body.factor))


@router.post("/bench/detail")
def detail_line(body: DetailBody, database: InDatabase, principal: AsPrincipal) -> Rewritten:
    """A line written anew with its details, and otherwise as it was."""
    return Rewritten(formulas.detail(database, principal, body.line(), body.changes()))


def _draft(body: DraftBody) -> Draft:
    reference = body.reference.reference() if body.reference else None
    parts = tuple(part.part() for part in body.parts)
    return Draft(body.name, body.family, body.pieces, body.method, parts, reference, body.making.making())
