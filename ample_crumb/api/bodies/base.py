"""What comes in, with bounds on every number and length: what several places share."""

from datetime import UTC, date, datetime
from typing import Annotated, Any, Final

from pydantic import AwareDatetime, BaseModel, ConfigDict, Field, Strict, field_validator, model_validator

from ample_crumb.api.former_names import with_present_fields
from ample_crumb.core.bounds import STORABLE

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

Family = Annotated[str, Field(max_length=40, pattern=r"^[a-z-]*$")]
DayType = Annotated[str, Field(pattern="^[a-z0-9-]{1,40}$")]
LineText = Annotated[str, Field(max_length=1000, pattern=STORABLE)]


class Body(BaseModel):
    """Base of all bodies: unknown fields are refused, so that a slip in a name shows."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    @model_validator(mode="before")
    @classmethod
    def _by_former_names(cls, body: Any) -> Any:
        """Fields are taken by what the release before called them, too."""
        return with_present_fields(body, cls.model_fields)

    @field_validator("*", mode="after")
    @classmethod
    def _without_dust(cls, value: Any) -> Any:
        """What is too small to be told from nothing is nothing."""
        return 0.0 if isinstance(value, float) and abs(value) < _DUST else value
