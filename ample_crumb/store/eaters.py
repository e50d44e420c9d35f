"""People to look out for: who must not get what."""

from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class EaterRow:
    """A person, and the allergens and diets to be kept from them."""

    id: UUID
    name: str
    avoids: list[str]


def listed(connection: Connection, kitchen_id: UUID) -> list[EaterRow]:
    """All of the kitchen, by name."""
    with connection.cursor(row_factory=class_row(EaterRow)) as cursor:
        return cursor.execute(
            "select id, name, avoids from eater where kitchen_id = %(kitchen_id)s order by lower(name), id",
            {"kitchen_id": kitchen_id},
        ).fetchall()


def put(connection: Connection, kitchen_id: UUID, eater: EaterRow) -> None:
    """Writes an eater, new or changed."""
    connection.execute(
        """
        insert into eater (id, kitchen_id, name, avoids)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(avoids)s)
        on conflict (kitchen_id, id) do update set name = excluded.name, avoids = excluded.avoids
        """,
        {"id": eater.id, "kitchen_id": kitchen_id, "name": eater.name, "avoids": eater.avoids},
    )


def remove(connection: Connection, kitchen_id: UUID, eater_id: UUID) -> None:
    """Takes an eater out; nothing happens when there is none."""
    connection.execute(
        "delete from eater where id = %(id)s and kitchen_id = %(kitchen_id)s",
        {"id": eater_id, "kitchen_id": kitchen_id},
    )
