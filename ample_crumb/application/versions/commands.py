"""Writes of the tab Versions: keep, name, mark, restore, branch, follow."""

from dataclasses import replace
from datetime import datetime
from typing import Final
from uuid import UUID

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.formulas.draft import Draft, from_stored, head_of, parts_from, parts_stored, stored
from ample_crumb.application.formulas.evaluation import formula_view
from ample_crumb.application.formulas.saving import checked, write
from ample_crumb.application.formulas.snapshots import KeptAs, keep_version
from ample_crumb.application.formulas.views import FormulaView
from ample_crumb.application.problems import CannotAccept, ChangedMeanwhile, NotHere
from ample_crumb.application.versions.overview import find_formula, versions_view
from ample_crumb.application.versions.views import BranchUpdate, VersionsView
from ample_crumb.core.formula.merging import merge_base_changes
from ample_crumb.store import formulas, kitchens, versions
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal

MOST_VERSIONS: Final = 400
"""More states than anyone reads; then some have to be let go first."""


def keep(database: Database, principal: Principal, formula_id: UUID, version_id: UUID, name: str) -> VersionsView:
    """Keeps the formula as it stands; again with the same id changes nothing. Raises NotHere."""
    with database.transaction(principal) as connection:
        row = find_formula(connection, principal, formula_id, lock=True)
        _room(connection, principal, formula_id)
        draft = formula_view(connection, principal, row).draft
        keep_version(connection, principal, row, draft, KeptAs("baker", name.strip(), version_id))
        return versions_view(connection, principal, row)


def _room(connection: Connection, principal: Principal, formula_id: UUID) -> None:
    if len(versions.listed(connection, principal.kitchen_id, formula_id)) >= MOST_VERSIONS:
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
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        row = find_formula(connection, principal, formula_id, lock=True)
        kept = versions.find(connection, principal.kitchen_id, formula_id, number)
        if kept is None:
            raise NotHere("version")
        draft = replace(from_stored(kept.draft), name=row.name)
        there = formula_view(connection, principal, row)
        if there.draft == draft:
            return there
        if row.version != version:
            raise ChangedMeanwhile("formula", there)
        if versions.last_draft(connection, principal.kitchen_id, formula_id) != stored(there.draft):
            keep_version(connection, principal, row, there.draft, KeptAs("restore"))
        return _change(connection, principal, formula_id, draft, clock())


def _change(connection: Connection, principal: Principal, formula_id: UUID, draft: Draft, now: datetime) -> FormulaView:
    draft = checked(connection, principal, formula_id, draft)
    formulas.change(connection, principal.kitchen_id, formula_id, head_of(draft), now)
    write(connection, principal, formula_id, draft)
    return formula_view(connection, principal, find_formula(connection, principal, formula_id))


def branch(database: Database, principal: Principal, formula_id: UUID, branch_id: UUID, name: str) -> FormulaView:
    """A branch: the same lines under another name, which follow this one where they stay as they are. The same id again
    gives the branch that is there. Raises NotHere."""
    with database.transaction(principal) as connection:
        kitchens.lock(connection, principal.kitchen_id)
        base = formula_view(connection, principal, find_formula(connection, principal, formula_id))
        draft = checked(connection, principal, branch_id, replace(base.draft, name=name))
        if formulas.add(connection, principal.kitchen_id, branch_id, head_of(draft)):
            write(connection, principal, branch_id, draft)
            versions.set_base(connection, principal.kitchen_id, branch_id, formula_id, parts_stored(base.draft.parts))
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
    with database.transaction(principal) as connection:
        if not look:
            kitchens.lock(connection, principal.kitchen_id)
        base = formula_view(connection, principal, find_formula(connection, principal, formula_id)).draft
        updates = []
        for branch_id, followed in versions.branches_of(connection, principal.kitchen_id, formula_id):
            row = find_formula(connection, principal, branch_id, lock=not look)
            there = formula_view(connection, principal, row).draft
            made = merge_base_changes(parts_from(followed), base.parts, there.parts)
            updates.append(BranchUpdate(branch_id, row.name, made.done, made.left))
            if not look and parts_from(followed) != base.parts:
                if made.parts != there.parts:
                    _keep_before_following(connection, principal, row, there, base)
                    _change(connection, principal, row.id, replace(there, parts=made.parts), clock())
                versions.set_base(connection, principal.kitchen_id, branch_id, formula_id, parts_stored(base.parts))
        return updates


def _keep_before_following(
    connection: Connection, principal: Principal, row: FormulaRow, there: Draft, base: Draft
) -> None:
    if versions.last_draft(connection, principal.kitchen_id, row.id) != stored(there):
        keep_version(connection, principal, row, there, KeptAs("restore", f"before following {base.name}"[:80]))
