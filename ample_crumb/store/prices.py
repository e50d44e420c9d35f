"""What a kitchen pays for its foods."""

from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class Price:
    """What was paid for how much: `for_text` as typed, `for_g` in grams."""

    price: float
    for_text: str
    for_g: float


def price_of(connection: Connection, kitchen_id: UUID, food: str) -> Price | None:
    """The price of a food, by its generic slug or the id of a product; None while there is none."""
    with connection.cursor(row_factory=class_row(Price)) as cursor:
        return cursor.execute(
            "select price, for_text, for_g from price where kitchen_id = %(kitchen_id)s and food = %(food)s",
            {"kitchen_id": kitchen_id, "food": food},
        ).fetchone()


def set_price(connection: Connection, kitchen_id: UUID, food: str, price: Price) -> None:
    """From now on the food costs this."""
    connection.execute(
        """
        insert into price (kitchen_id, food, price, for_text, for_g)
        values (%(kitchen_id)s, %(food)s, %(price)s, %(for_text)s, %(for_g)s)
        on conflict (kitchen_id, food) do update
        set price = excluded.price, for_text = excluded.for_text, for_g = excluded.for_g
        """,
        {
            "kitchen_id": kitchen_id,
            "food": food,
            "price": price.price,
            "for_text": price.for_text,
            "for_g": price.for_g,
        },
    )


def forget_price(connection: Connection, kitchen_id: UUID, food: str) -> None:
    """The food has no price any more."""
    connection.execute(
        "delete from price where kitchen_id = %(kitchen_id)s and food = %(food)s",
        {"kitchen_id": kitchen_id, "food": food},
    )
