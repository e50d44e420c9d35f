"""Version snapshots: a state is kept because the baker says so or because a new edit session begins."""

from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import Final
from uuid import UUID, uuid4

from ample_crumb.application.context import load_context
from ample_crumb.application.formulas.draft import Draft, stored
from ample_crumb.application.formulas.summaries import read_summary
from ample_crumb.store import versions
from ample_crumb.store.database import Connection
from ample_crumb.store.formulas import FormulaRow
from ample_crumb.store.scope import Principal
from ample_crumb.store.versions import VersionSnapshot

EDIT_SESSION: Final = timedelta(minutes=30)
"""After so long without a change the next one begins a new edit session, and the state before it is kept."""


@dataclass(frozen=True, slots=True)
class KeptAs:
    """What a state is kept as: by whom, under which name and id."""

    kept_by: str
    name: str = ""
    id: UUID = field(default_factory=uuid4)


def keep_version(connection: Connection, principal: Principal, row: FormulaRow, draft: Draft, kept_as: KeptAs) -> None:
    """Keeps a stored state with its figures. The caller holds the formula's lock."""
    summary = read_summary(connection, principal, row, load_context(connection, principal))
    snapshot = VersionSnapshot(
        id=kept_as.id,
        name=kept_as.name,
        kept_by=kept_as.kept_by,
        draft=stored(draft),
        piece=summary.piece,
        piece_count=summary.piece_count,
    )
    versions.add(connection, principal.kitchen_id, row.id, snapshot)


def keep_edit_session(
    connection: Connection, principal: Principal, row: FormulaRow, draft: Draft, now: datetime
) -> None:
    """Keeps the state before a change that begins a new edit session, unless it is kept already."""
    if now - row.updated_at < EDIT_SESSION or not any(part.lines for part in draft.parts):
        return
    if versions.last_draft(connection, principal.kitchen_id, row.id) != stored(draft):
        keep_version(connection, principal, row, draft, KeptAs("edit session"))
