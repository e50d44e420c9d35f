"""What was wrong with a batch, and what its baker noticed while making it."""

from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class SymptomRow:
    """A symptom of a batch, and what was `noticed` that may have to do with it."""

    batch_id: UUID
    symptom: str
    noticed: list[str]


def put_symptom(connection: Connection, kitchen_id: UUID, said: SymptomRow) -> None:
    """A batch has a symptom; said again what was noticed counts anew."""
    connection.execute(
        """
        insert into batch_symptom (kitchen_id, batch_id, symptom, noticed)
        values (%(kitchen_id)s, %(batch_id)s, %(symptom)s, %(noticed)s)
        on conflict (kitchen_id, batch_id, symptom) do update set noticed = excluded.noticed
        """,
        {"kitchen_id": kitchen_id, "batch_id": said.batch_id, "symptom": said.symptom, "noticed": said.noticed},
    )


def remove_symptom(connection: Connection, kitchen_id: UUID, batch_id: UUID, symptom: str) -> None:
    """A batch does not have it after all."""
    connection.execute(
        """
        delete from batch_symptom
        where kitchen_id = %(kitchen_id)s and batch_id = %(batch_id)s and symptom = %(symptom)s
        """,
        {"kitchen_id": kitchen_id, "batch_id": batch_id, "symptom": symptom},
    )


def symptoms_of(connection: Connection, kitchen_id: UUID, batch_ids: Sequence[UUID]) -> list[SymptomRow]:
    """The symptoms of these batches."""
    with connection.cursor(row_factory=class_row(SymptomRow)) as cursor:
        return cursor.execute(
            """
            select batch_id, symptom, noticed from batch_symptom
            where kitchen_id = %(kitchen_id)s and batch_id = any(%(batch_ids)s) order by batch_id, symptom
            """,
            {"kitchen_id": kitchen_id, "batch_ids": list(batch_ids)},
        ).fetchall()
