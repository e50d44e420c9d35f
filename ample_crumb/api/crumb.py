"""The tabs of a formula over HTTP: crumb check, swaps, sweeteners, twin, method, versions."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Path, Query

from ample_crumb.api.bodies.crumb import (
    BranchBody,
    FollowBody,
    KeepBody,
    RestoreBody,
    SaidBody,
    SwapsBody,
    SweetenBody,
    SweetenersBody,
    ToBakeBody,
    VersionNameBody,
)
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.api.context import AsPerson, InDatabase
from ample_crumb.work import comparing, crumb, method, swaps, versions
from ample_crumb.work.comparing import TwinView
from ample_crumb.work.crumb import Learning, RepairView
from ample_crumb.work.formulas import FormulaView
from ample_crumb.work.method import MethodView
from ample_crumb.work.swaps import Offers, Preview, SweetenerBench
from ample_crumb.work.versions import BranchUpdate, Differing, VersionsView

router = APIRouter(prefix="/api")

Number = Annotated[int, Path(ge=1, le=100_000)]
Either = Annotated[int, Query(ge=0, le=100_000)]


@router.post("/bench/repairs")
def read_repairs(body: BenchBody, database: InDatabase, who: AsPerson) -> list[RepairView]:
    """What would bring dials back that are out of their windows."""
    return crumb.repairs(database, who, body.bench())


@router.post("/bench/swaps")
def read_swaps(body: BenchBody, database: InDatabase, who: AsPerson) -> Offers:
    """The swaps of what is on the Bench."""
    return swaps.offers(database, who, body.bench())


@router.post("/bench/swaps/preview")
def preview_swaps(body: SwapsBody, database: InDatabase, who: AsPerson) -> Preview:
    """What these swaps together would do."""
    return swaps.preview(database, who, body.bench(), [each.use() for each in body.uses])


@router.post("/bench/sweeteners")
def read_sweeteners(body: SweetenersBody, database: InDatabase, who: AsPerson) -> SweetenerBench:
    """All sweeteners side by side for what is on the Bench."""
    return swaps.sweetener_bench(database, who, body.bench(), [each.blend() for each in body.blends])


@router.post("/bench/sweeteners/preview")
def preview_sweetener(body: SweetenBody, database: InDatabase, who: AsPerson) -> Preview:
    """What it would be with this in place of all that sweetens."""
    return swaps.sweetened(database, who, body.bench(), body.blend.blend(), fill=body.fill)


@router.post("/bench/twin")
def read_twin(body: BenchBody, database: InDatabase, who: AsPerson) -> TwinView | None:
    """What is on the Bench beside its twin; null without one."""
    return comparing.twin_view(database, who, body.bench())


@router.post("/bench/method")
def read_method(body: BenchBody, database: InDatabase, who: AsPerson) -> MethodView:
    """The method in steps."""
    return method.method_view(database, who, body.bench())


@router.get("/formulas/{formula_id}/versions")
def list_versions(formula_id: UUID, database: InDatabase, who: AsPerson) -> VersionsView:
    """The kept states of a formula, its base and its branches."""
    return versions.list_versions(database, who, formula_id)


@router.post("/formulas/{formula_id}/versions", status_code=201)
def keep_version(formula_id: UUID, body: KeepBody, database: InDatabase, who: AsPerson) -> VersionsView:
    """Keeps a formula as it stands."""
    return versions.keep(database, who, formula_id, body.id, body.name)


@router.put("/formulas/{formula_id}/versions/{number}")
def name_version(
    formula_id: UUID, number: Number, body: VersionNameBody, database: InDatabase, who: AsPerson
) -> VersionsView:
    """Names a kept state."""
    return versions.rename(database, who, formula_id, number, body.name)


@router.post("/formulas/{formula_id}/versions/{number}/restored")
def restore_version(
    formula_id: UUID, number: Number, body: RestoreBody, database: InDatabase, who: AsPerson
) -> FormulaView:
    """Makes a formula what a kept state was; 409 when it is not at that version any more."""
    return versions.restore(database, who, formula_id, number, body.version)


@router.put("/formulas/{formula_id}/bake")
def mark_to_bake(formula_id: UUID, body: ToBakeBody, database: InDatabase, who: AsPerson) -> VersionsView:
    """Marks the version to bake."""
    return versions.mark_to_bake(database, who, formula_id, body.number)


@router.get("/formulas/{formula_id}/difference")
def differ(formula_id: UUID, was: Either, now: Either, database: InDatabase, who: AsPerson) -> Differing:
    """What changed from one state to another; 0 is the formula as it stands."""
    return versions.differ(database, who, formula_id, was, now)


@router.post("/formulas/{formula_id}/branches", status_code=201)
def branch_formula(formula_id: UUID, body: BranchBody, database: InDatabase, who: AsPerson) -> FormulaView:
    """A branch that follows this formula where their lines are the same."""
    return versions.branch(database, who, formula_id, body.id, body.name)


@router.put("/formulas/{formula_id}/branches")
def update_branches(formula_id: UUID, body: FollowBody, database: InDatabase, who: AsPerson) -> list[BranchUpdate]:
    """Carries what changed in a base into its branches, or says what would be done."""
    return versions.update_branches(database, who, formula_id, look=body.look)


@router.delete("/formulas/{formula_id}/base")
def leave_base(formula_id: UUID, database: InDatabase, who: AsPerson) -> VersionsView:
    """Makes a branch a formula of its own."""
    return versions.leave_base(database, who, formula_id)


@router.post("/formulas/{formula_id}/said", status_code=201)
def say(formula_id: UUID, body: SaidBody, database: InDatabase, who: AsPerson) -> Learning:
    """Keeps how a batch came out."""
    return crumb.say(database, who, formula_id, body.id, body.words, body.number, body.bench())


@router.get("/learned")
def learned(database: InDatabase, who: AsPerson) -> Learning:
    """What batches taught, and from what."""
    return crumb.learning(database, who)


@router.delete("/learned")
def forget_all(database: InDatabase, who: AsPerson) -> Learning:
    """Forgets all that was learned."""
    return crumb.forget(database, who)


@router.delete("/learned/{said_id}")
def forget_one(said_id: UUID, database: InDatabase, who: AsPerson) -> Learning:
    """Forgets one saying."""
    return crumb.forget(database, who, said_id)
