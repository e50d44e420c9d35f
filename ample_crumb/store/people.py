"""The people of a kitchen who have days of their own, and what each has chosen in Settings."""

from dataclasses import dataclass
from typing import Any
from uuid import UUID

from psycopg.rows import class_row
from psycopg.types.json import Jsonb

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class Settings:
    """A person's choices: whose cups, which energy, which carbohydrate, and the look; and of the kitchen its
    currency by its three letters, what bakes there, the watts of its microwave and how high above the sea it is."""

    measures: str
    energy: str
    carbohydrate: str
    appearance: str
    currency: str
    oven: str
    watts: float
    altitude_m: float


@dataclass(frozen=True, slots=True)
class PersonRow:
    """A person: what they must not get, in which steps they take pieces, whether energy is hidden from them, and the
    count of their own where they keep one."""

    id: UUID
    name: str
    avoids: list[str]
    piece_step: str
    hides_energy: bool
    tally: dict[str, Any] | None


def list_people(connection: Connection, kitchen_id: UUID) -> list[PersonRow]:
    """All who are of the kitchen, in their order."""
    with connection.cursor(row_factory=class_row(PersonRow)) as cursor:
        return cursor.execute(
            """
            select id, name, avoids, piece_step, hides_energy, tally from person
            where kitchen_id = %(kitchen_id)s and removed_at is null order by position, id
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


def is_elsewhere(connection: Connection, kitchen_id: UUID, person_id: UUID) -> bool:
    """Whether an id is of somebody in another kitchen."""
    row = connection.execute(
        """
        select exists (select from taken_people(array[%(id)s]::uuid[])) and not exists (
            select from person where kitchen_id = %(kitchen_id)s and id = %(id)s
        )
        """,
        {"kitchen_id": kitchen_id, "id": person_id},
    ).fetchone()
    return row is not None and bool(row[0])


def put_person(connection: Connection, kitchen_id: UUID, person: PersonRow) -> None:
    """Writes a person, new or changed; one who was taken away is there again."""
    connection.execute(
        """
        insert into person (id, kitchen_id, name, avoids, piece_step, hides_energy, tally, position)
        select %(id)s, %(kitchen_id)s, %(name)s, %(avoids)s, %(piece_step)s, %(hides_energy)s, %(tally)s,
            coalesce(max(position), 0) + 1
        from person where kitchen_id = %(kitchen_id)s
        on conflict (kitchen_id, id) do update set name = excluded.name, avoids = excluded.avoids,
            piece_step = excluded.piece_step, hides_energy = excluded.hides_energy, tally = excluded.tally,
            removed_at = null
        """,
        {
            "id": person.id,
            "kitchen_id": kitchen_id,
            "name": person.name,
            "avoids": person.avoids,
            "piece_step": person.piece_step,
            "hides_energy": person.hides_energy,
            "tally": None if person.tally is None else Jsonb(person.tally),
        },
    )


def remove_person(connection: Connection, kitchen_id: UUID, person_id: UUID) -> bool:
    """Takes somebody out of the kitchen; their days stay. False where they are the last one."""
    gone = connection.execute(
        """
        update person set removed_at = coalesce(removed_at, now())
        where kitchen_id = %(kitchen_id)s and id = %(person_id)s and exists (
            select from person other
            where other.kitchen_id = %(kitchen_id)s and other.id <> %(person_id)s and other.removed_at is null
        )
        """,
        {"kitchen_id": kitchen_id, "person_id": person_id},
    )
    return gone.rowcount == 1


def person_settings(connection: Connection, principal: Principal) -> Settings:
    """The person's settings."""
    with connection.cursor(row_factory=class_row(Settings)) as cursor:
        row = cursor.execute(
            """
            select measures, energy, carbohydrate, appearance, currency, oven, watts, altitude_m
            from person join kitchen on kitchen.id = person.kitchen_id
            where person.id = %(person_id)s and person.kitchen_id = %(kitchen_id)s
            """,
            {"person_id": principal.person_id, "kitchen_id": principal.kitchen_id},
        ).fetchone()
    assert row is not None
    return row


def save_person_settings(connection: Connection, principal: Principal, settings: Settings) -> None:
    """Replaces the person's settings and those of the kitchen."""
    connection.execute(
        """
        update kitchen set currency = %(currency)s, oven = %(oven)s, watts = %(watts)s, altitude_m = %(altitude_m)s
        where id = %(id)s
        """,
        {
            "id": principal.kitchen_id,
            "currency": settings.currency,
            "oven": settings.oven,
            "watts": settings.watts,
            "altitude_m": settings.altitude_m,
        },
    )
    connection.execute(
        """
        update person set measures = %(measures)s, energy = %(energy)s, carbohydrate = %(carbohydrate)s,
            appearance = %(appearance)s
        where id = %(person_id)s and kitchen_id = %(kitchen_id)s
        """,
        {
            "measures": settings.measures,
            "energy": settings.energy,
            "carbohydrate": settings.carbohydrate,
            "appearance": settings.appearance,
            "person_id": principal.person_id,
            "kitchen_id": principal.kitchen_id,
        },
    )
