"""Bake days: what is asked of them, their plans, and the events of their runs."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from psycopg.rows import class_row, scalar_row
from psycopg.types.json import Jsonb

from ample_crumb.store.database import Connection

CHANNEL: Final = "ample_crumb"
"""What listeners hear changes on: never content, ids alone."""


@dataclass(frozen=True, slots=True)
class BakeRunRow:
    """A bake day. Its moments count from `zero_at`, the midnight before it in its time zone. `plan` is None before it
    was planned; `revision` is raised by each change of it, `last_seq` is the number of its last event."""

    id: UUID
    name: str
    zone: str
    zero_at: datetime
    asked: dict[str, Any]
    plan: dict[str, Any] | None
    revision: int
    last_seq: int


@dataclass(frozen=True, slots=True)
class EventRow:
    """An event as it was received, `elapsed_ms` after it happened."""

    seq: int
    device: str
    device_seq: int
    kind: str
    payload: dict[str, Any]
    elapsed_ms: int
    received_at: datetime


@dataclass(frozen=True, slots=True)
class NewEvent:
    """An event as a device sends it: its own number, so that it is kept once."""

    device: str
    device_seq: int
    kind: str
    payload: Mapping[str, Any]
    elapsed_ms: int


_COLUMNS: Final = "id, name, zone, zero_at, asked, plan, revision, last_seq"


def find(connection: Connection, kitchen_id: UUID, run_id: UUID, *, lock: bool = False) -> BakeRunRow | None:
    """A bake day, None where there is none; held until the transaction ends where it is to change."""
    with connection.cursor(row_factory=class_row(BakeRunRow)) as cursor:
        return cursor.execute(
            f"""
            select {_COLUMNS} from bake_run
            where kitchen_id = %(kitchen_id)s and id = %(id)s and removed_at is null {"for update" if lock else ""}
            """,  # noqa: S608  # columns and a clause of this module
            {"kitchen_id": kitchen_id, "id": run_id},
        ).fetchone()


def list_bake_days(connection: Connection, kitchen_id: UUID, most: int) -> list[BakeRunRow]:
    """The last bake days, the latest first."""
    with connection.cursor(row_factory=class_row(BakeRunRow)) as cursor:
        return cursor.execute(
            f"""
            select {_COLUMNS} from bake_run
            where kitchen_id = %(kitchen_id)s and removed_at is null order by zero_at desc, id limit %(most)s
            """,  # noqa: S608
            {"kitchen_id": kitchen_id, "most": most},
        ).fetchall()


def add(connection: Connection, kitchen_id: UUID, run: BakeRunRow) -> bool:
    """Writes a new bake day; False where it is there already."""
    cursor = connection.execute(
        """
        insert into bake_run (id, kitchen_id, name, zone, zero_at, asked)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(zone)s, %(zero_at)s, %(asked)s)
        on conflict do nothing
        """,
        {
            "id": run.id,
            "kitchen_id": kitchen_id,
            "name": run.name,
            "zone": run.zone,
            "zero_at": run.zero_at,
            "asked": Jsonb(run.asked),
        },
    )
    return cursor.rowcount == 1


def change(connection: Connection, kitchen_id: UUID, run: BakeRunRow) -> None:
    """Writes what is asked of a bake day and its plan, as its next revision."""
    connection.execute(
        """
        update bake_run set name = %(name)s, zone = %(zone)s, zero_at = %(zero_at)s, asked = %(asked)s,
            plan = %(plan)s, revision = revision + 1
        where kitchen_id = %(kitchen_id)s and id = %(id)s
        """,
        {
            "id": run.id,
            "kitchen_id": kitchen_id,
            "name": run.name,
            "zone": run.zone,
            "zero_at": run.zero_at,
            "asked": Jsonb(run.asked),
            "plan": None if run.plan is None else Jsonb(run.plan),
        },
    )


def remove(connection: Connection, kitchen_id: UUID, run_id: UUID) -> None:
    """Takes a bake day out of the lists."""
    connection.execute(
        "update bake_run set removed_at = now() where kitchen_id = %(kitchen_id)s and id = %(id)s",
        {"kitchen_id": kitchen_id, "id": run_id},
    )


def events(connection: Connection, kitchen_id: UUID, run_id: UUID) -> list[EventRow]:
    """All that happened on a bake day, in its order."""
    with connection.cursor(row_factory=class_row(EventRow)) as cursor:
        return cursor.execute(
            """
            select seq, device, device_seq, kind, payload, elapsed_ms, received_at from run_event
            where kitchen_id = %(kitchen_id)s and run_id = %(run_id)s order by seq
            """,
            {"kitchen_id": kitchen_id, "run_id": run_id},
        ).fetchall()


@dataclass(frozen=True, slots=True)
class RunOfBatch:
    """The run on which a batch was recorded, and which of its formulas that was, counted from 0."""

    id: UUID
    plan: dict[str, Any] | None
    formula: int


def run_of_batch(connection: Connection, kitchen_id: UUID, batch_id: UUID) -> RunOfBatch | None:
    """The run on which a batch was recorded; None where none was."""
    with connection.cursor(row_factory=class_row(RunOfBatch)) as cursor:
        return cursor.execute(
            """
            select bake_run.id, plan, (payload ->> 'formula')::integer as formula
            from run_event join bake_run on bake_run.kitchen_id = %(kitchen_id)s and bake_run.id = run_id
            where run_event.kitchen_id = %(kitchen_id)s and kind = 'recorded'
                and payload ->> 'batch_id' = %(batch_id)s::text and payload ->> 'formula' is not null
            order by received_at desc limit 1
            """,
            {"kitchen_id": kitchen_id, "batch_id": batch_id},
        ).fetchone()


def told(connection: Connection, kitchen_id: UUID, run_ids: Sequence[UUID]) -> dict[UUID, list[str]]:
    """The kinds of events that happened on these bake days, each once."""
    rows = connection.execute(
        """
        select run_id, array_agg(distinct kind) from run_event
        where kitchen_id = %(kitchen_id)s and run_id = any(%(run_ids)s) group by run_id
        """,
        {"kitchen_id": kitchen_id, "run_ids": list(run_ids)},
    ).fetchall()
    return dict(rows)


def append(
    connection: Connection, kitchen_id: UUID, run_id: UUID, last_seq: int, new_events: Sequence[NewEvent]
) -> int:
    """Writes events behind the last; those that are there already are not written twice. Gives the number of the last.
    Whoever calls holds the bake day."""
    told = [{"place": place, **asdict(event)} for place, event in enumerate(new_events)]
    written = connection.execute(
        """
        insert into run_event (kitchen_id, run_id, seq, device, device_seq, kind, payload, elapsed_ms)
        select %(kitchen_id)s, %(run_id)s, %(last_seq)s + row_number() over (order by place), device, device_seq, kind,
            payload, elapsed_ms
        from jsonb_to_recordset(%(events)s) as told
            (place integer, device text, device_seq integer, kind text, payload jsonb, elapsed_ms bigint)
        where not exists (
            select 1 from run_event where run_event.kitchen_id = %(kitchen_id)s and run_event.run_id = %(run_id)s
                and run_event.device = told.device and run_event.device_seq = told.device_seq
        )
        on conflict (kitchen_id, run_id, device, device_seq) do nothing returning seq
        """,
        {"kitchen_id": kitchen_id, "run_id": run_id, "last_seq": last_seq, "events": Jsonb(told)},
    ).fetchall()
    if not written:
        return last_seq
    last_seq = max(seq for (seq,) in written)
    connection.execute(
        "update bake_run set last_seq = %(seq)s where kitchen_id = %(kitchen_id)s and id = %(id)s",
        {"kitchen_id": kitchen_id, "id": run_id, "seq": last_seq},
    )
    return last_seq


def tell(connection: Connection, kitchen_id: UUID, run_id: UUID) -> None:
    """Lets whoever listens know, once this transaction is kept, that a bake day changed: its id, nothing of it."""
    connection.execute(
        "select pg_notify(%(channel)s, %(told)s)", {"channel": CHANNEL, "told": f"{kitchen_id} bake-day {run_id}"}
    )


def kitchen_document(connection: Connection, kitchen_id: UUID) -> dict[str, Any] | None:
    """What a kitchen has for a bake day; None while nobody said."""
    with connection.cursor(row_factory=scalar_row) as cursor:
        found: dict[str, Any] | None = cursor.execute(
            "select document from planning_kitchen where kitchen_id = %(kitchen_id)s", {"kitchen_id": kitchen_id}
        ).fetchone()
    return found


def set_kitchen_document(connection: Connection, kitchen_id: UUID, document: Mapping[str, Any]) -> None:
    """From now on a kitchen has this."""
    connection.execute(
        """
        insert into planning_kitchen (kitchen_id, document) values (%(kitchen_id)s, %(document)s)
        on conflict (kitchen_id) do update set document = excluded.document
        """,
        {"kitchen_id": kitchen_id, "document": Jsonb(document)},
    )


def task_edits(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> dict[UUID, dict[str, Any]]:
    """What was changed of the tasks of these formulas."""
    rows = connection.execute(
        """
        select formula_id, document from formula_tasks
        where kitchen_id = %(kitchen_id)s and formula_id = any(%(formula_ids)s)
        """,
        {"kitchen_id": kitchen_id, "formula_ids": list(formula_ids)},
    ).fetchall()
    return dict(rows)


@dataclass(frozen=True, slots=True)
class TaskTimes:
    """What the tasks of a formula come to: minutes of hands and in all, bowls, and minutes to the first bite."""

    hands_on_min: int
    whole_min: int
    bowl_count: int
    bite_min: int


def set_task_edits(
    connection: Connection, kitchen_id: UUID, formula_id: UUID, document: Mapping[str, Any], times: TaskTimes
) -> None:
    """Keeps what was changed of the tasks of a formula, and what they come to with it."""
    connection.execute(
        """
        insert into formula_tasks (kitchen_id, formula_id, document)
        values (%(kitchen_id)s, %(formula_id)s, %(document)s)
        on conflict (kitchen_id, formula_id) do update set document = excluded.document
        """,
        {"kitchen_id": kitchen_id, "formula_id": formula_id, "document": Jsonb(document)},
    )
    connection.execute(
        """
        update formula set hands_on_min = %(hands_on_min)s, whole_min = %(whole_min)s, bowl_count = %(bowl_count)s,
            bite_min = %(bite_min)s
        where kitchen_id = %(kitchen_id)s and id = %(id)s
        """,
        {
            "id": formula_id,
            "kitchen_id": kitchen_id,
            "hands_on_min": times.hands_on_min,
            "whole_min": times.whole_min,
            "bowl_count": times.bowl_count,
            "bite_min": times.bite_min,
        },
    )
