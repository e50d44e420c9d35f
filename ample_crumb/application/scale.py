"""The kitchen scale: where it is read, and the simulated one is driven."""

from dataclasses import dataclass
from uuid import UUID

from ample_crumb.core.problem import CannotUse
from ample_crumb.devices.kitchen_scale import Commanded, KitchenScale, ScaleCommand, SimulatedScale
from ample_crumb.store import scale_commands
from ample_crumb.store.database import Database
from ample_crumb.store.scale_commands import CommandRow
from ample_crumb.store.scope import Principal


@dataclass(frozen=True, slots=True)
class NewCommand:
    """A command to the simulated scale, under an id that the client made."""

    id: UUID
    command: ScaleCommand
    mass_g: float = 0.0
    over_s: float = 0.0
    battery_share: float = 1.0


def simulated_scale(database: Database, principal: Principal) -> KitchenScale:
    """The simulated scale of a kitchen, as it was driven so far; every worker reads the same."""
    with database.transaction(principal) as connection:
        rows = scale_commands.list_commands(connection, principal.kitchen_id)
    return SimulatedScale([_commanded(row) for row in rows])


def drive(database: Database, principal: Principal, new: NewCommand) -> None:
    """Does something to the simulated scale. Raises CannotUse for more than a kitchen pours."""
    if not 0 <= new.over_s <= 120:
        raise CannotUse("Pouring takes up to two minutes.")
    with database.transaction(principal) as connection:
        if new.command is ScaleCommand.CLEAR:
            # What was before counts no more, and need not be kept.
            scale_commands.forget(connection, principal.kitchen_id)
        row = CommandRow(new.id, new.command, new.mass_g, new.over_s, new.battery_share)
        scale_commands.add(connection, principal.kitchen_id, row)


def _commanded(row: CommandRow) -> Commanded:
    return Commanded(row.at_s, ScaleCommand(row.command), row.mass_g, row.over_s, row.battery_share)
