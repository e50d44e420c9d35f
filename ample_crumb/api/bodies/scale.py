"""What comes in for the simulated scale."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Number
from ample_crumb.application.scale import NewCommand
from ample_crumb.devices.kitchen_scale import ScaleCommand


class ScaleCommandBody(Body):
    """Something that is done to the simulated scale."""

    id: UUID
    command: ScaleCommand
    mass_g: Annotated[Number, Field(ge=-1000, le=20_000)] = 0.0
    over_s: Annotated[Number, Field(ge=0, le=120)] = 0.0
    battery_share: Annotated[Number, Field(ge=0, le=1)] = 1.0

    def command_of(self) -> NewCommand:
        """As the application has it."""
        return NewCommand(self.id, self.command, self.mass_g, self.over_s, self.battery_share)
