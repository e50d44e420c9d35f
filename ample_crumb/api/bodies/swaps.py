"""What comes in from the tabs Swaps and Sweeteners."""

from typing import Annotated

from pydantic import Field

from ample_crumb.api.bodies.base import Flag, Number
from ample_crumb.api.bodies.derived import Derived
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.core.food.allergens import BROKEN_BY
from ample_crumb.core.formula.eater_alerts import ASKABLE
from ample_crumb.core.formula.formula import LINE_ID_LENGTH
from ample_crumb.core.swap.apply import SwapUse
from ample_crumb.core.swap.sweetener_options import Blend, BlendShare


class UseBody(Derived, becomes=SwapUse):
    """A swap used on a line, for a share of it."""

    def use(self) -> SwapUse:
        """As the core has it."""
        return self.made(SwapUse)


class SwapsBody(BenchBody):
    """What is on the Bench, and the swaps to look at together."""

    uses: Annotated[list[UseBody], Field(min_length=1, max_length=30)]


class AlternativesBody(BenchBody):
    """What is on the Bench, and the line whose food may be another."""

    line_id: Annotated[str, Field(min_length=1, max_length=LINE_ID_LENGTH)]


KeptShare = Annotated[Number, Field(ge=0, le=0.95)]
"""The share of the sugar that is kept."""


class ShareBody(Derived, becomes=BlendShare):
    """A sweetener, and its share of the sweetness."""


class BlendBody(Derived, becomes=Blend):
    """Sweeteners together."""

    def blend(self) -> Blend:
        """As the core has it."""
        return self.made(Blend)


class SweetenersBody(BenchBody):
    """What is on the Bench, and blends to set beside the sweeteners."""

    blends: Annotated[list[BlendBody], Field(max_length=6)] = Field(default_factory=list)
    kept_share: KeptShare = 0.0


class SweetenBody(BenchBody):
    """What is on the Bench, and what shall sweeten it; with `fill`, bulk that goes is made up for."""

    blend: BlendBody
    fill: Flag = False
    kept_share: KeptShare = 0.0


_NAMES = "|".join(sorted({*ASKABLE, *BROKEN_BY}))


class WithoutBody(BenchBody):
    """What is on the Bench, and the allergens, diets and foods (by slug) that it shall be without."""

    avoided: Annotated[
        list[Annotated[str, Field(min_length=1, max_length=80, pattern=f"^({_NAMES}|[a-z0-9_-]+)$")]],
        Field(min_length=1, max_length=20),
    ]
