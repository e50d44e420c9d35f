"""What comes in from the tab Reach a target."""

from typing import Annotated

from pydantic import Field

from ample_crumb.api.bodies.base import LEAST, Body, Flag, LineId, Number
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.application.reformulate.views import MOST_WISHES, ReformulationDraft, WishDraft
from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.quantity.recipe_parser import MOST_LINES
from ample_crumb.core.quantity.weighing import MOST_G
from ample_crumb.core.reformulate.variables import LineBounds

Grams = Annotated[Number, Field(ge=0, le=MOST_G)] | None


FoodSlug = Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")]


class WishBody(Body):
    """A wish: at most or at least so much of a figure, or a claim by whose rules."""

    name: Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^\x00]*$")]
    value: Annotated[Number, Field(ge=0, le=100_000)] = 0.0
    at_least: Flag = False
    per_100g: Flag = False
    claim_of: Annotated[str, Field(pattern="^(|eu|us)$")] = ""


class HoldBody(Body):
    """What a line may become."""

    line_id: LineId
    locked: Flag = False
    low_g: Grams = None
    high_g: Grams = None
    may_go: Flag = False


class ReformulateBody(BenchBody):
    """What is on the Bench, and what a piece of it shall be."""

    wishes: Annotated[list[WishBody], Field(min_length=1, max_length=MOST_WISHES)]
    holds: Annotated[list[HoldBody], Field(max_length=MOST_LINES)] = Field(default_factory=list)
    allowed: Annotated[list[FoodSlug], Field(max_length=40)] | None = None
    bans: Annotated[list[Annotated[str, Field(pattern=f"^({'|'.join(KNOWN)})$")]], Field(max_length=30)] = Field(
        default_factory=list
    )
    whole_eggs: Flag = True
    sure: Flag = False
    keep_mass: Flag = True
    beyond_tolerance: Flag = False

    def draft(self) -> ReformulationDraft:
        """As the work layer has it."""
        return ReformulationDraft(
            wishes=tuple(WishDraft(**wish.model_dump()) for wish in self.wishes),
            holds=tuple(LineBounds(**hold.model_dump()) for hold in self.holds),
            allowed=None if self.allowed is None else tuple(self.allowed),
            bans=tuple(self.bans),
            whole_eggs=self.whole_eggs,
            sure=self.sure,
            keep_mass=self.keep_mass,
            beyond_tolerance=self.beyond_tolerance,
        )


class PointBody(ReformulateBody):
    """The same, and the energy of a piece to ask for."""

    energy_kcal: Annotated[Number, Field(ge=LEAST, le=20_000)]
