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
    amount: Annotated[Number, Field(ge=-1000, le=20_000)] = 0.0
    seconds: Annotated[Number, Field(ge=0, le=120)] = 0.0

    def command_of(self) -> NewCommand:
        """As the application has it."""
        return NewCommand(self.id, self.command, self.amount, self.seconds)
