"""The simulated scale: what a kitchen pours."""

from uuid import uuid4

from ample_crumb.application.scale import NewCommand, drive
from ample_crumb.core.problem import CannotUse
from ample_crumb.devices.kitchen_scale import ScaleCommand
from ample_crumb.store import scale_commands
from tests.application.case import KitchenCase


class Pouring(KitchenCase):
    def test_it_takes_from_no_time_to_two_minutes(self) -> None:
        for over_s in (0, 120):
            drive(self.database, self.principal, NewCommand(uuid4(), ScaleCommand.POUR, 50, over_s))
        for over_s in (-1, 121):
            with self.assertRaisesRegex(CannotUse, "two minutes"):
                drive(self.database, self.principal, NewCommand(uuid4(), ScaleCommand.POUR, 50, over_s))
        with self.database.transaction(self.principal) as connection:
            rows = scale_commands.list_commands(connection, self.principal.kitchen_id)
        self.assertEqual([row.over_s for row in rows], [0, 120])
