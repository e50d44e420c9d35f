"""Keeping a state of a formula, because the baker says so or because a new sitting begins."""

from datetime import UTC, datetime, timedelta
from typing import Final
from uuid import UUID, uuid4

from ample_crumb.store import versions
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.kitchens import Who
from ample_crumb.work.drafts import Draft, stored
from ample_crumb.work.kept import seen_of
from ample_crumb.work.ways import ways_of

SITTING: Final = timedelta(minutes=30)
"""After so long without a change the next one begins a new sitting, and the state before it is kept."""


def keep_state(
    connection: Connection, who: Who, row: FormulaRow, draft: Draft, version_id: UUID, name: str, kept_by: str
) -> None:
    """Keeps a stored state with its figures. The caller holds the formula's lock."""
    kept = seen_of(connection, who, row, ways_of(connection, who))
    versions.add(connection, who.kitchen_id, row.id, version_id, name, kept_by, stored(draft), kept.piece, kept.count)


def keep_sitting(connection: Connection, who: Who, row: FormulaRow, draft: Draft) -> None:
    """Keeps the state before a change that begins a new sitting, unless it is kept already."""
    if datetime.now(UTC) - row.updated_at < SITTING or not any(part.lines for part in draft.parts):
        return
    if versions.last_draft(connection, who.kitchen_id, row.id) != stored(draft):
        keep_state(connection, who, row, draft, uuid4(), "", "sitting")
