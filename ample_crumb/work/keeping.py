"""Keeping a state of a formula, because the baker says so or because a new sitting begins."""

from datetime import UTC, datetime, timedelta
from typing import Final
from uuid import UUID, uuid4

from ample_crumb.store import versions
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Principal
from ample_crumb.work.context import load_context
from ample_crumb.work.drafts import Draft, stored
from ample_crumb.work.kept import read_summary

EDIT_SESSION: Final = timedelta(minutes=30)
"""After so long without a change the next one begins a new sitting, and the state before it is kept."""


def keep_version(
    connection: Connection, principal: Principal, row: FormulaRow, draft: Draft, version_id: UUID, name: str, kept_by: str
) -> None:
    """Keeps a stored state with its figures. The caller holds the formula's lock."""
    kept = read_summary(connection, principal, row, load_context(connection, principal))
    versions.add(connection, principal.kitchen_id, row.id, version_id, name, kept_by, stored(draft), kept.piece, kept.count)


def keep_edit_session(connection: Connection, principal: Principal, row: FormulaRow, draft: Draft) -> None:
    """Keeps the state before a change that begins a new sitting, unless it is kept already."""
    if datetime.now(UTC) - row.updated_at < EDIT_SESSION or not any(part.lines for part in draft.parts):
        return
    if versions.last_draft(connection, principal.kitchen_id, row.id) != stored(draft):
        keep_version(connection, principal, row, draft, uuid4(), "", "sitting")
