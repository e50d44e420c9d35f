"""What is at home of each food, the packs it is sold in, and what was ticked on a list."""

from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class StockRow:
    """What is at home of a food, by its generic slug or the id of a product: `state` is have, low or out, empty where
    `mass_g` say it or nobody did. It is sold in packs of `packs_g` and was `found_at` a place last."""

    food: str
    state: str
    mass_g: float | None
    packs_g: list[float]
    found_at: str

    @property
    def is_at_home(self) -> bool:
        """Whether there is any of it, as `at_home` asks of all foods at once."""
        return self.state in ("have", "low") or bool(self.mass_g)


def find_stock(connection: Connection, kitchen_id: UUID, foods: list[str]) -> list[StockRow]:
    """What is known of these foods."""
    with connection.cursor(row_factory=class_row(StockRow)) as cursor:
        return cursor.execute(
            """
            select food, state, mass_g, packs_g, found_at from stock
            where kitchen_id = %(kitchen_id)s and food = any(%(foods)s)
            """,
            {"kitchen_id": kitchen_id, "foods": foods},
        ).fetchall()


def at_home(connection: Connection, kitchen_id: UUID) -> list[str]:
    """The foods that are told to be at home, by name of what they are kept under."""
    rows = connection.execute(
        """
        select food from stock
        where kitchen_id = %(kitchen_id)s and (state in ('have', 'low') or coalesce(mass_g, 0) > 0) order by food
        """,
        {"kitchen_id": kitchen_id},
    ).fetchall()
    return [food for (food,) in rows]


def put_stock(connection: Connection, kitchen_id: UUID, row: StockRow) -> None:
    """From now on this is known of a food."""
    connection.execute(
        """
        insert into stock (kitchen_id, food, state, mass_g, packs_g, found_at)
        values (%(kitchen_id)s, %(food)s, %(state)s, %(mass_g)s, %(packs_g)s::numeric[], %(found_at)s)
        on conflict (kitchen_id, food) do update set state = excluded.state, mass_g = excluded.mass_g,
            packs_g = excluded.packs_g, found_at = excluded.found_at
        """,
        {
            "kitchen_id": kitchen_id,
            "food": row.food,
            "state": row.state,
            "mass_g": row.mass_g,
            "packs_g": row.packs_g,
            "found_at": row.found_at,
        },
    )


def ticks(connection: Connection, kitchen_id: UUID, run_id: UUID) -> set[str]:
    """The foods that are ticked on the list of a bake day."""
    rows = connection.execute(
        "select food from shopping_tick where kitchen_id = %(kitchen_id)s and run_id = %(run_id)s and ticked",
        {"kitchen_id": kitchen_id, "run_id": run_id},
    ).fetchall()
    return {food for (food,) in rows}


def tick(connection: Connection, kitchen_id: UUID, run_id: UUID, food: str, *, ticked: bool) -> None:
    """Ticks a food on the list of a bake day, or takes the tick away."""
    connection.execute(
        """
        insert into shopping_tick (kitchen_id, run_id, food, ticked)
        values (%(kitchen_id)s, %(run_id)s, %(food)s, %(ticked)s)
        on conflict (kitchen_id, run_id, food) do update set ticked = excluded.ticked
        """,
        {"kitchen_id": kitchen_id, "run_id": run_id, "food": food, "ticked": ticked},
    )
