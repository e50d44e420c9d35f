"""Writes of the tab Versions: keep, name, mark, restore, branch, follow."""

from dataclasses import dataclass, replace
from datetime import datetime
from typing import Final
from uuid import UUID

from psycopg.errors import SerializationFailure

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.formulas import checked_writes, snapshots
from ample_crumb.application.formulas.checked_writes import CheckedDraft
from ample_crumb.application.formulas.draft import draft_of, read_draft, read_parts, write_parts
from ample_crumb.application.formulas.evaluation import formula_view
from ample_crumb.application.formulas.snapshots import KeptAs, snapshot_of, unkept_snapshot
from ample_crumb.application.formulas.views import FormulaView
from ample_crumb.application.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.application.versions.overview import find_formula, versions_view
from ample_crumb.application.versions.views import BranchUpdate, VersionsView
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.merging import merge_base_changes
from ample_crumb.core.production.draft import Draft
from ample_crumb.store import formulas, kitchens, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.versions import VersionSnapshot

MOST_VERSIONS: Final = 400
"""More states than anyone reads; then some have to be let go first."""


def keep(database: Database, principal: Principal, formula_id: UUID, version_id: UUID, name: str) -> VersionsView:
    """Keeps the formula as it stands; again with the same id changes nothing. Raises NotHere."""
    with database.transaction(principal) as connection:
        row, draft = _as_it_stands(connection, principal, formula_id)
        snapshot = snapshot_of(connection, principal, row, draft, KeptAs("baker", name.strip(), version_id))
        while find_formula(connection, principal, formula_id, lock=True).revision != row.revision:
            # Somebody saved it while it was worked out; now that it is held nobody does.
            row, draft = _as_it_stands(connection, principal, formula_id)
            snapshot = snapshot_of(connection, principal, row, draft, KeptAs("baker", name.strip(), version_id))
        _check_room(connection, principal, formula_id)
        snapshots.keep(connection, principal, formula_id, snapshot)
        return versions_view(connection, principal, row)


def _as_it_stands(connection: Connection, principal: Principal, formula_id: UUID) -> tuple[FormulaRow, Draft]:
    row = find_formula(connection, principal, formula_id)
    return row, draft_of(row, formulas.parts_of(connection, principal.kitchen_id, formula_id))


def _check_room(connection: Connection, principal: Principal, formula_id: UUID) -> None:
    if len(versions.list_versions(connection, principal.kitchen_id, formula_id)) >= MOST_VERSIONS:
        raise CannotAccept("/name", f"A formula keeps up to {MOST_VERSIONS} versions; branch it to go on.")


def rename(database: Database, principal: Principal, formula_id: UUID, number: int, name: str) -> VersionsView:
    """Names a kept state. Raises NotHere."""
    with database.transaction(principal) as connection:
        row = find_formula(connection, principal, formula_id)
        if not versions.rename(connection, principal.kitchen_id, formula_id, number, name.strip()):
            raise NotHere("version")
        return versions_view(connection, principal, row)


def mark_to_bake(database: Database, principal: Principal, formula_id: UUID, number: int) -> VersionsView:
    """Marks the state to bake, 0 for the formula as it stands. Raises NotHere."""
    with database.transaction(principal) as connection:
        find_formula(connection, principal, formula_id, lock=True)
        if number and versions.find(connection, principal.kitchen_id, formula_id, number) is None:
            raise NotHere("version")
        versions.mark_to_bake(connection, principal.kitchen_id, formula_id, number or None)
        return versions_view(connection, principal, find_formula(connection, principal, formula_id))


def restore(
    database: Database,
    principal: Principal,
    formula_id: UUID,
    number: int,
    version: int,
    clock: Clock = system_clock,
) -> FormulaView:
    """Makes the formula what a kept state was; what it is now is kept first. Sent again it changes nothing.

    Raises NotHere, or ChangedMeanwhile when the formula is not at `version` any more.
    """
    now = clock()
    with database.transaction(principal) as connection:
        row, there = _as_it_stands(connection, principal, formula_id)
        kept = versions.find(connection, principal.kitchen_id, formula_id, number)
        if kept is None:
            raise NotHere("version")
        found = checked_writes.check_draft(
            connection, principal, formula_id, replace(read_draft(kept.draft), name=row.name)
        )
        if there == found.draft:
            return formula_view(connection, principal, row)
        if row.revision == version:
            snapshot = unkept_snapshot(connection, principal, row, there, KeptAs("restore"))
            if checked_writes.change(connection, principal, formula_id, version, found, now):
                snapshots.keep(connection, principal, formula_id, snapshot)
                return checked_writes.saved_view(connection, principal, row, found, now)
        there_now = formula_view(connection, principal, find_formula(connection, principal, formula_id))
        raise ChangedMeanwhile("formula", there_now)


