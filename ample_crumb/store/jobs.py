"""Work to do in the background: rows of ids, claimed by whichever worker comes first.

No lock is held while a job is worked on: it is claimed for a while, and what it was asked for is compared when it ends.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import timedelta
from typing import Any, Final
from uuid import UUID

import psycopg
from psycopg.rows import class_row

from ample_crumb.core.rules_version import RULES_VERSION
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal

SUMMARY: Final = "summary"
"""The summary of the formula `key`, worked out anew."""

CLAIM: Final = timedelta(minutes=2)
"""After so long a worker that claimed a job counts as gone."""

MOST_ATTEMPTS: Final = 4


@dataclass(frozen=True, slots=True)
class Job:
    """A claimed job. `token` is another number whenever it is asked for again."""

    kitchen_id: UUID
    person_id: UUID
    kind: str
    key: UUID
    token: int
    attempts: int

    @property
    def principal(self) -> Principal:
        """In whose name it is done."""
        return Principal(self.kitchen_id, self.person_id)


@dataclass(frozen=True, slots=True, kw_only=True)
class Touched:
    """What has changed, by what formulas depend on: `foods` by slug or id of a product, `words` and `phrases` of lines,
    `tins`, or `everything`."""

    foods: frozenset[str] = frozenset()
    words: frozenset[str] = frozenset()
    phrases: frozenset[str] = frozenset()
    tins: frozenset[UUID] = frozenset()
    everything: bool = False

    def pairs(self) -> list[tuple[str, str]]:
        """As kinds and keys of dependencies."""
        kinds: tuple[tuple[str, Iterable[object]], ...] = (
            ("food", self.foods), ("word", self.words), ("phrase", self.phrases), ("tin", self.tins),
        )  # fmt: skip
        return sorted((kind, str(key)) for kind, keys in kinds for key in keys)


def ask_for_summaries(connection: Connection, principal: Principal, touched: Touched) -> None:
    """Asks for the summaries of all formulas that depend on what was touched, however deep; in the order of their ids,
    so that two who ask never wait for each other."""
    pairs = touched.pairs()
    if not pairs and not touched.everything:
        return
    connection.execute(
        """
        with recursive hit (id) as (
            (
                select dependency.formula_id from formula_dependency dependency
                join unnest(%(kinds)s::text[], %(keys)s::text[]) as changed (kind, key)
                    on changed.kind = dependency.kind and changed.key = dependency.key
                where dependency.kitchen_id = %(kitchen_id)s
                union select id from formula where kitchen_id = %(kitchen_id)s and %(everything)s
            )
            union
            select dependency.formula_id from formula_dependency dependency
            join hit on dependency.kind = 'formula' and dependency.key = hit.id::text
            where dependency.kitchen_id = %(kitchen_id)s
        )
        insert into job (kitchen_id, kind, key, person_id, rules)
        select %(kitchen_id)s, 'summary', id, %(person_id)s, %(rules)s from hit order by id
        on conflict (kitchen_id, kind, key) do update
            set token = nextval('job_token'), state = 'queued', run_after = now(), attempts = 0, claimed_until = null,
                rules = greatest(job.rules, excluded.rules), priority = 0
        """,
        {
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "rules": RULES_VERSION,
            "kinds": [kind for kind, _ in pairs],
            "keys": [key for _, key in pairs],
            "everything": touched.everything,
        },
    )


def after_save(connection: Connection, principal: Principal, formula_id: UUID, *, current: bool) -> None:
    """Asks for the summaries of all formulas that hold this one, however deep, and for its own unless what was saved is
    `current`; then what had been asked for is taken back."""
    connection.execute(
        """
        with recursive above (id) as (
            select formula_id from formula_dependency
            where kitchen_id = %(kitchen_id)s and kind = 'formula' and key = %(id)s::text
            union
            select dependency.formula_id from formula_dependency dependency
            join above on dependency.kind = 'formula' and dependency.key = above.id::text
            where dependency.kitchen_id = %(kitchen_id)s
        ), forgotten as (
            delete from job where kitchen_id = %(kitchen_id)s and kind = 'summary' and key = %(id)s and %(current)s
        )
        insert into job (kitchen_id, kind, key, person_id, rules)
        select %(kitchen_id)s, 'summary', id, %(person_id)s, %(rules)s from (
            select id from above where id <> %(id)s union select %(id)s::uuid where not %(current)s
        ) asked order by id
        on conflict (kitchen_id, kind, key) do update
            set token = nextval('job_token'), state = 'queued', run_after = now(), attempts = 0, claimed_until = null,
                rules = greatest(job.rules, excluded.rules), priority = 0
        """,
        {
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "rules": RULES_VERSION,
            "id": formula_id,
            "current": current,
        },
    )


def claim(connection: Connection, most: int) -> list[Job]:
    """Up to so many jobs of all kitchens that wait or whose worker is gone, claimed for this worker: what people wait
    for first, what follows from new rules behind it; none that newer rules than its own were asked for."""
    with connection.cursor(row_factory=class_row(Job)) as cursor:
        return cursor.execute(
            """
            select kitchen_id, person_id, kind, key, token, attempts
            from claim_jobs(%(most)s, %(claim)s::interval, %(rules)s)
            """,
            {"claim": CLAIM, "most": most, "rules": RULES_VERSION},
        ).fetchall()


def finish(connection: Connection, job: Job) -> bool:
    """Ends a job; False when it has been asked for again meanwhile, and stays."""
    done = connection.execute(
        "delete from job where kitchen_id = %(kitchen_id)s and kind = %(kind)s and key = %(key)s and token = %(token)s",
        {"kitchen_id": job.kitchen_id, "kind": job.kind, "key": job.key, "token": job.token},
    )
    return done.rowcount == 1


@dataclass(frozen=True, slots=True)
class JobCounts:
    """How many jobs of a kitchen are `waiting` or being done, and how many were `stopped`."""

    waiting: int
    stopped: int


def counts(connection: Connection, kitchen_id: UUID) -> JobCounts:
    """How far the background of a kitchen is."""
    with connection.cursor(row_factory=class_row(JobCounts)) as cursor:
        row = cursor.execute(
            """
            select count(*) filter (where state in ('queued', 'running')) as waiting,
                count(*) filter (where state = 'stopped') as stopped
            from job where kitchen_id = %(kitchen_id)s
            """,
            {"kitchen_id": kitchen_id},
        ).fetchone()
    assert row is not None
    return row


def stop(connection: Connection, kitchen_id: UUID) -> None:
    """Lets what waits in a kitchen be; what is being done ends."""
    connection.execute(
        """
        update job set state = 'stopped' where (kitchen_id, kind, key) in (
            select kitchen_id, kind, key from job where kitchen_id = %(kitchen_id)s and state = 'queued'
            order by kind, key for update skip locked
        )
        """,
        {"kitchen_id": kitchen_id},
    )


def resume(connection: Connection, kitchen_id: UUID) -> None:
    """Lets what was stopped in a kitchen go on."""
    connection.execute(
        """
        update job set state = 'queued', run_after = now() where (kitchen_id, kind, key) in (
            select kitchen_id, kind, key from job where kitchen_id = %(kitchen_id)s and state = 'stopped'
            order by kind, key for update
        )
        """,
        {"kitchen_id": kitchen_id},
    )


def put_back(connection: Connection, job: Job) -> None:
    """Lets a job that came to nothing wait for the next who claims, as if it had not been tried."""
    connection.execute(
        """
        update job set state = 'queued', attempts = attempts - 1, claimed_until = null
        where kitchen_id = %(kitchen_id)s and kind = %(kind)s and key = %(key)s and token = %(token)s
        """,
        {"kitchen_id": job.kitchen_id, "kind": job.kind, "key": job.key, "token": job.token},
    )


def put_off(connection: Connection, job: Job) -> None:
    """Lets a job that failed wait, longer each time; after `MOST_ATTEMPTS` it is not tried again until it is asked for
    again."""
    connection.execute(
        """
        update job set state = case when attempts >= %(most)s then 'failed' else 'queued' end,
            run_after = now() + make_interval(secs => 2 ^ attempts), claimed_until = null
        where kitchen_id = %(kitchen_id)s and kind = %(kind)s and key = %(key)s and token = %(token)s
        """,
        {
            "kitchen_id": job.kitchen_id,
            "kind": job.kind,
            "key": job.key,
            "token": job.token,
            "most": MOST_ATTEMPTS,
        },
    )


OUTDATED_AT_ONCE: Final = 500
"""So many summaries of older rules wait at the most, as `ask_for_outdated` of the schema has it."""


def ask_for_outdated(connection: psycopg.Connection[Any]) -> int:
    """Asks for some of the summaries of all kitchens that older rules made, so that `OUTDATED_AT_ONCE` wait at the
    most; gives how many it asked for."""
    row = connection.execute("select ask_for_outdated(%(rules)s)", {"rules": RULES_VERSION}).fetchone()
    assert row is not None
    return int(row[0])
