"""The background of a kitchen as a window sees it: how far it is, and stopping it."""

from ample_crumb.store import jobs
from ample_crumb.store.database import Database
from ample_crumb.store.jobs import JobCounts
from ample_crumb.store.scope import Principal


def progress(database: Database, principal: Principal) -> JobCounts:
    """How many summaries are being worked out anew."""
    with database.transaction(principal) as connection:
        return jobs.counts(connection, principal.kitchen_id)


def stop(database: Database, principal: Principal) -> JobCounts:
    """Lets the figures of before stand until they are asked for again."""
    with database.transaction(principal) as connection:
        jobs.stop(connection, principal.kitchen_id)
        return jobs.counts(connection, principal.kitchen_id)


def resume(database: Database, principal: Principal) -> JobCounts:
    """Lets what was stopped go on."""
    with database.transaction(principal) as connection:
        jobs.resume(connection, principal.kitchen_id)
        return jobs.counts(connection, principal.kitchen_id)
