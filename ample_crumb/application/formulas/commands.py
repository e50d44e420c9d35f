"""Writes of the place Formulas: one transaction each."""

from dataclasses import replace
from uuid import UUID

from ample_crumb.application.clock import Clock, system_clock
from ample_crumb.application.formulas.draft import Draft, head_of
from ample_crumb.application.formulas.evaluation import formula_view
from ample_crumb.application.formulas.queries import open_one
from ample_crumb.application.formulas.saving import checked, write
from ample_crumb.application.formulas.snapshots import keep_edit_session
from ample_crumb.application.formulas.views import FormulaView
from ample_crumb.application.problems import ChangedMeanwhile, NotHere
from ample_crumb.store import formulas, kitchens
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal


def create(database: Database, principal: Principal, formula_id: UUID, draft: Draft) -> FormulaView:
    """A new formula. Sending the same id again gives the formula that is there and changes nothing."""
    with database.transaction(principal) as connection:
        # Formulas that hold this one change with it; whoever changes several takes the kitchen first.
        kitchens.lock(connection, principal.kitchen_id)
        draft = checked(connection, principal, formula_id, draft)
        if formulas.add(connection, principal.kitchen_id, formula_id, head_of(draft)):
            write(connection, principal, formula_id, draft)
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
    with database.transaction(principal) as connection:
        # Formulas that hold this one change with it; whoever changes several takes the kitchen first.
        kitchens.lock(connection, principal.kitchen_id)
        draft = checked(connection, principal, formula_id, draft)
        row = formulas.find(connection, principal.kitchen_id, formula_id, lock=True)
        if row is None:
            raise NotHere("formula")
        there = formula_view(connection, principal, row)
        if there.draft == draft:
            return there
        if row.version != version:
            raise ChangedMeanwhile("formula", there)
        now = clock()
        keep_edit_session(connection, principal, row, there.draft, now)
        formulas.change(connection, principal.kitchen_id, formula_id, head_of(draft), now)
        write(connection, principal, formula_id, draft)
        saved = formulas.find(connection, principal.kitchen_id, formula_id)
        assert saved is not None
        return formula_view(connection, principal, saved)


def duplicate(database: Database, principal: Principal, formula_id: UUID, copy_id: UUID) -> FormulaView:
    """A copy under a name of its own."""
    draft = open_one(database, principal, formula_id).draft
    return create(database, principal, copy_id, replace(draft, name=f"{draft.name[:108]}, a copy"))


def archive(database: Database, principal: Principal, formula_id: UUID, *, archived: bool) -> None:
    """Puts a formula away or brings it back. What was eaten of it stays."""
    with database.transaction(principal) as connection:
        if not formulas.archive(connection, principal.kitchen_id, formula_id, archived=archived):
            raise NotHere("formula")