@dataclass(frozen=True, slots=True)
class BranchStart:
    """How a branch is called, and what it begins with where that is not what its base has."""

    name: str
    parts: tuple[Part, ...] | None = None
    method: str | None = None


def branch(
    database: Database, principal: Principal, formula_id: UUID, branch_id: UUID, start: BranchStart
) -> FormulaView:
    """A branch: the lines of this one under another name, or others to begin with, which follow it where they are the
    same. The same id again gives the branch that is there. Raises NotHere."""
    with database.transaction(principal) as connection:
        _, base = _as_it_stands(connection, principal, formula_id)
        method = base.method if start.method is None else start.method
        begun = replace(base, name=start.name, parts=start.parts or base.parts, method=method)
        found = checked_writes.check_draft(connection, principal, branch_id, begun)
        if checked_writes.add(connection, principal, branch_id, found):
            versions.set_base(connection, principal.kitchen_id, branch_id, formula_id, write_parts(base.parts))
        return formula_view(connection, principal, find_formula(connection, principal, branch_id))


def leave_base(database: Database, principal: Principal, formula_id: UUID) -> VersionsView:
    """Makes a branch a formula of its own. Raises NotHere."""
    with database.transaction(principal) as connection:
        find_formula(connection, principal, formula_id, lock=True)
        versions.set_base(connection, principal.kitchen_id, formula_id, None, None)
        return versions_view(connection, principal, find_formula(connection, principal, formula_id))


def update_branches(
    database: Database, principal: Principal, formula_id: UUID, clock: Clock = system_clock, *, look: bool
) -> list[BranchUpdate]:
    """Carries what changed in a base into all its branches, each as its next version; only says what would be done
    where `look`. The state of each branch before is kept. Raises NotHere."""
    now = clock()
    with database.transaction(principal) as connection:
        _, base = _as_it_stands(connection, principal, formula_id)
        updates, following = [], []
        for branch_id, _, followed in versions.branches_of(connection, principal.kitchen_id, formula_id):
            row, there = _as_it_stands(connection, principal, branch_id)
            made = merge_base_changes(read_parts(followed), base.parts, there.parts)
            updates.append(BranchUpdate(branch_id, row.name, made.done, made.left))
            if not look and read_parts(followed) != base.parts:
                following.append(_following(connection, principal, row, there, made.parts, base))
        if following:
            kitchens.lock(connection, principal.kitchen_id)
        for each in following:
            _follow(connection, principal, each, now)
            versions.set_base(connection, principal.kitchen_id, each.row.id, formula_id, write_parts(base.parts))
        return updates


@dataclass(frozen=True, slots=True)
class _Following:
    """A branch that follows its base: as it stands, as it will, and the state of before to keep; both None where the
    base's changes change nothing in it."""

    row: FormulaRow
    found: CheckedDraft | None
    snapshot: VersionSnapshot | None


def _following(
    connection: Connection, principal: Principal, row: FormulaRow, there: Draft, parts: tuple[Part, ...], base: Draft
) -> _Following:
    if parts == there.parts:
        return _Following(row, None, None)
    kept_as = KeptAs("restore", f"before following {base.name}"[:80])
    return _Following(
        row,
        checked_writes.check_draft(connection, principal, row.id, replace(there, parts=parts)),
        unkept_snapshot(connection, principal, row, there, kept_as),
    )


def _follow(connection: Connection, principal: Principal, each: _Following, now: datetime) -> None:
    if each.found is None:
        return
    if not checked_writes.change(connection, principal, each.row.id, each.row.revision, each.found, now):
        # All branches follow or none: the whole is worked out again from what somebody else saved.
        raise SerializationFailure("a branch was saved meanwhile")
    snapshots.keep(connection, principal, each.row.id, each.snapshot)
