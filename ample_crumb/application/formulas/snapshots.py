"""Version snapshots: a state is kept because the baker says so or because a new edit session begins."""

from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import Final
from uuid import UUID, uuid4

from ample_crumb.application.formulas.draft import read_draft, write_draft
from ample_crumb.application.formulas.summaries import summary_now
from ample_crumb.core.production.draft import Draft
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


def snapshot_of(
    connection: Connection, principal: Principal, row: FormulaRow, draft: Draft, kept_as: KeptAs
) -> VersionSnapshot:
    """A stored state with its figures of now, to be kept."""
    summary = summary_now(connection, principal, row)
    return VersionSnapshot(
        id=kept_as.id,
        name=kept_as.name,
        kept_by=kept_as.kept_by,
        draft=write_draft(draft),
        piece=summary.piece,
        piece_count=summary.piece_count,
    )


def unkept_snapshot(
    connection: Connection, principal: Principal, row: FormulaRow, draft: Draft, kept_as: KeptAs
) -> VersionSnapshot | None:
    """The state, unless it is the one that was kept last."""
    last = versions.last_draft(connection, principal.kitchen_id, row.id)
    if last is not None and read_draft(last) == draft:
        return None
    return snapshot_of(connection, principal, row, draft, kept_as)


def session_snapshot(
    connection: Connection, principal: Principal, row: FormulaRow, draft: Draft, now: datetime
) -> VersionSnapshot | None:
    """The state before a change that begins a new edit session; None where none begins or it is kept already."""
    if now - row.updated_at < EDIT_SESSION or not any(part.lines for part in draft.parts):
        return None
    return unkept_snapshot(connection, principal, row, draft, KeptAs("edit session"))


def keep(connection: Connection, principal: Principal, formula_id: UUID, snapshot: VersionSnapshot | None) -> None:
    """Keeps a snapshot, if there is one. The caller holds the formula's lock."""
    if snapshot is not None:
        versions.add(connection, principal.kitchen_id, formula_id, snapshot)
