"""Versions and branches of a formula over HTTP."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Path, Query

from ample_crumb.api.auth import AsPrincipal, InClock, InDatabase
from ample_crumb.api.bodies.versions import BranchBody, FollowBody, KeepBody, RestoreBody, ToBakeBody, VersionNameBody
from ample_crumb.api.description import CONFLICT
from ample_crumb.api.retry import RetryingRoute
from ample_crumb.application.formulas.views import FormulaView
from ample_crumb.application.versions import commands as versions_commands
from ample_crumb.application.versions import queries as versions_queries
from ample_crumb.application.versions.views import BranchUpdate, VersionDifference, VersionsView

router = APIRouter(prefix="/api/v1", route_class=RetryingRoute)


Number = Annotated[int, Path(ge=1, le=100_000)]


Either = Annotated[int, Query(ge=0, le=100_000)]


@router.get("/formulas/{formula_id}/versions")
def list_versions(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> VersionsView:
    """The kept states of a formula, its base and its branches."""
    return versions_queries.list_versions(database, principal, formula_id)


@router.post("/formulas/{formula_id}/versions", status_code=201)
def keep_version(formula_id: UUID, body: KeepBody, database: InDatabase, principal: AsPrincipal) -> VersionsView:
    """Keeps a formula as it stands."""
    return versions_commands.keep(database, principal, formula_id, body.id, body.name)


@router.put("/formulas/{formula_id}/versions/{number}")
def name_version(
    formula_id: UUID, number: Number, body: VersionNameBody, database: InDatabase, principal: AsPrincipal
) -> VersionsView:
    """Names a kept state."""
    return versions_commands.rename(database, principal, formula_id, number, body.name)


@router.post("/formulas/{formula_id}/versions/{number}/restored", responses=CONFLICT)
def restore_version(
    formula_id: UUID, number: Number, body: RestoreBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> FormulaView:
    """Makes a formula what a kept state was; 409 when it is not at that version any more."""
    return versions_commands.restore(database, principal, formula_id, number, body.version, clock)


@router.put("/formulas/{formula_id}/bake")
def mark_to_bake(formula_id: UUID, body: ToBakeBody, database: InDatabase, principal: AsPrincipal) -> VersionsView:
    """Marks the version to bake."""
    return versions_commands.mark_to_bake(database, principal, formula_id, body.number)


@router.get("/formulas/{formula_id}/difference")
def differ(
    formula_id: UUID, was: Either, now: Either, database: InDatabase, principal: AsPrincipal
) -> VersionDifference:
    """What changed from one state to another; 0 is the formula as it stands."""
    return versions_queries.differ(database, principal, formula_id, was, now)


@router.post("/formulas/{formula_id}/branches", status_code=201)
def branch_formula(formula_id: UUID, body: BranchBody, database: InDatabase, principal: AsPrincipal) -> FormulaView:
    """A branch that follows this formula where their lines are the same."""
    began = versions_commands.BranchStart(body.name, body.began(), body.method)
    return versions_commands.branch(database, principal, formula_id, body.id, began)


@router.put("/formulas/{formula_id}/branches")
def update_branches(
    formula_id: UUID, body: FollowBody, database: InDatabase, principal: AsPrincipal, clock: InClock
) -> list[BranchUpdate]:
    """Carries what changed in a base into its branches, or says what would be done."""
    return versions_commands.update_branches(database, principal, formula_id, clock, look=body.look)


@router.delete("/formulas/{formula_id}/base")
def leave_base(formula_id: UUID, database: InDatabase, principal: AsPrincipal) -> VersionsView:
    """Makes a branch a formula of its own."""
    return versions_commands.leave_base(database, principal, formula_id)
