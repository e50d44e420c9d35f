"""What comes in from the tab Reach a target."""

from typing import Annotated

from pydantic import Field

from ample_crumb.api.bodies.base import Number
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.application.reformulate.views import ReformulationDraft, StartDraft, StartFoodDraft, WishDraft
from ample_crumb.core.bounds import LEAST
from ample_crumb.core.reformulate.variables import LineBounds


class WishBody(Derived, becomes=WishDraft):
    """A wish: at most or at least so much of a figure, or a claim by whose rules."""


class HoldBody(Derived, becomes=LineBounds):
    """What a line may become."""


class ReformulateBody(BenchBody, becomes=ReformulationDraft):
    """What is on the Bench, and what a piece of it shall be."""

    def draft(self) -> ReformulationDraft:
        """As the application has it."""
        return self.made(ReformulationDraft)


class StartFoodBody(Derived, becomes=StartFoodDraft):
    """A food to begin with."""


class StartBody(Derived, becomes=StartDraft):
    """Foods, and what shall be made of them."""

    def draft(self) -> StartDraft:
        """As the application has it."""
        return self.made(StartDraft)


class PointBody(ReformulateBody):
    """The same, and the energy of a piece to ask for."""

    energy_kcal: Annotated[Number, Field(ge=LEAST, le=20_000)]
