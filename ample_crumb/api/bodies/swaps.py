"""What comes in from the tabs Swaps and Sweeteners."""

from typing import Annotated

from pydantic import Field

from ample_crumb.api.bodies.base import LEAST, Body, Flag, LineId, Number
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.core.swap.apply import SwapUse
from ample_crumb.core.swap.sweetener_options import Blend, BlendShare

Slug = Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[a-z0-9_-]+$")]


class UseBody(Body):
    """A swap used on a line, for a share of it."""

    swap: Slug
    line_id: LineId
    share: Annotated[Number, Field(ge=LEAST, le=1)] = 1.0

    def use(self) -> SwapUse:
        """As the core has it."""
        return SwapUse(self.swap, self.line_id, self.share)


class SwapsBody(BenchBody):
    """What is on the Bench, and the swaps to look at together."""

    uses: Annotated[list[UseBody], Field(min_length=1, max_length=30)]


class ShareBody(Body):
    """A sweetener, and its share of the sweetness."""

    slug: Slug
    share: Annotated[Number, Field(ge=LEAST, le=100)]


class BlendBody(Body):
    """Sweeteners together."""

    shares: Annotated[list[ShareBody], Field(min_length=1, max_length=4)]

    def blend(self) -> Blend:
        """As the core has it."""
        return Blend(tuple(BlendShare(each.slug, each.share) for each in self.shares))


class SweetenersBody(BenchBody):
    """What is on the Bench, and blends to set beside the sweeteners."""

    blends: Annotated[list[BlendBody], Field(max_length=6)] = Field(default_factory=list)


class SweetenBody(BenchBody):
    """What is on the Bench, and what shall sweeten it; with `fill`, bulk that goes is made up for."""

    blend: BlendBody
    fill: Flag = False
