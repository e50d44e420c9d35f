"""What comes in, with bounds on every number and length: what several places share."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

from ample_crumb.core.formula.formula import Line, Part, PartOptions
from ample_crumb.core.production.bake_yield import MOST_LOSS
from ample_crumb.core.quantity.recipe_parser import MOST_LINES, MOST_PIECES

Pieces = Annotated[int, Field(ge=1, le=MOST_PIECES)]
Family = Annotated[str, Field(max_length=40, pattern=r"^[a-z-]*$")]
DayType = Annotated[str, Field(pattern="^(training|rest)$")]
# Zero bytes cannot be stored as text; no keyboard makes them.
LineText = Annotated[str, Field(max_length=1000, pattern=r"^[^\x00]*$")]

Figure = Annotated[float, Field(ge=0, le=100_000)] | None


class Body(BaseModel):
    """Base of all bodies: unknown fields are refused, so that a slip in a name shows."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


class LineBody(Body):
    """A line as written, and the ingredient picked for it."""

    text: LineText
    chosen: Annotated[str, Field(max_length=80)] | None = None

    def line(self) -> Line:
        """As the core has it."""
        return Line(self.text, self.chosen)


class PartOptionsBody(Body):
    """How a part goes in: what baking takes of it, how much of what was made is used, and when."""

    loss_share: Annotated[float, Field(ge=0, le=MOST_LOSS)] | None = None
    used_share: Annotated[float, Field(gt=0, le=1)] = 1.0
    optional: bool = False
    unbaked: bool = False


class PartBody(Body):
    """A part with its lines."""

    name: Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")] = ""
    lines: Annotated[list[LineBody], Field(max_length=MOST_LINES)]
    options: PartOptionsBody = Field(default_factory=PartOptionsBody)

    def part(self) -> Part:
        """As the core has it."""
        return Part(self.name, tuple(line.line() for line in self.lines), PartOptions(**self.options.model_dump()))


Parts = Annotated[list[PartBody], Field(max_length=40)]
