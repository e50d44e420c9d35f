"""What the bake day tells of a batch that was recorded on it: which of its works were skipped."""

from typing import Final
from uuid import UUID

from ample_crumb.application.bake_days.document import event_from, read_plan
from ample_crumb.core.planning.run import run_state
from ample_crumb.core.planning.task import TaskKind
from ample_crumb.store import bake_days
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal

_MEANS: Final = {
    TaskKind.REST: "not rested",
    TaskKind.CHILL: "not chilled",
    TaskKind.LINE: "not lined",
    TaskKind.COOL: "cut warm",
    TaskKind.OUT_OF_COLD: "cold from the fridge",
    TaskKind.TURN_OUT: "cooled in the tin",
}
"""What a skipped work comes to, in the words that a baker is asked in."""


def noticed_on_bake_day(connection: Connection, principal: Principal, batch_id: UUID) -> frozenset[str]:
    """What is known to have been so from the run that recorded a batch; nothing where none did."""
    found = bake_days.run_of_batch(connection, principal.kitchen_id, batch_id)
    if found is None or found.plan is None:
        return frozenset()
    progress = run_state(map(event_from, bake_days.events(connection, principal.kitchen_id, found.id))).progress
    skipped = {task for task, each in progress.items() if each.skipped}
    kinds = {
        each.task.kind
        for each in read_plan(found.plan).plan.tasks
        if each.formula == found.formula and each.task.id in skipped
    }
    return frozenset(_MEANS[kind] for kind in kinds if kind in _MEANS)
