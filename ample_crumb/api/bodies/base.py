"""What comes in, with bounds on every number and length: what several places share."""

from datetime import UTC, date, datetime
from typing import Annotated, Any, Final

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field, Strict, field_validator

from ample_crumb.core.formula.formula import LINE_ID_LENGTH, Line, Part, PartBake, PartOptions, identified
from ample_crumb.core.production.bake_yield import MOST_LOSS
from ample_crumb.core.quantity.recipe_parser import MOST_LINES, MOST_PIECES

LEAST: Final = 0.001
"""What must be over nothing is at least this, in whatever unit: no scale shows less, and figures divided by less than
that leave what a number can hold."""

_DUST: Final = 1e-9
_FIRST_DAY, _LAST_DAY = date(1900, 1, 1), date(2199, 12, 31)


# `true` is no number, and neither is "1": a slip of that kind shows where it was made.
Number = Annotated[float, Strict()]
Whole = Annotated[int, Strict()]
Flag = Annotated[bool, Strict()]
Version = Annotated[Whole, Field(ge=1, le=2_147_483_647)]
Day = Annotated[date, Field(ge=_FIRST_DAY, le=_LAST_DAY)]
"""A day far enough from the ends of the calendar that the days round it are days too."""
Moment = Annotated[
    AwareDatetime,
    Field(ge=datetime(1900, 1, 2, tzinfo=UTC), le=datetime(2199, 12, 30, tzinfo=UTC)),
]

Pieces = Annotated[Whole, Field(ge=1, le=MOST_PIECES)]
Family = Annotated[str, Field(max_length=40, pattern=r"^[a-z-]*$")]
DayType = Annotated[str, Field(pattern="^(training|rest)$")]
# Zero bytes cannot be stored as text; no keyboard makes them.
LineText = Annotated[str, Field(max_length=1000, pattern=r"^[^\x00]*$")]

LineId = Annotated[str, Field(max_length=LINE_ID_LENGTH, pattern=r"^[0-9A-Za-z_-]*$")]
"""The id of a line, made where it is typed; empty for one that has none yet."""

Figure = Annotated[Number, Field(ge=0, le=100_000)] | None


class Body(BaseModel):
    """Base of all bodies: unknown fields are refused, so that a slip in a name shows."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    @field_validator("*", mode="after")
    @classmethod
    def _without_dust(cls, value: Any) -> Any:
        """What is too small to be told from nothing is nothing."""
        return 0.0 if isinstance(value, float) and abs(value) < _DUST else value


class LineBody(Body):
    """A line as written, by its id, and the ingredient picked for it."""

    text: LineText
    chosen: Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")] | None = None
    id: LineId = ""

    def line(self) -> Line:
        """As the core has it."""
        return Line(self.text, self.chosen, self.id)


class PartOptionsBody(Body):
    """How a part goes in: what baking takes of it, how much of what was made is used, and when."""

    loss_share: Annotated[Number, Field(ge=0, le=MOST_LOSS)] | None = None
    used_share: Annotated[Number, Field(ge=LEAST, le=1)] = 1.0
    optional: Flag = False
    bake: PartBake = PartBake.WITH_THE_REST


class PartBody(Body):
    """A part with its lines."""

    name: Annotated[str, Field(max_length=80, pattern=r"^[^\x00]*$")] = ""
    lines: Annotated[list[LineBody], Field(max_length=MOST_LINES)]
    options: PartOptionsBody = Field(default_factory=PartOptionsBody)

    def part(self) -> Part:
        """As the core has it."""
        return Part(self.name, tuple(line.line() for line in self.lines), PartOptions(**self.options.model_dump()))


Parts = Annotated[list[PartBody], Field(max_length=40)]


def read_parts(parts: list[PartBody]) -> tuple[Part, ...]:
    """Parts as the core has them, each line with an id of its own."""
    return identified([part.part() for part in parts])
