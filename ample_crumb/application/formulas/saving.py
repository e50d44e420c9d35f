"""What every write of a formula does: check the draft, write its lines and its summary."""

from dataclasses import replace
from uuid import UUID

from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.draft import Draft
from ample_crumb.application.formulas.evaluation import check_size
from ample_crumb.application.formulas.nested import refuse_circle
from ample_crumb.application.formulas.summaries import write_summary
from ample_crumb.application.problems import CannotAccept
from ample_crumb.store import formulas, versions
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


def checked(connection: Connection, principal: Principal, formula_id: UUID, draft: Draft) -> Draft:
    """The draft as it may be stored. Raises CannotAccept and TooMuch."""
    name = draft.name.strip()
    if not name:
        raise CannotAccept("/name", "A formula needs a name.")
    check_size(draft.parts)
    refuse_circle(connection, principal, formula_id, draft.parts, name)
    other = draft.twin.formula_id if draft.twin else None
    if other == formula_id:
        raise CannotAccept("/reference", "A formula cannot be compared with itself.")
    if other is not None and formulas.find(connection, principal.kitchen_id, other) is None:
        raise CannotAccept("/reference", "The formula to compare with is not in your kitchen.")
    number = draft.twin.number if draft.twin else None
    if (
        other is not None
        and number is not None
        and versions.find(connection, principal.kitchen_id, other, number) is None
    ):
        raise CannotAccept("/reference", "That version of the formula to compare with is not there.")
    return replace(draft, name=name)


def write(connection: Connection, principal: Principal, formula_id: UUID, draft: Draft) -> None:
    """Replaces the lines of a stored formula and keeps their figures."""
    formulas.write_parts(connection, principal.kitchen_id, formula_id, draft.parts)
    row = formulas.find(connection, principal.kitchen_id, formula_id)
    assert row is not None
    write_summary(connection, principal, row, draft.parts, load_context(connection, principal))
    formulas.mark_stale_above(connection, principal.kitchen_id, formula_id)
