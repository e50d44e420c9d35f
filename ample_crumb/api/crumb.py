"""The tabs of a formula over HTTP: crumb check, swaps, sweeteners, twin, method, versions."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Path, Query

from ample_crumb.api.bodies.crumb import (
    BranchBody,
    FeedbackBody,
    FollowBody,
    KeepBody,
    RestoreBody,
    SwapsBody,
    SweetenBody,
    SweetenersBody,
    ToBakeBody,
    VersionNameBody,
)
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.api.context import AsPrincipal, InDatabase
from ample_crumb.work import comparing, crumb, method, swaps, versions
from ample_crumb.work.comparing import TwinView
from ample_crumb.work.crumb import LearningView, RepairView
from ample_crumb.work.formulas import FormulaView
from ample_crumb.work.method import MethodView
from ample_crumb.work.swaps import Offers, Preview, SweetenerBench
from ample_crumb.work.versions import BranchUpdate, VersionDifference, VersionsView

router = APIRouter(prefix="/api")

Number = Annotated[int, Path(ge=1, le=100_000)]
Either = Annotated[int, Query(ge=0, le=100_000)]


@router.post("/bench/repairs")
def read_repairs(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> list[RepairView]:
    """What would bring dials back that are out of their windows."""
    return crumb.repairs(database, principal, body.bench())


@router.post("/bench/swaps")
def read_swaps(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> Offers:
    """The swaps of what is on the Bench."""
    return swaps.offers(database, principal, body.bench())


@router.post("/bench/swaps/preview")
def preview_swaps(body: SwapsBody, database: InDatabase, principal: AsPrincipal) -> Preview:
    """What these swaps together would do."""
    return swaps.preview(database, principal, body.bench(), [each.use() for each in body.uses])


@router.post("/bench/sweeteners")
def read_sweeteners(body: SweetenersBody, database: InDatabase, principal: AsPrincipal) -> SweetenerBench:
    """All sweeteners side by side for what is on the Bench."""
    return swaps.sweetener_bench(database, principal, body.bench(), [each.blend() for each in body.blends])


@router.post("/bench/sweeteners/preview")
def preview_sweetener(body: SweetenBody, database: InDatabase, principal: AsPrincipal) -> Preview:
    """What it would be with this in place of all that sweetens."""
    return swaps.sweetened(database, principal, body.bench(), body.blend.blend(), fill=body.fill)


@router.post("/bench/twin")
def read_twin(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> TwinView | None:
    """What is on the Bench beside its twin; null without one."""
    return comparing.twin_view(database, principal, body.bench())


@router.post("/bench/method")
def read_method(body: BenchBody, database: InDatabase, principal: AsPrincipal) -> MethodView:
    """The method in steps."""
    return method.method_view(database, principal, body.bench())


@router.get("/formulas/{formula_id}/versions")
def list_versions(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> VersionsView:
    """The kept states of a formula, its base and its branches."""
    return versions.list_versions(database, principal, formula_id)


@router.post("/formulas/{formula_id}/versions", status_code=201)
def keep_version(formula_id: UUID, body: KeepBody, database: InDatabase, principal: AsPrincipal) -> VersionsView:
    """Keeps a formula as it stands."""
    return versions.keep(database, principal, formula_id, body.id, body.name)


@router.put("/formulas/{formula_id}/versions/{number}")
def name_version(
    formula_id: UUID, number: Number, body: VersionNameBody, database: InDatabase, principal: AsPrincipal
) -> VersionsView:
    """Names a kept state."""
    return versions.rename(database, principal, formula_id, number, body.name)


@router.post("/formulas/{formula_id}/versions/{number}/restored")
def restore_version(
    formula_id: UUID, number: Number, body: RestoreBody, database: InDatabase, principal: AsPrincipal
) -> FormulaView:
    """Makes a formula what a kept state was; 409 when it is not at that version any more."""
    return versions.restore(database, principal, formula_id, number, body.version)


@router.put("/formulas/{formula_id}/bake")
def mark_to_bake(formula_id: UUID, body: ToBakeBody, database: InDatabase, principal: AsPrincipal) -> VersionsView:
    """Marks the version to bake."""
    return versions.mark_to_bake(database, principal, formula_id, body.number)


@router.get("/formulas/{formula_id}/difference")
def differ(formula_id: UUID, was: Either, now: Either, database: InDatabase, principal: AsPrincipal) -> VersionDifference:
    """What changed from one state to another; 0 is the formula as it stands."""
    return versions.differ(database, principal, formula_id, was, now)


@router.post("/formulas/{formula_id}/branches", status_code=201)
def branch_formula(formula_id: UUID, body: BranchBody, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """A branch that follows this formula where their lines are the same."""
    return versions.branch(database, principal, formula_id, body.id, body.name)


@router.put("/formulas/{formula_id}/branches")
def update_branches(formula_id: UUID, body: FollowBody, database: InDatabase, principal: AsPrincipal) -> list[BranchUpdate]:
    """Carries what changed in a base into its branches, or says what would be done."""
    return versions.update_branches(database, principal, formula_id, look=body.look)


@router.delete("/formulas/{formula_id}/base")
def leave_base(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> VersionsView:
    """Makes a branch a formula of its own."""
    return versions.leave_base(database, principal, formula_id)


@router.post("/formulas/{formula_id}/said", status_code=201)
def say(formula_id: UUID, body: FeedbackBody, database: InDatabase, principal: AsPrincipal) -> LearningView:
    """Keeps how a batch came out."""
    return crumb.say(database, principal, formula_id, body.id, body.words, body.number, body.bench())


@router.get("/learned")
def learned(database: InDatabase, principal: AsPrincipal) -> LearningView:
    """What batches taught, and from what."""
    return crumb.learning(database, principal)


@router.delete("/learned")
def forget_all(database: InDatabase, principal: AsPrincipal) -> LearningView:
    """Forgets all that was learned."""
    return crumb.forget(database, principal)


@router.delete("/learned/{said_id}")
def forget_one(said_id: UUID, database: InDatabase, principal: AsPrincipal) -> LearningView:
    """Forgets one saying."""
    return crumb.forget(database, principal, said_id)
