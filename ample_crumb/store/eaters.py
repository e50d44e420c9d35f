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
            "select id, name, avoids from guest where kitchen_id = %(kitchen_id)s order by lower(name), id",
            {"kitchen_id": kitchen_id},
        ).fetchall()


def put(connection: Connection, kitchen_id: UUID, eater: EaterRow) -> bool:
    """Writes a guest, new or changed. False when the id is another kitchen's."""
    done = connection.execute(
        """
        insert into guest (id, kitchen_id, name, avoids)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(avoids)s)
        on conflict (id) do update set name = excluded.name, avoids = excluded.avoids
        where guest.kitchen_id = %(kitchen_id)s
        """,
        {"id": eater.id, "kitchen_id": kitchen_id, "name": eater.name, "avoids": eater.avoids},
    )
    return done.rowcount == 1


def remove(connection: Connection, kitchen_id: UUID, eater_id: UUID) -> None:
    """Takes a guest out; nothing happens when there is none."""
    connection.execute(
        "delete from guest where id = %(id)s and kitchen_id = %(kitchen_id)s",
        {"id": eater_id, "kitchen_id": kitchen_id},
    )
