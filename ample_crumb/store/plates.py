"""Plates: what is eaten with a piece of a formula, kept for next time."""

from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class PlateRow:
    """A plate: its `sides` as typed, "150 g skyr, 80 g berries"."""

    id: UUID
    name: str
    sides: str


def list_plates(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> list[PlateRow]:
    """The plates of a formula by name."""
    with connection.cursor(row_factory=class_row(PlateRow)) as cursor:
        return cursor.execute(
            """
            select id, name, sides from plate where kitchen_id = %(kitchen_id)s and formula_id = %(formula_id)s
            order by name, id
            """,
            {"kitchen_id": kitchen_id, "formula_id": formula_id},
        ).fetchall()


@dataclass(frozen=True, slots=True)
class PlateOfFormula:
    """A plate with the formula that it goes with."""

    id: UUID
    name: str
    sides: str
    formula_id: UUID
    formula_name: str


def all_plates(connection: Connection, kitchen_id: UUID, most: int) -> list[PlateOfFormula]:
    """The plates of formulas in use, by the formula's name."""
    with connection.cursor(row_factory=class_row(PlateOfFormula)) as cursor:
        return cursor.execute(
            """
            select plate.id, plate.name, plate.sides, plate.formula_id, formula.name as formula_name
            from plate join formula on formula.kitchen_id = plate.kitchen_id and formula.id = plate.formula_id
            where plate.kitchen_id = %(kitchen_id)s and formula.archived_at is null
            order by lower(formula.name), plate.name, plate.id limit %(most)s
            """,
            {"kitchen_id": kitchen_id, "most": most},
        ).fetchall()


def put_plate(connection: Connection, kitchen_id: UUID, formula_id: UUID, plate: PlateRow) -> None:
    """Writes a plate, new or changed."""
    connection.execute(
        """
        insert into plate (id, kitchen_id, formula_id, name, sides)
        values (%(id)s, %(kitchen_id)s, %(formula_id)s, %(name)s, %(sides)s)
        on conflict (kitchen_id, id) do update set name = excluded.name, sides = excluded.sides
        """,
        {
            "id": plate.id,
            "kitchen_id": kitchen_id,
            "formula_id": formula_id,
            "name": plate.name,
            "sides": plate.sides,
        },
    )


def remove_plate(connection: Connection, kitchen_id: UUID, plate_id: UUID) -> None:
    """Takes a plate away."""
    connection.execute(
        "delete from plate where kitchen_id = %(kitchen_id)s and id = %(plate_id)s",
        {"kitchen_id": kitchen_id, "plate_id": plate_id},
    )
