"""What comes in from the tabs of a formula: swaps, sweeteners, versions, and what was said of a batch."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

from ample_crumb.api.bodies.base import Body
from ample_crumb.api.bodies.formulas import BenchBody
from ample_crumb.core.quantity.recipe_parser import MOST_LINES
from ample_crumb.core.swap.apply import SwapUse
from ample_crumb.core.swap.sweetener_options import Blend, BlendShare

Slug = Annotated[str, Field(min_length=1, max_length=80, pattern=r"^[a-z0-9_-]+$")]
Number = Annotated[int, Field(ge=1, le=100_000)]
VersionName = Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")]


class UseBody(Body):
    """A swap used on a line, for a share of it."""

    swap: Slug
    place: Annotated[int, Field(ge=0, le=MOST_LINES)]
    share: Annotated[float, Field(gt=0, le=1)] = 1.0

    def use(self) -> SwapUse:
        """As the core has it."""
        return SwapUse(self.swap, self.place, self.share)


class SwapsBody(BenchBody):
    """What is on the Bench, and the swaps to look at together."""

    uses: Annotated[list[UseBody], Field(min_length=1, max_length=30)]


class ShareBody(Body):
    """A sweetener, and its share of the sweetness."""

    slug: Slug
    share: Annotated[float, Field(gt=0, le=100)]


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
    fill: bool = False


class KeepBody(Body):
    """A version to be kept under an id that the client made."""

    id: UUID
    name: VersionName = ""


class VersionNameBody(Body):
    """The name of a version."""

    name: VersionName


class RestoreBody(Body):
    """The formula's version that the window knows."""

    version: Annotated[int, Field(ge=1)]


class ToBakeBody(Body):
    """The number of the version to bake; 0 for the formula as it stands."""

    number: Annotated[int, Field(ge=0, le=100_000)]


class BranchBody(Body):
    """The id and name of a branch."""

    id: UUID
    name: Annotated[str, Field(min_length=1, max_length=120, pattern=r"^[^\x00]*$")]


class FollowBody(Body):
    """Whether only to look at what would be done."""

    look: bool = True


class FeedbackBody(BenchBody):
    """How a batch of what is on the Bench came out."""

    id: UUID
    words: Annotated[str, Field(min_length=1, max_length=60, pattern=r"^[^\x00]*$")]
    number: Number | None = None
