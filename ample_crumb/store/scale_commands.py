"""What was done to the simulated scale of a kitchen."""

from dataclasses import dataclass
from typing import Final
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.bake_days import CHANNEL
from ample_crumb.store.database import Connection

MOST_KEPT: Final = 500


@dataclass(frozen=True, slots=True)
class CommandRow:
    """A command with how much of what; `at_s` is when, in seconds of the epoch by the database's clock."""

    id: UUID
    command: str
    mass_g: float
    over_s: float
    battery_share: float
    at_s: float = 0.0


def list_commands(connection: Connection, kitchen_id: UUID) -> list[CommandRow]:
    """The commands in their order, the last of them."""
    with connection.cursor(row_factory=class_row(CommandRow)) as cursor:
        return cursor.execute(
            """
            select id, command, mass_g, over_s, battery_share, extract(epoch from at)::double precision as at_s from (
                select id, command, mass_g, over_s, battery_share, at from scale_command
                where kitchen_id = %(kitchen_id)s order by at desc, id limit %(most)s
            ) as last order by at, id
            """,
            {"kitchen_id": kitchen_id, "most": MOST_KEPT},
        ).fetchall()


def add(connection: Connection, kitchen_id: UUID, scaled: CommandRow) -> None:
    """Writes a command, once however often it is sent, and lets whoever reads the scale know."""
    connection.execute(
        """
        insert into scale_command (kitchen_id, id, command, mass_g, over_s, battery_share)
        values (%(kitchen_id)s, %(id)s, %(command)s, %(mass_g)s, %(over_s)s, %(battery_share)s) on conflict do nothing
        """,
        {
            "kitchen_id": kitchen_id,
            "id": scaled.id,
            "command": scaled.command,
            "mass_g": scaled.mass_g,
            "over_s": scaled.over_s,
            "battery_share": scaled.battery_share,
        },
    )
    connection.execute("select pg_notify(%(channel)s, %(told)s)", {"channel": CHANNEL, "told": f"{kitchen_id} scale -"})


def forget(connection: Connection, kitchen_id: UUID) -> None:
    """What was done before is forgotten."""
    connection.execute("delete from scale_command where kitchen_id = %(kitchen_id)s", {"kitchen_id": kitchen_id})
