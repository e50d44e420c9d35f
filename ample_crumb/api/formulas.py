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
from ample_crumb.api.context import AsPerson, InDatabase
from ample_crumb.work import formulas, today
from ample_crumb.work.drafts import Draft
from ample_crumb.work.formulas import FormulaSummary, FormulaView, OtherTins, Pasted, ScaledView
from ample_crumb.work.making import UsedTin
from ample_crumb.work.today import BenchView

router = APIRouter(prefix="/api")


@router.get("/formulas")
def list_formulas(database: InDatabase, who: AsPerson) -> list[FormulaSummary]:
    """All formulas, the last changed first."""
    return formulas.list_all(database, who)


@router.post("/formulas", status_code=201)
def create_formula(body: NewFormula, database: InDatabase, who: AsPerson) -> FormulaView:
    """A new formula; the same id again gives the one that is there."""
    return formulas.create(database, who, body.id, _draft(body))


@router.get("/formulas/{formula_id}")
def open_formula(formula_id: UUID, database: InDatabase, who: AsPerson) -> FormulaView:
    """A formula, worked out."""
    return formulas.open_one(database, who, formula_id)


@router.put("/formulas/{formula_id}")
def save_formula(formula_id: UUID, body: SavedFormula, database: InDatabase, who: AsPerson) -> FormulaView:
    """Saves a formula; 409 with the present state when the version is not the newest."""
    return formulas.save(database, who, formula_id, body.version, _draft(body))


@router.post("/formulas/{formula_id}/copies", status_code=201)
def copy_formula(formula_id: UUID, body: CopyBody, database: InDatabase, who: AsPerson) -> FormulaView:
    """A copy of a formula."""
    return formulas.duplicate(database, who, formula_id, body.id)


@router.put("/formulas/{formula_id}/archived", status_code=204)
def archive_formula(formula_id: UUID, body: ArchivedBody, database: InDatabase, who: AsPerson) -> Response:
    """Puts a formula away, or brings it back."""
    formulas.archive(database, who, formula_id, archived=body.archived)
    return Response(status_code=204)


@router.post("/bench/read")
def read_bench(body: BenchBody, database: InDatabase, who: AsPerson) -> BenchView:
    """Works out what is on the Bench without saving it."""
    return today.read_bench(database, who, body.bench())


@router.post("/bench/scale")
def scale_bench(body: ScaleBody, database: InDatabase, who: AsPerson) -> ScaledView:
    """The lines in another amount."""
    return formulas.scale(database, who, tuple(part.part() for part in body.parts), body.factor)


@router.post("/bench/tins")
def other_tins(body: OtherTinsBody, database: InDatabase, who: AsPerson) -> OtherTins:
    """By how much to multiply what is on the Bench for other tins."""
    others = tuple(UsedTin(each.tin_id, each.count) for each in body.others)
    return formulas.into_tins(database, who, body.bench(), others)


@router.post("/bench/paste")
def read_paste(body: PasteBody) -> Pasted:
    """Takes a pasted text apart."""
    return formulas.paste(body.text)


@dataclass(frozen=True, slots=True)
class Rewritten:
    """A line written anew."""

    text: str


@router.post("/bench/nudge")
def nudge_line(body: NudgeBody, database: InDatabase, who: AsPerson) -> Rewritten:
    """A line written anew in grams, with a little more or less of it."""
    return Rewritten(formulas.nudge(database, who, body.line(), body.factor))


@router.post("/bench/detail")
def detail_line(body: DetailBody, database: InDatabase, who: AsPerson) -> Rewritten:
    """A line written anew with its details, and otherwise as it was."""
    return Rewritten(formulas.detail(database, who, body.line(), body.changes()))


def _draft(body: DraftBody) -> Draft:
    reference = body.reference.reference() if body.reference else None
    parts = tuple(part.part() for part in body.parts)
    return Draft(body.name, body.family, body.pieces, body.method, parts, reference, body.making.making())
