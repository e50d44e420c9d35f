"""The background of a worker: jobs claimed one after another, each in a transaction of its own."""

import logging
from threading import Event
from time import monotonic
from typing import Final

import psycopg
import psycopg_pool

from ample_crumb.application.formulas.summaries import line_foods, stored_formula, stored_summary, write_dependencies
from ample_crumb.store import formula_foods, formula_writes, formulas, jobs
from ample_crumb.store.database import Database
from ample_crumb.store.jobs import Job

_AT_ONCE: Final = 8
_LOOK_EVERY_S: Final = 0.5
_LONGEST_PAUSE_S: Final = 15.0
_OUTDATED_EVERY_S: Final = 60.0
_MORE_OUTDATED_S: Final = 2.0
"""Where there was something to ask for there is mostly more."""


_log = logging.getLogger(__name__)


class _AskedAgain(Exception):
    """What a job was for has changed while it was worked on; nothing of it is kept."""


def work_off(database: Database, stopping: Event) -> None:
    """Works jobs off until it is to stop."""
    pause = _LOOK_EVERY_S
    outdated_at = monotonic()
    while not stopping.wait(pause):
        try:
            if monotonic() >= outdated_at:
                asked = look_for_outdated(database)
                outdated_at = monotonic() + (_MORE_OUTDATED_S if asked else _OUTDATED_EVERY_S)
            while not stopping.is_set() and monotonic() < outdated_at and work(database):
                pass
            pause = min(_LOOK_EVERY_S, max(0.0, outdated_at - monotonic()))
        except (psycopg.Error, psycopg_pool.PoolTimeout) as away:
            # What was claimed is claimed again when its time is over.
            pause = min(2 * pause, _LONGEST_PAUSE_S)
            _log.warning("jobs wait %.1f s: %s", pause, away)


def look_for_outdated(database: Database) -> int:
    """Asks for some of what older rules made, those of a release before and of an older one that is still at work
    beside this one; gives how many summaries."""
    with database.unscoped() as connection:
        return jobs.ask_for_outdated(connection)


def work(database: Database) -> int:
    """Claims a few jobs and does them; gives how many there were."""
    with database.unscoped() as connection:
        claimed = jobs.claim(connection, _AT_ONCE)
    for job in claimed:
        try:
            _do(database, job)
        except _AskedAgain:
            with database.in_kitchen(job.kitchen_id) as connection:
                jobs.put_back(connection, job)
        except (psycopg.OperationalError, psycopg_pool.PoolTimeout):
            raise
        except Exception:
            # A formula that breaks the core costs its own row, not the list that it stands in.
            _log.exception("formula %s cannot be worked out", job.key)
            with database.in_kitchen(job.kitchen_id) as connection:
                jobs.put_off(connection, job)
    return len(claimed)


def _do(database: Database, job: Job) -> None:
    principal = job.principal
    with database.transaction(principal) as connection:
        row = formulas.find(connection, job.kitchen_id, job.key)
        if row is None:
            jobs.finish(connection, job)
            return
        formula = stored_formula(connection, principal, row)
        # From here on rows are held: its own first, as a save holds them.
        if formulas.find(connection, job.kitchen_id, row.id, lock=True) != row or not jobs.finish(connection, job):
            raise _AskedAgain
        formula_writes.write_summary(connection, job.kitchen_id, row.id, stored_summary(formula))
        formula_foods.write_foods(connection, job.kitchen_id, row.id, line_foods(formula))
        write_dependencies(connection, principal, row.id, formula)
