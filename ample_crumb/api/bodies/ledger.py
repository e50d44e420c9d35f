"""What comes in of weights."""

from typing import Annotated, Final

from pydantic import Field

from ample_crumb.api.bodies.base import Body, Number
from ample_crumb.core.bounds import STORABLE

MOST_CHARACTERS: Final = 1_000_000


class WeightBody(Body):
    """The weight of a day, null to take it away."""

    weight_kg: Annotated[Number, Field(ge=15, le=400)] | None


class WeightsBody(Body):
    """Weights as CSV."""

    text: Annotated[str, Field(min_length=1, max_length=MOST_CHARACTERS, pattern=STORABLE)]
