"""A kitchen's tins."""

from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.core.production.tins import Material, Tin, TinKind
from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True)
class TinRow:
    """A tin with its name; measures in cm at the top, inside."""

    id: UUID
    name: str
    kind: str
    length_cm: float
    width_cm: float | None
    depth_cm: float
    bottom_share: float
    hole_cm: float
    cups: int
    water_ml: float | None
    material: str
    archived: bool

    def tin(self) -> Tin:
        """As the core has it."""
        return Tin(
            kind=TinKind(self.kind),
            length_cm=self.length_cm,
            depth_cm=self.depth_cm,
            width_cm=self.width_cm,
            bottom_share=self.bottom_share,
            hole_cm=self.hole_cm,
            cups=self.cups,
            water_ml=self.water_ml,
            material=Material(self.material),
        )


def list_tins(connection: Connection, kitchen_id: UUID) -> list[TinRow]:
    """All tins of the kitchen by name, archived ones too: formulas may name them."""
    with connection.cursor(row_factory=class_row(TinRow)) as cursor:
        return cursor.execute(
            """
            select id, name, kind, length_cm, width_cm, depth_cm, bottom_share, hole_cm, cups, water_ml, material,
                archived_at is not null as archived
            from tin where kitchen_id = %(kitchen_id)s order by lower(name), id
            """,
            {"kitchen_id": kitchen_id},
        ).fetchall()


def put(connection: Connection, kitchen_id: UUID, tin_id: UUID, name: str, tin: Tin) -> None:
    """Writes a tin, new or changed, and brings it back if it was archived."""
    connection.execute(
        """
        insert into tin (id, kitchen_id, name, kind, length_cm, width_cm, depth_cm, bottom_share, hole_cm, cups,
            water_ml, material)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(kind)s, %(length_cm)s, %(width_cm)s, %(depth_cm)s,
            %(bottom_share)s, %(hole_cm)s, %(cups)s, %(water_ml)s, %(material)s)
        on conflict (kitchen_id, id) do update set name = excluded.name, kind = excluded.kind,
            length_cm = excluded.length_cm,
            width_cm = excluded.width_cm, depth_cm = excluded.depth_cm, bottom_share = excluded.bottom_share,
            hole_cm = excluded.hole_cm, cups = excluded.cups, water_ml = excluded.water_ml,
            material = excluded.material, archived_at = null
        """,
        {
            "id": tin_id,
            "kitchen_id": kitchen_id,
            "name": name,
            "kind": tin.kind,
            "length_cm": tin.length_cm,
            "width_cm": tin.width_cm,
            "depth_cm": tin.depth_cm,
            "bottom_share": tin.bottom_share,
            "hole_cm": tin.hole_cm,
            "cups": tin.cups,
            "water_ml": tin.water_ml,
            "material": tin.material,
        },
    )


def archive(connection: Connection, kitchen_id: UUID, tin_id: UUID) -> None:
    """Puts a tin away; formulas that name it keep it."""
    connection.execute(
        "update tin set archived_at = coalesce(archived_at, now()) where id = %(id)s and kitchen_id = %(kitchen_id)s",
        {"id": tin_id, "kitchen_id": kitchen_id},
    )
