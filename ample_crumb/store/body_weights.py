"""What somebody weighed, a day."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from psycopg.rows import class_row

from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class WeightRow:
    """What somebody weighed on a day [kg]."""

    day: date
    weight_kg: float


def weights_between(connection: Connection, principal: Principal, from_day: date, to_day: date) -> list[WeightRow]:
    """The weights of these days, both included, the first first."""
    with connection.cursor(row_factory=class_row(WeightRow)) as cursor:
        return cursor.execute(
            """
            select day, weight_kg from body_weight
            where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s
                and day between %(from_day)s and %(to_day)s
            order by day
            """,
            {
                "kitchen_id": principal.kitchen_id,
                "person_id": principal.person_id,
                "from_day": from_day,
                "to_day": to_day,
            },
        ).fetchall()


def put_weights(connection: Connection, principal: Principal, weights: Sequence[WeightRow]) -> None:
    """Writes weights, a day each; what was there of these days is replaced."""
    connection.execute(
        """
        insert into body_weight (kitchen_id, person_id, day, weight_kg)
        select %(kitchen_id)s, %(person_id)s, day, weight_kg
        from unnest(%(days)s::date[], %(weights_kg)s::numeric[]) as each (day, weight_kg)
        on conflict (kitchen_id, person_id, day) do update set weight_kg = excluded.weight_kg
        """,
        {
            "kitchen_id": principal.kitchen_id,
            "person_id": principal.person_id,
            "days": [weight.day for weight in weights],
            "weights_kg": [weight.weight_kg for weight in weights],
        },
    )


def remove_weight(connection: Connection, principal: Principal, day: date) -> None:
    """Takes the weight of a day away."""
    connection.execute(
        "delete from body_weight where kitchen_id = %(kitchen_id)s and person_id = %(person_id)s and day = %(day)s",
        {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id, "day": day},
    )
