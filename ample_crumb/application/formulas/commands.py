"""Writes of the place Formulas: one transaction each."""

from dataclasses import replace
from uuid import UUID

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.formulas import checked_writes
from ample_crumb.application.formulas.checked_writes import CheckedDraft
from ample_crumb.application.formulas.draft import draft_of
from ample_crumb.application.formulas.evaluation import formula_view
from ample_crumb.application.formulas.queries import open_one
from ample_crumb.application.formulas.snapshots import keep, session_snapshot
from ample_crumb.application.formulas.views import FormulaView
from ample_crumb.application.problems import ChangedMeanwhile, NotHere
from ample_crumb.core.production.draft import Draft
from ample_crumb.store import formula_writes, formulas
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal


def create(database: Database, principal: Principal, formula_id: UUID, draft: Draft) -> FormulaView:
    """A new formula. Sending the same id again gives the formula that is there and changes nothing."""
    with database.transaction(principal) as connection:
        checked_writes.add(
            connection, principal, formula_id, checked_writes.check_draft(connection, principal, formula_id, draft)
        )
        row = formulas.find(connection, principal.kitchen_id, formula_id)
        if row is None:
            raise NotHere("formula")
        return formula_view(connection, principal, row)


def save(
    database: Database,
    principal: Principal,
    formula_id: UUID,
    version: int,
    draft: Draft,
    clock: Clock = system_clock,
) -> FormulaView:
    """Saves the Bench over the version it was opened at.

    A retry of a save that had arrived changes nothing. Raises NotHere, or ChangedMeanwhile with the formula as it is.
    """
    now = clock()
    with database.transaction(principal) as connection:
        row = formulas.find_whole(connection, principal.kitchen_id, formula_id)
        if row is None:
            raise NotHere("formula")
        found = checked_writes.check_draft(connection, principal, formula_id, draft)
        there = draft_of(row, row.parts())
        if there == found.draft:
            return FormulaView(
                row.id, row.revision, row.archived, row.updated_at, there, *found.view(connection, principal)
            )
        if row.revision == version:
            snapshot = session_snapshot(connection, principal, row, there, now)
            if checked_writes.change(connection, principal, formula_id, version, found, now):
                keep(connection, principal, formula_id, snapshot)
                return checked_writes.saved_view(connection, principal, row, found, now)
        return _meanwhile(connection, principal, formula_id, found)


def _meanwhile(connection: Connection, principal: Principal, formula_id: UUID, found: CheckedDraft) -> FormulaView:
    """What somebody else saved while this was being worked out: the same, or a conflict."""
    row = formulas.find(connection, principal.kitchen_id, formula_id)
    if row is None:
        raise NotHere("formula")
    there = formula_view(connection, principal, row)
    if there.draft == found.draft:
        return there
    raise ChangedMeanwhile("formula", there)


def duplicate(database: Database, principal: Principal, formula_id: UUID, copy_id: UUID) -> FormulaView:
    """A copy under a name of its own."""
    draft = open_one(database, principal, formula_id).draft
    return create(database, principal, copy_id, replace(draft, name=f"{draft.name[:108]}, a copy"))


def archive(database: Database, principal: Principal, formula_id: UUID, *, archived: bool) -> None:
    """Puts a formula away or brings it back. What was eaten of it stays."""
    with database.transaction(principal) as connection:
        if not formula_writes.archive(connection, principal.kitchen_id, formula_id, archived=archived):
            raise NotHere("formula")
